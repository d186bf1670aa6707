import { compareText } from '../kernel/reason';
import type { FactRef } from '../vehicle';
import { evaluate, type Known, type Prepared, residual } from './evaluate';
import { matters } from './matters';
import { verdictOf } from './rank';
import { effort } from './span';

/**
 * A subset-minimal set of known facts which alone, all others unknown, give the same settled verdict: dropping
 * any one of them would lose it. Greedy deletion in the order of the references. Empty when the verdict hangs on
 * no fact. Meaningless for `check-first`: see {@link openFacts}.
 * @param p prepared with no fact taken as known
 */
export function because(p: Prepared, known: Known): readonly FactRef[] {
  const verdict = verdictOf(evaluate(p, known));
  const used = p.facts.filter((ref) => known.has(ref)).sort(compareText);
  const kept = new Map([...known].filter(([ref]) => used.includes(ref) || !p.index.has(ref)));
  // A look that is left out brings the claims back, and with them another fact may have become idle: until none has.
  for (let shrunk = true; shrunk;) {
    shrunk = false;
    for (const ref of used) {
      const value = kept.get(ref);
      if (value === undefined) continue;
      kept.delete(ref);
      if (verdictOf(evaluate(p, kept)) === verdict) shrunk = true;
      else kept.set(ref, value);
    }
  }
  return used.filter((ref) => kept.has(ref));
}

/**
 * The unknown facts whose value can change the rank in some world, given all that is known; facts that cannot are left
 * out. Where that would take more than the combinations of {@link effort}, a fact is listed.
 */
export function openFacts(p: Prepared, known: Known): readonly FactRef[] {
  const left = residual(p, known);
  const settling = left.hidden.filter((h) => h.settledBy && matters(left.expression, h.v, effort()));
  return p.facts.filter(
    (ref, v) =>
      !known.has(ref) && (settling.some((h) => h.settledBy === ref) || matters(left.expression, v, effort())),
  );
}
