import { compareText } from '../reason';
import type { FactRef } from '../vehicle';
import { leavesOf } from './condition';
import { evaluate, type Interval, type Known, type Prepared, verdictOf } from './evaluate';

/**
 * A subset-minimal set of known facts which alone, all others unknown, give the same settled verdict: dropping
 * any one of them would lose it. Greedy deletion in the order of the references. Empty when the verdict hangs on
 * no fact. Meaningless for `check-first`: see {@link openFacts}.
 */
export function because(p: Prepared, known: Known): readonly FactRef[] {
  const verdict = verdictOf(evaluate(p, known));
  const used = [...p.cells.keys()].filter((ref) => known.has(ref)).sort(compareText);
  const kept = new Map([...known].filter(([ref]) => used.includes(ref)));
  for (const ref of used) {
    const without = new Map(kept);
    without.delete(ref);
    if (verdictOf(evaluate(p, without)) === verdict) kept.delete(ref);
  }
  return used.filter((ref) => kept.has(ref));
}

const MAX_NODES = 4000;

/**
 * The unknown facts whose value can change the verdict, given all that is known; facts that cannot are left out.
 * Exact, by trying the cells of the other unknown facts; after 4000 trials a fact is kept rather than dropped.
 */
export function openFacts(p: Prepared, known: Known): readonly FactRef[] {
  const unknown = [...new Set(leavesOf(p.condition).map((l) => l.ref))]
    .filter((ref) => !known.has(ref))
    .sort(compareText);
  return unknown.filter((ref) =>
    matters(
      p,
      known,
      ref,
      unknown.filter((r) => r !== ref),
      { left: MAX_NODES },
    ),
  );
}

function matters(
  p: Prepared,
  known: Known,
  ref: FactRef,
  others: readonly FactRef[],
  budget: { left: number },
): boolean {
  budget.left -= 1;
  if (budget.left < 0) return true;
  const now = evaluate(p, known);
  if (now.exact && now.lo === now.hi) return false;
  const cells = p.cells.get(ref) ?? [];
  const intervals: Interval[] = cells.map((value) => evaluate(p, new Map(known).set(ref, value)));
  if (intervals.some((i) => i.lo !== intervals[0]?.lo || i.hi !== intervals[0]?.hi)) return true;
  const [next, ...rest] = others;
  if (next === undefined) return false;
  return (p.cells.get(next) ?? []).some((value) =>
    matters(p, new Map(known).set(next, value), ref, rest, budget),
  );
}
