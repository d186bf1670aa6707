export { localeOf, LOCALES, type Locale, type MessageFacts } from './make';
export { type FrameKey, type FrameWords, frameWordsIn } from './frameWords';
export { wordsIn, type MessageKey, type Words } from './words';
export { plainWording, wording, type FactNames, type Wording } from './wording';
export { changeWords } from './lightWords';
export { harnessWords } from './harnessWords';
export { datesIn } from './intl';
export { wallLineWords } from './wallLines';
export { stepTitle } from './stepTitle';
