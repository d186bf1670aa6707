'use client';
import { createContext, useCallback, useContext, useEffect, useState } from 'react';
import { preparedPhoto, sentPhoto } from '../uploadPhoto';

/** A device at the vehicle keeps pictures itself: it has them before any server does. */
export interface PhotosOfDevice {
  readonly photo: (id: string) => Promise<Blob | null>;
  /** On the disk of this device at once, sent when it can be. @returns false: there is no room for it */
  readonly keepPhoto: (id: string, bytes: ArrayBuffer) => Promise<boolean>;
}

/** Where pictures are kept before the server has them. Null: nowhere, they go straight to the server. */
export const PhotoSource = createContext<PhotosOfDevice | null>(null);

/** The address of a picture: of the one on this device where it is here, else the server's. Empty while it is looked for. */
export function usePhotoSrc(id: string): string {
  const device = useContext(PhotoSource);
  const [found, setFound] = useState<{ readonly id: string; readonly src: string } | null>(null);
  useEffect(() => {
    if (!device) return;
    let gone = false;
    let made: string | null = null;
    device.photo(id).then(
      (blob) => {
        if (gone) return;
        made = blob && URL.createObjectURL(blob);
        setFound({ id, src: made ?? `/api/photos/${id}` });
      },
      () => !gone && setFound({ id, src: `/api/photos/${id}` }),
    );
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [device, id]);
  if (!device) return `/api/photos/${id}`;
  return found?.id === id ? found.src : '';
}

/** What becomes of a picture: its id, or the code of why it is not kept. */
export type Kept = { readonly id: string } | { readonly fault: string };

/**
 * Keeps a picture, made smaller: on this device where it keeps any, else at the server. The picture first: an entry that
 * names one is never written for nothing.
 */
export function useKeepPhoto(): (file: Blob) => Promise<Kept> {
  const device = useContext(PhotoSource);
  return useCallback(
    async (file) => {
      const photo = await preparedPhoto(file);
      if (!photo) return { fault: 'no-picture' };
      if (!device) return sentPhoto(photo);
      return (await device.keepPhoto(photo.id, photo.bytes)) ? { id: photo.id } : { fault: 'device-full' };
    },
    [device],
  );
}
