import type { Wish } from '../fitment';
import type { PositionKey } from '../vehicle';
import type { AnySaid } from './events';

/** A job of the same vehicle line, as far as another can begin like it. */
export interface SimilarJob {
  readonly id: string;
  readonly number: number;
  readonly identity: string;
  readonly wishes: readonly Wish[];
  readonly swaps: readonly {
    readonly positions: readonly PositionKey[];
    /** What was chosen there, by maker and name: to be read, never copied, as each vehicle is judged by itself. */
    readonly lamps: readonly string[];
  }[];
}

/**
 * What a job takes over of a similar one: which lamps are changed, and the wishes where nobody asked yet. Facts, looks and
 * choices are of that vehicle, and none of this one's.
 * @param free positions that are in no swap of this job
 * @param newId makes the id of a swap
 */
export function asBefore(
  like: SimilarJob,
  free: ReadonlySet<PositionKey>,
  asked: boolean,
  newId: () => string,
): readonly AnySaid[] {
  const swaps = like.swaps
    .filter((s) => s.positions.every((p) => free.has(p)))
    .map((s) => ({ type: 'swap-opened' as const, body: { swap: newId(), positions: [...s.positions] } }));
  return asked ? swaps : [...swaps, { type: 'wishes-stated', body: { wishes: [...like.wishes] } }];
}
