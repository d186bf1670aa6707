'use client';
import { getNonce, setNonce } from 'get-nonce';
import { createContext, type ReactNode, useContext } from 'react';
import { frameWordsIn, type FrameWords, type Locale, type Words } from '@/words';

const Context = createContext<{ words: FrameWords; zone: string }>({
  words: frameWordsIn('en-GB'),
  zone: 'UTC',
});

/** All words; null: this part of the application has the frame's alone. */
export const WholeContext = createContext<Words | null>(null);

/** Gives the screens their language, and tells style-making packages the nonce of the content policy. */
export function WordsProvider({
  locale,
  zone,
  nonce,
  children,
}: {
  locale: Locale;
  zone: string;
  nonce: string;
  children: ReactNode;
}) {
  // The page keeps the policy it came with; a refresh brings another nonce that would not be its own.
  if (typeof window !== 'undefined' && !getNonce()) setNonce(nonce);
  return <Context.Provider value={{ words: frameWordsIn(locale), zone }}>{children}</Context.Provider>;
}

/** The words that every page has. */
export function useFrameWords(): FrameWords {
  return useContext(Context).words;
}

/** All words. @throws Error outside `WholeWords`: a screen that is to open light has the frame's words alone */
export function useWords(): Words {
  const words = useContext(WholeContext);
  if (!words) throw new Error('useWords outside WholeWords');
  return words;
}

/** The shop's time zone. */
export function useZone(): string {
  return useContext(Context).zone;
}
