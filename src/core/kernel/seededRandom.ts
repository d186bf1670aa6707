import { mersenne } from 'pure-rand/generator/mersenne';

/** Numbers in [0, 1), the same for the same seed everywhere; seeds beside one another give unlike numbers from the first. */
export function seededRandom(seed: number): () => number {
  const generator = mersenne(seed);
  return () => (generator.next() >>> 0) / 2 ** 32;
}
