export {
  LOCALES,
  localeOf,
  wordsIn,
  type Locale,
  type MessageFacts,
  type MessageKey,
  type Words,
} from './words';
export { wording, type FactNames, type Wording } from './wording';
export { changeWords } from './lightWords';
export { harnessWords } from './harnessWords';
export { datesIn } from './intl';
export { wallLineWords } from './wallLines';
export { stepTitle } from './stepTitle';
