import enGB from './frame/en-GB.json';
import enUS from './frame/en-US.json';
import { wordsOf, type WordsOf } from './make';

/** A message of the frame and of the board. */
export type FrameKey = keyof typeof enGB & string;
export type FrameWords = WordsOf<FrameKey>;

/**
 * The words that every page has: the frame's, the board's and the sign-in's. All others come with the work
 * (`words.ts`): they are four times as many, and the board opens without them.
 */
export const frameWordsIn = wordsOf<FrameKey>({ 'en-GB': enGB, 'en-US': enUS });
