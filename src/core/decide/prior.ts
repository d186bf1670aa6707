import {
  type FactKey,
  type FactRef,
  type FactValue,
  type Prior,
  splitFactRef,
  type TypicalValue,
} from '../vehicle';
import { SOME_OTHER } from '../rule/cells';

/** Share of all vehicles that are none of those listed as typical: nothing is impossible only because nobody listed it. */
const UNLISTED = 0.05;
/** One named value of an open choice of which nothing is known takes one of so many shares; the rest is any other. */
const OPEN_SHARES = 16;

/**
 * The chance of each cell of an unknown fact. It belongs to the fact: a value has the same chance however many rows of
 * the shelf name others. Typical values share all but a twentieth; the rest is spread evenly over what the fact can
 * be, values of a closed choice alike, a number over its range, an open choice over sixteen shares.
 * @param cells representatives, as `cellsOf` gives them
 * @returns weights that sum to 1, one a cell
 */
export function cellChances(
  ref: FactRef,
  cells: readonly FactValue[],
  key: FactKey | undefined,
  priors: readonly Prior[],
): readonly number[] {
  const typical =
    priors.find((p) => p.fact === splitFactRef(ref).key)?.typical ?? key?.typical ?? ([] as TypicalValue[]);
  const total = typical.reduce((sum, v) => sum + v.weight, 0);
  const rest = evenly(cells, key);
  if (total <= 0) return rest;
  const weights = rest.map((r) => r * UNLISTED);
  for (const v of typical) {
    const i = cellOf(cells, v.value, key);
    weights[i] = (weights[i] ?? 0) + ((1 - UNLISTED) * v.weight) / total;
  }
  return weights;
}

/** How much of what a fact can be lies in each cell. */
function evenly(cells: readonly FactValue[], key: FactKey | undefined): readonly number[] {
  if (cells.every((c): c is number => typeof c === 'number')) return overRange(cells, key);
  if (!cells.includes(SOME_OTHER)) return cells.map(() => 1 / cells.length);
  const named = cells.length - 1;
  const share = 1 / Math.max(OPEN_SHARES, named + 1);
  return cells.map((c) => (c === SOME_OTHER ? 1 - named * share : share));
}

/** Of a number: whole ones are counted, others measured from bound to bound; a bound by itself has no width. */
function overRange(cells: readonly number[], key: FactKey | undefined): readonly number[] {
  const whole = key?.type.kind === 'number' && key.type.whole === true;
  const widths = cells.map((c, i) => {
    const next = cells[i + 1];
    const before = cells[i - 1];
    // A representative between two bounds stands for all from one to the other.
    if (whole) return Math.max(1, (next ?? c + 1) - c);
    return i % 2 === 1 && next !== undefined && before !== undefined ? next - before : 0;
  });
  const sum = widths.reduce((a, b) => a + b, 0);
  return sum > 0 ? widths.map((w) => w / sum) : cells.map(() => 1 / cells.length);
}

/** The cell in which a value lies. */
function cellOf(cells: readonly FactValue[], value: FactValue, key: FactKey | undefined): number {
  const own = cells.indexOf(value);
  if (own >= 0) return own;
  if (typeof value !== 'number') return Math.max(0, cells.indexOf(SOME_OTHER));
  const whole = key?.type.kind === 'number' && key.type.whole === true;
  // Whole ones are represented by the first of their cell, others stand between the bounds beside them.
  const after = cells.findIndex((c) => typeof c === 'number' && c > value);
  if (after < 0) return cells.length - 1;
  if (whole) return Math.max(0, after - 1);
  return after % 2 === 1 ? after : after - 1;
}
