export { type Answered, answer, isFree } from './answers';
export { ANSWERS, type AnswerKind, type Case } from './case';
export type { CaseFault } from './caseFault';
