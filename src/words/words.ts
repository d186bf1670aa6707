import frameGB from './frame/en-GB.json';
import frameUS from './frame/en-US.json';
import { wordsOf, type WordsOf } from './make';
import workGB from './work/en-GB.json';
import workUS from './work/en-US.json';

/** All messages in British English. */
export const GB = { ...frameGB, ...workGB };
/** What differs in US English. */
export const US = { ...frameUS, ...workUS };

/** A message of the catalogue. */
export type MessageKey = keyof typeof GB & string;
export type Words = WordsOf<MessageKey>;

/** All words of a language. */
export const wordsIn = wordsOf<MessageKey>({ 'en-GB': GB, 'en-US': US });
