'use client';
import type { CSSProperties } from 'react';
import { usePhotoSrc } from './PhotoSource';

/** A picture of the job, from this device or from our own server with the session; an image service has nothing to add. */
export function Picture({
  photo,
  alt,
  className,
  style,
}: {
  photo: string;
  alt: string;
  className?: string;
  style?: CSSProperties;
}) {
  const src = usePhotoSrc(photo);
  // While it is looked for there is nothing to draw, and its room stays.
  if (src === '') return <span className={`aspect-4/3 ${className ?? ''}`} aria-hidden />;
  return (
    // eslint-disable-next-line @next/next/no-img-element
    <img src={src} alt={alt} className={className} style={style} loading="lazy" />
  );
}
