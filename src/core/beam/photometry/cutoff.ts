import { clean } from '../../kernel/clean';

/** Light along a column of the wall, by its height in degrees. */
export interface ColumnPoint {
  readonly vDeg: number;
  readonly lux: number;
}

/** A cutoff in a column. */
export interface Cutoff {
  /** The steepest fall of log₁₀ E over a tenth of a degree, and the height of its middle: what UN rules name. */
  readonly sharpness: number;
  readonly vDeg: number;
  /** Where the light itself falls steepest: a quarter of a degree lower on usual lamps. */
  readonly linearDeg: number;
}

/** *Settings*: UN R112 Annex 9 [check the text]: over 0.1°, in steps of 0.05°, only where there is over 2 % of the most. */
export const CUTOFF = { overDeg: 0.1, stepDeg: 0.05, leastShare: 0.02 } as const;

/**
 * Finds the cutoff of a column: G = log₁₀ E(V) − log₁₀ E(V + 0.1°) at its greatest, stray light subtracted, only where E is
 * over 2 % of the column's most. Null: too few points, or no fall.
 * @param light E at a height, lx, stray light subtracted; asked on a grid of steps
 */
export function cutoffOf(light: (vDeg: number) => number, fromDeg: number, toDeg: number): Cutoff | null {
  const steps = Math.round((toDeg - fromDeg) / CUTOFF.stepDeg);
  const at = (i: number) => clean(fromDeg + i * CUTOFF.stepDeg);
  const values = Array.from({ length: steps + 1 }, (_, i) => light(at(i)));
  const over = Math.round(CUTOFF.overDeg / CUTOFF.stepDeg);
  const least = CUTOFF.leastShare * Math.max(0, ...values);
  let best: { g: number; i: number } | null = null;
  let steepest: { fall: number; i: number } | null = null;
  for (let i = 0; i + over < values.length; i += 1) {
    const [low, high] = [values[i] ?? 0, values[i + over] ?? 0];
    const fall = low - high;
    if (steepest === null || fall > steepest.fall) steepest = { fall, i };
    if (low <= least || high <= 0) continue;
    const g = Math.log10(low) - Math.log10(high);
    if (best === null || g > best.g) best = { g, i };
  }
  if (best === null || steepest === null || best.g <= 0) return null;
  return {
    sharpness: clean(best.g),
    vDeg: clean(at(best.i) + CUTOFF.overDeg / 2),
    linearDeg: clean(at(steepest.i) + CUTOFF.overDeg / 2),
  };
}

/** Light between points that were read: even in its logarithm from one to the next; outside them nothing is known. */
export function columnOf(points: readonly ColumnPoint[]): {
  readonly light: (vDeg: number) => number;
  readonly from: number;
  readonly to: number;
} {
  const sorted = [...points].sort((a, b) => a.vDeg - b.vDeg);
  const light = (vDeg: number): number => {
    const k = sorted.findIndex((p) => p.vDeg >= vDeg - 1e-9);
    const [a, b] = [sorted[Math.max(0, k - 1)], sorted[Math.max(0, k)]];
    if (k < 0 || !a || !b) return 0;
    if (b.vDeg - a.vDeg < 1e-12) return b.lux;
    const share = (vDeg - a.vDeg) / (b.vDeg - a.vDeg);
    if (a.lux <= 0 || b.lux <= 0) return Math.max(0, a.lux + share * (b.lux - a.lux));
    return Math.exp(Math.log(a.lux) + share * (Math.log(b.lux) - Math.log(a.lux)));
  };
  return { light, from: sorted[0]?.vDeg ?? 0, to: sorted.at(-1)?.vDeg ?? 0 };
}
