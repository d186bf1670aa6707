import type { Broken, TimesSeen } from '../work';

/** What this shop has learnt of the steps of some sheets. */
export interface Learnt {
  readonly timed: TimesSeen;
  /** Fasteners of groups that came out and broke, by `spareKey`. */
  readonly broken: Readonly<Record<string, Broken>>;
}
/** Of a shop that has locked no job yet. */
export const NOTHING_LEARNT: Learnt = { timed: {}, broken: {} };

/** What is kept of a group of fasteners: its sheet, its step, its name. */
export const spareKey = (sheet: string, step: string, group: string): string => `${sheet}/${step}/${group}`;
