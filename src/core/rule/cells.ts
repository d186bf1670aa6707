import {
  type Accepts,
  type FactKey,
  type FactRef,
  type FactRegistry,
  type FactValue,
  splitFactRef,
} from '../vehicle';

/** Stands for every value that an open choice may take and no rule names. */
export const SOME_OTHER = '\u0000other';

/** A test that cuts the domain of a fact. */
export interface Cut {
  readonly ref: FactRef;
  readonly accepts: Accepts;
}

/**
 * Cuts the domain of each fact where the leaves' own boundaries lie and gives one value of each cell: two
 * values of a cell satisfy the same leaves, so trying the representatives is trying every value.
 */
export function cellsOf(
  leaves: readonly Cut[],
  registry: FactRegistry,
): ReadonlyMap<FactRef, readonly FactValue[]> {
  const byRef = new Map<FactRef, Cut[]>();
  for (const leaf of leaves) {
    const list = byRef.get(leaf.ref);
    if (list) list.push(leaf);
    else byRef.set(leaf.ref, [leaf]);
  }
  const cells = new Map<FactRef, readonly FactValue[]>();
  for (const [ref, list] of byRef) cells.set(ref, cut(registry.find(splitFactRef(ref).key), list));
  return cells;
}

function cut(key: FactKey | undefined, leaves: readonly Cut[]): readonly FactValue[] {
  if (key?.type.kind === 'yes-no') return [false, true];
  if (key?.type.kind === 'choice') {
    if (!key.type.open) return key.type.values;
    const named = leaves.flatMap((l) => (l.accepts.kind === 'values' ? l.accepts.values : []));
    return [...new Set<FactValue>([...key.type.values, ...named, SOME_OTHER])];
  }
  return numberCells(key, leaves).map((c) => c.value);
}

/** A cell of a number: every value from one bound to the other; a bound that is `out` is not in it. */
export interface NumberCell {
  readonly value: number;
  readonly from: number;
  readonly to: number;
  readonly out: boolean;
}

/** The cells of a number in their order: each bound of a test for itself, and what lies between each two. */
export function numberCells(key: FactKey | undefined, cuts: readonly Cut[]): readonly NumberCell[] {
  const type = key?.type.kind === 'number' ? key.type : undefined;
  const [min, max, whole] = [type?.min ?? -1e9, type?.max ?? 1e9, type?.whole ?? false];
  const bounds = cuts
    .flatMap((l) =>
      l.accepts.kind === 'range'
        ? [l.accepts.from, l.accepts.to]
        : l.accepts.values.filter((v): v is number => typeof v === 'number'),
    )
    .filter((b) => b > min && b < max);
  const points = [...new Set([min, ...bounds, max])].sort((a, b) => a - b);
  const cells: NumberCell[] = [];
  points.forEach((point, i) => {
    if (!whole || Number.isInteger(point)) cells.push({ value: point, from: point, to: point, out: false });
    const next = points[i + 1];
    if (next === undefined) return;
    if (!whole) cells.push({ value: (point + next) / 2, from: point, to: next, out: true });
    else if (Math.floor(point) + 1 < next) {
      const from = Math.floor(point) + 1;
      cells.push({ value: from, from, to: Math.ceil(next) - 1, out: false });
    }
  });
  return cells;
}
