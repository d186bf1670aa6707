import { type Figures, USUAL_FIGURES } from './figures';
import { sizesLike, type WireSize } from './wire';

/** Blade fuse sizes, A. */
export const BLADE_FUSES_A = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40] as const;

/** The fuse of a feed: the one to take, or why none suits. */
export type FeedFuse =
  | { readonly kind: 'fuse'; readonly fuseA: number; readonly leastA: number }
  /** The wire bears no fuse that the load needs; the next thicker one that does. */
  | { readonly kind: 'thicker-wire'; readonly leastA: number; readonly wire: WireSize | null };

/**
 * The fuse of an added feed: the next blade size at or over the load ÷ the share of a fuse that it may use (0.75), and no
 * larger than the wire bears.
 */
export function feedFuse(currentA: number, wire: WireSize, figures: Figures = USUAL_FIGURES): FeedFuse {
  const leastA = currentA / figures.fuseShare;
  const fuseA = BLADE_FUSES_A.find((f) => f >= leastA - 1e-9);
  if (fuseA !== undefined && fuseA <= figures.maxFuseA[wire]) return { kind: 'fuse', fuseA, leastA };
  const sizes = sizesLike(wire);
  const thicker = sizes
    .slice(sizes.indexOf(wire) + 1)
    .find((w) => fuseA !== undefined && fuseA <= figures.maxFuseA[w]);
  return { kind: 'thicker-wire', leastA, wire: thicker ?? null };
}

/** Whether a rating is one that is made. */
export const isBladeFuse = (ratingA: number): boolean =>
  (BLADE_FUSES_A as readonly number[]).includes(ratingA);
