import { compareText } from '../kernel/reason';
import { type FactRef, type FactRegistry, type FactValue, offShelfRef, splitFactRef } from '../vehicle';
import { cellsOf } from './cells';
import { type Condition, type Leaf, leavesOf, MEND, type MendOption, NO, type Rank, YES } from './condition';
import { accepted } from '../rule';

/** The lowest and the highest rank that a condition can still take. */
export interface Interval {
  readonly lo: Rank;
  readonly hi: Rank;
}
/** Facts that are known, by reference. */
export type Known = ReadonlyMap<FactRef, FactValue>;

/** What can be said of an assembly on a vehicle, best first. */
export const VERDICTS = ['fits', 'fits-with-parts', 'check-first', 'does-not-fit'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Reads a verdict off an interval. A `fits-with-parts` whose `hi` is yes may still rise to a plain fit. */
export function verdictOf({ lo, hi }: Interval): Verdict {
  if (hi === NO) return 'does-not-fit';
  if (lo === NO) return 'check-first';
  return lo === MEND ? 'fits-with-parts' : 'fits';
}

/** A condition made ready for repeated evaluation: its facts, their cells, and which occur more than once. */
export interface Prepared {
  readonly condition: Condition;
  readonly cells: ReadonlyMap<FactRef, readonly FactValue[]>;
  /** Facts that stand at several leaves, most frequent first: only these can correlate. */
  readonly repeated: readonly FactRef[];
}

const MAX_REPEATED_UNKNOWN = 12;

/** Binds a condition to the facts it reads, once for many evaluations. */
export function prepare(condition: Condition, registry: FactRegistry): Prepared {
  const leaves = leavesOf(condition);
  const count = new Map<FactRef, number>();
  for (const leaf of leaves) count.set(leaf.ref, (count.get(leaf.ref) ?? 0) + 1);
  const repeated = [...count]
    .filter(([, n]) => n > 1)
    .sort((a, b) => b[1] - a[1] || compareText(a[0], b[0]))
    .map(([ref]) => ref);
  return { condition, cells: cellsOf(leaves, registry), repeated };
}

const rank = (n: number): Rank => (n <= 0 ? NO : n === 1 ? MEND : YES);

/** What an unmet leaf is worth: no, or a mend as far as one of its mends' own conditions holds. */
function unmet(mends: readonly MendOption[], p: Prepared, known: Known): Interval {
  let lo: Rank = NO;
  let hi: Rank = NO;
  for (const option of mends) {
    const when: Interval = option.when ? plain(option.when, p, known) : { lo: YES, hi: YES };
    lo = rank(Math.max(lo, Math.min(MEND, when.lo)));
    hi = rank(Math.max(hi, Math.min(MEND, when.hi)));
  }
  return { lo, hi };
}

function leafInterval(leaf: Leaf, p: Prepared, known: Known): Interval {
  const value = known.get(leaf.ref);
  if (value !== undefined) {
    return accepted(leaf.accepts, value) ? { lo: YES, hi: YES } : unmet(leaf.mends, p, known);
  }
  const cells = p.cells.get(leaf.ref) ?? [];
  const canMeet = cells.some((c) => accepted(leaf.accepts, c));
  const canMiss = cells.some((c) => !accepted(leaf.accepts, c));
  if (!canMiss) return { lo: YES, hi: YES };
  const miss = unmet(leaf.mends, p, known);
  // A plug that the shelf does not have: what would make another plug good is not known to make this one good.
  if (known.has(offShelfRef(leaf.ref)) && splitFactRef(leaf.ref).key === 'plug')
    return { lo: NO, hi: canMeet ? YES : miss.hi };
  return { lo: miss.lo, hi: canMeet ? YES : miss.hi };
}

/** Interval arithmetic over the tree: exact where no unknown fact stands at two leaves. */
export function plain(c: Condition, p: Prepared, known: Known): Interval {
  switch (c.kind) {
    case 'leaf':
      return leafInterval(c, p, known);
    case 'constant':
      if (c.value === 'yes') return { lo: YES, hi: YES };
      return c.value === 'no' ? unmet(c.mends, p, known) : { lo: unmet(c.mends, p, known).lo, hi: YES };
    case 'not': {
      const { lo, hi } = plain(c.of, p, known);
      return { lo: rank(YES - hi), hi: rank(YES - lo) };
    }
    case 'all':
    case 'any': {
      const start = c.kind === 'all' ? YES : NO;
      const pick = c.kind === 'all' ? Math.min : Math.max;
      let lo: Rank = start;
      let hi: Rank = start;
      for (const child of c.of) {
        const i = plain(child, p, known);
        lo = rank(pick(lo, i.lo));
        hi = rank(pick(hi, i.hi));
      }
      return { lo, hi };
    }
  }
}

/** With `exact: false` the interval may be wider than the truth: more than twelve unknown facts correlate. */
export interface Evaluation extends Interval {
  readonly exact: boolean;
}

/**
 * The exact interval of a condition under what is known: an unknown that cannot matter does not count
 * (`≤ 2017 or ≥ 2018` is true). Only unknown facts that stand at several leaves are tried cell by cell; the rest
 * is exact by interval arithmetic. Beyond twelve such facts the plain interval is given and flagged.
 */
export function evaluate(p: Prepared, known: Known): Evaluation {
  const first = plain(p.condition, p, known);
  const open = p.repeated.filter((ref) => !known.has(ref));
  if (first.lo === first.hi || open.length === 0) return { ...first, exact: true };
  if (open.length > MAX_REPEATED_UNKNOWN) return { ...first, exact: false };
  return { ...tryCells(p, known, open, first), exact: true };
}

function tryCells(p: Prepared, known: Known, open: readonly FactRef[], outer: Interval): Interval {
  const [ref, ...rest] = open;
  if (ref === undefined || outer.lo === outer.hi) return outer;
  let lo: Rank = YES;
  let hi: Rank = NO;
  for (const value of p.cells.get(ref) ?? []) {
    const assumed = new Map(known).set(ref, value);
    const inner = tryCells(p, assumed, rest, plain(p.condition, p, assumed));
    lo = rank(Math.min(lo, inner.lo));
    hi = rank(Math.max(hi, inner.hi));
    if (lo === outer.lo && hi === outer.hi) break;
  }
  return { lo, hi };
}
