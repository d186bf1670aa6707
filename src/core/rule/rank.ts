/** no < mend < yes. */
export type Rank = 0 | 1 | 2;
/** Not met, whatever is fitted besides. */
export const NO: Rank = 0;
/** Met once a part, or work, makes up for it. */
export const MEND: Rank = 1;
/** Met as it is. */
export const YES: Rank = 2;

/** The lowest and the highest rank over all worlds. */
export interface Interval {
  readonly lo: Rank;
  readonly hi: Rank;
}

/** What can be said of an assembly on a vehicle, best first. */
export const VERDICTS = ['fits', 'fits-with-parts', 'check-first', 'does-not-fit'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Reads a verdict off an interval. A `fits-with-parts` whose `hi` is yes may still rise to a plain fit. */
export function verdictOf({ lo, hi }: Interval): Verdict {
  if (hi === NO) return 'does-not-fit';
  if (lo === NO) return 'check-first';
  return lo === MEND ? 'fits-with-parts' : 'fits';
}
