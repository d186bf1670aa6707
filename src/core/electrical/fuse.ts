import { sizesLike, WIRES, type WireSize } from './wire';

/** Blade fuse sizes, A. */
export const BLADE_FUSES_A = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40] as const;

/** *Setting*: share of a fuse that a steady load may use. Source: fuse makers' practice for blade fuses. */
export const FUSE_SHARE = 0.75;

/** The fuse of a feed: the one to take, or why none suits. */
export type FeedFuse =
  | { readonly kind: 'fuse'; readonly fuseA: number; readonly leastA: number }
  /** The wire bears no fuse that the load needs; the next thicker one that does. */
  | { readonly kind: 'thicker-wire'; readonly leastA: number; readonly wire: WireSize | null };

/** The fuse of an added feed: the next blade size at or over the load ÷ 0.75, and no larger than the wire bears. */
export function feedFuse(currentA: number, wire: WireSize): FeedFuse {
  const leastA = currentA / FUSE_SHARE;
  const fuseA = BLADE_FUSES_A.find((f) => f >= leastA - 1e-9);
  if (fuseA !== undefined && fuseA <= WIRES[wire].maxFuseA) return { kind: 'fuse', fuseA, leastA };
  const sizes = sizesLike(wire);
  const thicker = sizes
    .slice(sizes.indexOf(wire) + 1)
    .find((w) => fuseA !== undefined && fuseA <= WIRES[w].maxFuseA);
  return { kind: 'thicker-wire', leastA, wire: thicker ?? null };
}

/** Whether a rating is one that is made. */
export const isBladeFuse = (ratingA: number): boolean =>
  (BLADE_FUSES_A as readonly number[]).includes(ratingA);
