'use client';
import type { ReactNode } from 'react';
import { wordsIn } from '@/words';
import { useFrameWords, WholeContext } from './WordsContext';

/** Gives all words to what stands in it. */
export function WholeWords({ children }: { children: ReactNode }) {
  return <WholeContext.Provider value={wordsIn(useFrameWords().locale)}>{children}</WholeContext.Provider>;
}
