'use client';
import { getNonce, setNonce } from 'get-nonce';
import { createContext, type ReactNode, useContext } from 'react';
import { type Locale, type Words, wordsIn } from '@/words';

const Context = createContext<{ words: Words; zone: string }>({ words: wordsIn('en-GB'), zone: 'UTC' });

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
  return <Context.Provider value={{ words: wordsIn(locale), zone }}>{children}</Context.Provider>;
}

export function useWords(): Words {
  return useContext(Context).words;
}

/** The shop's time zone. */
export function useZone(): string {
  return useContext(Context).zone;
}
