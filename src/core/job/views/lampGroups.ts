import type { PositionView } from './frame';

/** Left and right of one role at one end belong together; a lamp in the centre stands alone. */
function pairs(positions: readonly PositionView[]): readonly (readonly PositionView[])[] {
  const groups = new Map<string, PositionView[]>();
  for (const p of positions) {
    const { role, end, ordinal = 1, layer = '', side } = p.place.position;
    const key = `${role}.${end}.${ordinal}.${layer}.${side === 'centre' ? 'c' : 's'}`;
    groups.set(key, [...(groups.get(key) ?? []), p]);
  }
  return [...groups.values()];
}

/**
 * Lamps that can come into a job together: a pair as a rule; one side alone where only that one is to be changed, or
 * the other is in the job already.
 */
export const freeGroups = (positions: readonly PositionView[]): readonly (readonly PositionView[])[] =>
  pairs(positions).flatMap((g) => {
    const left = g.filter((p) => p.swap === null);
    return left.length > 1 ? [left, ...left.map((p) => [p])] : left.length === 1 ? [left] : [];
  });
