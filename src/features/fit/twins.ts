import type { FactView } from '@/core/job';

/**
 * A fact with the same one of the swap's other lamps that nobody has told yet: one walk round the vehicle answers both
 * sides, so both are asked at once.
 */
export function withTwins(
  fact: FactView,
  all: readonly FactView[],
  positions: readonly string[],
): readonly [FactView, ...(readonly FactView[])] {
  const twins = all.filter(
    (f) =>
      f.key.id === fact.key.id &&
      f.subject !== fact.subject &&
      f.value === null &&
      positions.includes(f.subject) &&
      positions.includes(fact.subject),
  );
  return [fact, ...twins];
}
