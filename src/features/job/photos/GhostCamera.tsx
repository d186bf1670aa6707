'use client';
import { useEffect, useRef, useState } from 'react';
import { useJob } from '../JobContext';
import { Picture } from './Picture';

/**
 * The camera with the photo of before shown through it, so that the second of a pair has the same frame. Where the browser
 * gives no camera, the photo of before stands beside the file that is chosen instead.
 */
export function GhostCamera({ before, onShot }: { before: string; onShot: (picture: Blob) => void }) {
  const { words } = useJob();
  const video = useRef<HTMLVideoElement>(null);
  const [state, setState] = useState<'asking' | 'live' | 'none'>('asking');
  useEffect(() => {
    let stream: MediaStream | undefined;
    let gone = false;
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    const asked = devices
      ? devices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1920 } } })
      : Promise.reject(new Error('no camera'));
    asked.then(
      (s) => {
        stream = s;
        if (gone) return s.getTracks().forEach((t) => t.stop());
        if (video.current) video.current.srcObject = s;
        setState('live');
      },
      () => !gone && setState('none'),
    );
    return () => {
      gone = true;
      stream?.getTracks().forEach((t) => t.stop());
    };
  }, []);
  const shoot = () => {
    const v = video.current;
    if (!v) return;
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [v.videoWidth, v.videoHeight];
    canvas.getContext('2d')?.drawImage(v, 0, 0);
    canvas.toBlob((blob) => blob && onShot(blob), 'image/jpeg', 0.92);
  };
  return (
    <div className="grid gap-2" data-ghost={state}>
      <div className="relative overflow-hidden border border-line bg-sunk">
        <video
          ref={video}
          autoPlay
          playsInline
          muted
          className={state === 'live' ? 'block w-full' : 'hidden'}
        />
        <Picture
          photo={before}
          alt={words.t('photo.before')}
          className={state === 'live' ? 'absolute inset-0 size-full object-cover opacity-40' : 'block w-full'}
        />
      </div>
      {state === 'live' ? (
        <button
          type="button"
          className="min-h-14 rounded-sm bg-ink px-5 text-[1.1rem] font-bold text-paper"
          onClick={shoot}
        >
          {words.t('photo.shoot')}
        </button>
      ) : (
        <p className="text-sm text-soft">
          {words.t(state === 'none' ? 'photo.no-camera' : 'photo.asking-camera')}
        </p>
      )}
    </div>
  );
}
