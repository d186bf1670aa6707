import type { FactRef } from '../vehicle';
import { type Condition, MEND, type MendOption, NO, YES } from './condition';
import { type Interval, type Known, plain, type Prepared } from './evaluate';
import { accepted, type Mend } from '../rule';

/** A mend that the verdict stands on. `certain: false`: needed only if an open fact turns out badly. */
export interface NeededMend {
  readonly leafId: string;
  readonly mend: Mend;
  readonly certain: boolean;
  readonly ref: FactRef | null;
}

/**
 * The mends that make a condition good: of every `all` each child's, of an `any` those of the best branch
 * (highest rank, then fewest minutes; not certain while another branch may turn out to need nothing), of an unmet
 * leaf its best mend. The same mend at the same place, asked for twice, counts once.
 */
export function neededMends(p: Prepared, known: Known): readonly NeededMend[] {
  const once = new Map<string, NeededMend>();
  for (const need of collect(p.condition, p, known)) {
    const key = JSON.stringify([need.leafId, need.mend.parts]);
    const before = once.get(key);
    once.set(key, before ? { ...before, certain: before.certain || need.certain } : need);
  }
  return [...once.values()];
}

const minutesOf = (needed: readonly NeededMend[]) => needed.reduce((sum, n) => sum + n.mend.minutes, 0);

function collect(c: Condition, p: Prepared, known: Known): readonly NeededMend[] {
  switch (c.kind) {
    case 'all':
      return c.of.flatMap((child) => collect(child, p, known));
    case 'any': {
      const branches = c.of.map((child) => ({ at: plain(child, p, known), needs: collect(child, p, known) }));
      branches.sort((a, b) => byRank(a.at, b.at) || minutesOf(a.needs) - minutesOf(b.needs));
      const mayDoWithout = branches.slice(1).some((b) => b.at.hi === YES);
      return (branches[0]?.needs ?? []).map((n) => (mayDoWithout ? { ...n, certain: false } : n));
    }
    case 'not':
      return [];
    case 'constant':
      return c.value === 'yes' ? [] : best(c.id, c.mends, p, known, c.value === 'no', null);
    case 'leaf': {
      const value = known.get(c.ref);
      if (value !== undefined)
        return accepted(c.accepts, value) ? [] : best(c.id, c.mends, p, known, true, c.ref);
      const surelyMet = (p.cells.get(c.ref) ?? []).every((cell) => accepted(c.accepts, cell));
      return surelyMet ? [] : best(c.id, c.mends, p, known, false, c.ref);
    }
  }
}

function byRank(a: Interval, b: Interval): number {
  return b.lo - a.lo || b.hi - a.hi;
}

function best(
  leafId: string,
  options: readonly MendOption[],
  p: Prepared,
  known: Known,
  certain: boolean,
  ref: FactRef | null,
): readonly NeededMend[] {
  const usable = options
    .map((o) => ({ mend: o.mend, at: o.when ? plain(o.when, p, known) : { lo: YES, hi: YES } }))
    .filter((o) => o.at.hi > NO)
    .sort((a, b) => byRank(a.at, b.at) || a.mend.minutes - b.mend.minutes);
  const first = usable[0];
  if (!first) return [];
  return [{ leafId, mend: first.mend, certain: certain && first.at.lo >= MEND, ref }];
}
