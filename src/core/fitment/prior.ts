import {
  type FactKey,
  type FactRef,
  type FactValue,
  type Prior,
  splitFactRef,
  type TypicalValue,
} from '../vehicle';
import type { Leaf } from './condition';
import { accepted } from '../rule';

/** Nothing is impossible only because nobody listed it. */
const UNLISTED = 0.05;

/**
 * The chance of each cell of an unknown fact. Typical values are put into the cell that no leaf tells them from; a
 * fact of which nothing is known has all its cells alike.
 * @param cells representatives, as `cellsOf` gives them
 * @param leaves every leaf on this fact
 * @returns weights that sum to 1, one a cell
 */
export function cellChances(
  ref: FactRef,
  cells: readonly FactValue[],
  leaves: readonly Leaf[],
  key: FactKey | undefined,
  priors: readonly Prior[],
): readonly number[] {
  const typical =
    priors.find((p) => p.fact === splitFactRef(ref).key)?.typical ?? key?.typical ?? ([] as TypicalValue[]);
  const signature = (v: FactValue) => leaves.map((l) => (accepted(l.accepts, v) ? '1' : '0')).join('');
  const signatures = cells.map(signature);
  const weights: number[] = cells.map(() => (typical.length === 0 ? 1 : UNLISTED));
  const total = typical.reduce((sum, v) => sum + v.weight, 0);
  for (const v of typical) {
    const own = cells.indexOf(v.value);
    const same = own >= 0 ? own : signatures.indexOf(signature(v.value));
    if (same >= 0) weights[same] = (weights[same] ?? 0) + v.weight / total;
  }
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
}
