import { type Condition, type MendOption, MEND, NO, type Rank, YES } from './condition';
import type { Known, Prepared } from './evaluate';
import { accepted } from '../rule';

/** A set of pairs of ranks as nine bits: bit 3a + b stands for (a, b). */
export type Pairs = number;

const bit = (a: number, b: number): Pairs => 1 << (3 * a + b);
/** The pairs in which both worlds have the same rank. */
export const DIAGONAL: Pairs = bit(NO, NO) | bit(MEND, MEND) | bit(YES, YES);

function combine(x: Pairs, y: Pairs, pick: (a: number, b: number) => number): Pairs {
  let out = 0;
  for (let i = 0; i < 9; i += 1) {
    if (!(x & (1 << i))) continue;
    for (let j = 0; j < 9; j += 1)
      if (y & (1 << j)) out |= bit(pick(Math.floor(i / 3), Math.floor(j / 3)), pick(i % 3, j % 3));
  }
  return out;
}

const mapped = (x: Pairs, to: (a: Rank) => number): Pairs => {
  let out = 0;
  for (let i = 0; i < 9; i += 1)
    if (x & (1 << i)) out |= bit(to(Math.floor(i / 3) as Rank), to((i % 3) as Rank));
  return out;
};

/**
 * The pairs of ranks that a condition can have in two worlds, which differ in what is given and share every unknown
 * fact. Exact where no unknown fact stands at two leaves.
 */
export function pairsOf(c: Condition, p: Prepared, one: Known, two: Known): Pairs {
  switch (c.kind) {
    case 'all':
      return c.of.reduce((x, child) => combine(x, pairsOf(child, p, one, two), Math.min), bit(YES, YES));
    case 'any':
      return c.of.reduce((x, child) => combine(x, pairsOf(child, p, one, two), Math.max), bit(NO, NO));
    case 'not':
      return mapped(pairsOf(c.of, p, one, two), (a) => YES - a);
    case 'constant': {
      if (c.value === 'yes') return bit(YES, YES);
      const unmet = unmetPairs(c.mends, p, one, two);
      return c.value === 'no' ? unmet : unmet | bit(YES, YES);
    }
    case 'leaf': {
      const [a, b] = [one.get(c.ref), two.get(c.ref)];
      const unmet = unmetPairs(c.mends, p, one, two);
      if (a !== undefined && b !== undefined) {
        const [first, second] = [accepted(c.accepts, a), accepted(c.accepts, b)];
        if (first && second) return bit(YES, YES);
        return combine(unmet, bit(first ? YES : NO, second ? YES : NO), Math.max);
      }
      const cells = p.cells.get(c.ref) ?? [];
      const met = cells.some((x) => accepted(c.accepts, x)) ? bit(YES, YES) : 0;
      return cells.every((x) => accepted(c.accepts, x)) ? met : met | unmet;
    }
  }
}

function unmetPairs(mends: readonly MendOption[], p: Prepared, one: Known, two: Known): Pairs {
  return mends.reduce(
    (x, option) => {
      const when = option.when ? pairsOf(option.when, p, one, two) : bit(YES, YES);
      return combine(
        x,
        mapped(when, (a) => Math.min(a, MEND)),
        Math.max,
      );
    },
    bit(NO, NO),
  );
}
