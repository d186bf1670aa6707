import { compareText } from '../kernel/reason';
import type { FactRef } from '../vehicle';
import { evaluate, type Known, type Prepared, verdictOf } from './evaluate';
import { DIAGONAL, pairsOf } from './pairs';

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

/** Beyond this many combinations of correlated facts a fact is kept rather than dropped. */
const MAX_COMBINATIONS = 4096;

/**
 * The unknown facts whose value can change the rank, given all that is known; facts that cannot are left out. Exact:
 * the correlated facts (those at several leaves) are tried cell by cell, and for the rest it is followed through the
 * tree which pairs of ranks two values of the fact can lead to.
 */
export function openFacts(p: Prepared, known: Known): readonly FactRef[] {
  const now = evaluate(p, known);
  if (now.exact && now.lo === now.hi) return [];
  const unknown = [...p.cells.keys()].filter((ref) => !known.has(ref)).sort(compareText);
  return unknown.filter((ref) => matters(p, known, ref));
}

function matters(p: Prepared, known: Known, ref: FactRef): boolean {
  const correlated = p.repeated.filter((r) => r !== ref && !known.has(r));
  const combinations = correlated.reduce((n, r) => n * (p.cells.get(r)?.length ?? 1), 1);
  if (combinations > MAX_COMBINATIONS) return true;
  const [first, ...others] = p.cells.get(ref) ?? [];
  if (first === undefined) return false;
  const tryAll = (rest: readonly FactRef[], assumed: Known): boolean => {
    const [next, ...later] = rest;
    if (next !== undefined)
      return (p.cells.get(next) ?? []).some((cell) => tryAll(later, new Map(assumed).set(next, cell)));
    return others.some((other) => {
      const mask = pairsOf(
        p.condition,
        p,
        new Map(assumed).set(ref, first),
        new Map(assumed).set(ref, other),
      );
      return (mask & ~DIAGONAL) !== 0;
    });
  };
  return tryAll(correlated, known);
}
