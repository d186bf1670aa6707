'use client';
import { useFrameWords } from './WordsContext';

/** Stands while a screen is fetched. */
export function Loading() {
  return (
    <p role="status" className="px-6 py-5 text-soft">
      {useFrameWords().t('loading')}
    </p>
  );
}
