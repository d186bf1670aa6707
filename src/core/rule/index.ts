export * from './language';
export { type Interval, type Rank, VERDICTS, type Verdict, verdictOf } from './rank';
export type { Accepts } from '../vehicle';
export type { Condition } from './condition';
export type { Evaluation, Known, Prepared } from './evaluate';
export { CELL_COMBINATIONS } from './span';
