'use client';
import { useEffect } from 'react';
import { browserStream, type News, openStream, type Stream } from '@/device';

let stream: Stream | null = null;

/** Hears what the server says of the shop's jobs, while there is a network. */
export function useNews(listen: (news: News) => void): void {
  useEffect(() => {
    let stop: (() => void) | null = null;
    const begin = () => {
      if (!navigator.onLine || stop) return;
      stream ??= openStream(browserStream());
      stop = stream.subscribe(listen);
    };
    const end = () => {
      stop?.();
      stop = null;
    };
    begin();
    window.addEventListener('online', begin);
    window.addEventListener('offline', end);
    return () => {
      end();
      window.removeEventListener('online', begin);
      window.removeEventListener('offline', end);
    };
  }, [listen]);
}
