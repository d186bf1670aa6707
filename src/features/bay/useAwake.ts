'use client';
import { useEffect } from 'react';

/** Keeps the screen on while work is shown; a browser that cannot, or may not, lets it be. */
export function useAwake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const take = () => {
      if (gone || document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (l) => {
          if (gone) void l.release();
          else lock = l;
        },
        () => undefined,
      );
    };
    take();
    // It is let go with the screen, and taken again with it.
    document.addEventListener('visibilitychange', take);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, []);
}
