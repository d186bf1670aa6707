import {
  cellClasses,
  type Expression,
  independentGroups,
  joined,
  joinSpans,
  mostShared,
  outerSpan,
  restrict,
} from './expression';
import { type Interval, MEND, NO, type Rank, YES } from './rank';

/**
 * The one limit of exactness: so many combinations of cells are tried for an answer. Facts that stand once, and groups
 * of conditions that share no fact, cost none; where more would be needed, the answer is the plain interval, which
 * is never too narrow, and says that it is not exact.
 */
export const CELL_COMBINATIONS = 16_384;

/** Combinations tried so far, and whether they were enough. */
export interface Effort {
  used: number;
  exact: boolean;
}
/** A fresh account of combinations. */
export const effort = (): Effort => ({ used: 0, exact: true });

/** Counts one combination more. @returns whether it may still be tried */
export function mayTry(e: Effort): boolean {
  if (e.used >= CELL_COMBINATIONS) {
    e.exact = false;
    return false;
  }
  e.used += 1;
  return true;
}

/** The ranks' span over all worlds: exact within {@link CELL_COMBINATIONS}, never too narrow beyond. */
export function spanOf(e: Expression, tried: Effort): Interval {
  switch (e.kind) {
    case 'rank':
    case 'var':
      return outerSpan(e);
    case 'mend': {
      const { lo, hi } = spanOf(e.when, tried);
      return { lo: lo > NO ? MEND : NO, hi: hi > NO ? MEND : NO };
    }
    case 'not': {
      const { lo, hi } = spanOf(e.of, tried);
      return { lo: (YES - hi) as Rank, hi: (YES - lo) as Rank };
    }
    case 'min':
    case 'max':
      return joinSpans(
        e.kind,
        independentGroups(e.of).map((group) => spanTogether(e.kind, group, tried)),
      );
  }
}

/** Of expressions that share unknown facts: the most shared one is taken cell by cell, until nothing is shared. */
function spanTogether(kind: 'min' | 'max', group: readonly Expression[], tried: Effort): Interval {
  const [only] = group;
  if (only && group.length === 1) return spanOf(only, tried);
  const outer = joinSpans(kind, group.map(outerSpan));
  if (outer.lo === outer.hi) return outer;
  const v = mostShared(group);
  let lo: Rank = YES;
  let hi: Rank = NO;
  for (const [cell] of cellClasses(group, v)) {
    if (!mayTry(tried)) return outer;
    const here = spanOf(
      joined(
        kind,
        group.map((e) => restrict(e, v, cell ?? 0)),
      ),
      tried,
    );
    lo = Math.min(lo, here.lo) as Rank;
    hi = Math.max(hi, here.hi) as Rank;
    if (lo === outer.lo && hi === outer.hi) break;
  }
  return { lo, hi };
}
