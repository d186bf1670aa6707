/** *Settings*: of so many fasteners, so many broke, before this shop has counted any of its own. */
export const BREAK_PRIOR = { broke: 1, of: 20 } as const;
/** *Setting*: spares that are enough in so many jobs of ten. */
const ENOUGH = 0.9;

/** Fasteners of one group that came out in this shop, and how many of them broke. */
export interface Broken {
  readonly out: number;
  readonly broken: number;
}
/** None came out yet. */
export const NONE_BROKEN: Broken = { out: 0, broken: 0 };

/**
 * How many spares are enough in nine jobs of ten: the upper quantile of how many of `count` will break, after what
 * broke here (beta-binomial). 0 where the old ones are not used again anyway has to be said by the caller.
 * @param count fasteners of the group in one job, whole
 */
export function sparesFor(count: number, seen: Broken = NONE_BROKEN, enough = ENOUGH): number {
  const broke = BREAK_PRIOR.broke + seen.broken;
  const sound = BREAK_PRIOR.of - BREAK_PRIOR.broke + Math.max(0, seen.out - seen.broken);
  let chance = 1;
  // P(0 broken) = Π (sound + i) / (all + i); each next by the ratio of neighbours.
  for (let i = 0; i < count; i += 1) chance *= (sound + i) / (broke + sound + i);
  let sum = chance;
  let k = 0;
  while (sum < enough - 1e-12 && k < count) {
    chance *= ((count - k) * (broke + k)) / ((k + 1) * (sound + count - k - 1));
    k += 1;
    sum += chance;
  }
  return k;
}
