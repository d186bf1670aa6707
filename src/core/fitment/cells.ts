import { type FactKey, type FactRef, type FactRegistry, type FactValue, splitFactRef } from '../vehicle';
import type { Leaf } from './condition';

/** Stands for every value that an open choice may take and no rule names. */
export const SOME_OTHER = '\u0000other';

/**
 * Cuts the domain of each fact where the leaves' own boundaries lie and gives one value of each cell: two
 * values of a cell satisfy the same leaves, so trying the representatives is trying every value.
 */
export function cellsOf(
  leaves: readonly Leaf[],
  registry: FactRegistry,
): ReadonlyMap<FactRef, readonly FactValue[]> {
  const byRef = new Map<FactRef, Leaf[]>();
  for (const leaf of leaves) {
    const list = byRef.get(leaf.ref);
    if (list) list.push(leaf);
    else byRef.set(leaf.ref, [leaf]);
  }
  const cells = new Map<FactRef, readonly FactValue[]>();
  for (const [ref, list] of byRef) cells.set(ref, cut(registry.find(splitFactRef(ref).key), list));
  return cells;
}

function cut(key: FactKey | undefined, leaves: readonly Leaf[]): readonly FactValue[] {
  if (key?.type.kind === 'yes-no') return [false, true];
  if (key?.type.kind === 'choice') {
    if (!key.type.open) return key.type.values;
    const named = leaves.flatMap((l) => (l.accepts.kind === 'values' ? l.accepts.values : []));
    return [...new Set<FactValue>([...key.type.values, ...named, SOME_OTHER])];
  }
  const bounds = leaves.flatMap((l) =>
    l.accepts.kind === 'range'
      ? [l.accepts.from, l.accepts.to]
      : l.accepts.values.filter((v): v is number => typeof v === 'number'),
  );
  const type = key?.type.kind === 'number' ? key.type : undefined;
  return cutNumbers(
    bounds.filter(Number.isFinite),
    type?.min ?? -1e9,
    type?.max ?? 1e9,
    type?.whole ?? false,
  );
}

/** Representatives of [min, max] cut at the boundaries: each boundary itself and one value between neighbours. */
function cutNumbers(bounds: readonly number[], min: number, max: number, whole: boolean): readonly number[] {
  const points = [...new Set([min, ...bounds.filter((b) => b > min && b < max), max])].sort((a, b) => a - b);
  const cells: number[] = [];
  points.forEach((point, i) => {
    cells.push(point);
    const next = points[i + 1];
    if (next === undefined) return;
    const between = whole ? Math.floor((point + next) / 2) : (point + next) / 2;
    if (between > point && between < next) cells.push(between);
  });
  return whole ? cells.filter(Number.isInteger) : cells;
}
