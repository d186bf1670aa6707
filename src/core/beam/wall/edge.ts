import { Matrix, solve } from 'ml-matrix';
import { type Cutoff, cutoffOf } from '../photometry/cutoff';
import { hOf, mapAt, type WallMap } from './wallMap';

/** To which side of straight ahead the flat part of a cutoff lies: left where traffic drives on the right. */
export type FlatSide = 'left' | 'right';

/** *Settings*: where the flat part is looked at, from straight ahead, and over how far columns are taken together, degrees. */
export const FLAT_AT_DEG = 2.5;
const TOGETHER_DEG = 0.4;
/** *Setting*: how far the line of the cutoff is followed to both sides, and in what steps, degrees. */
const FOLLOWED_DEG = 6;
const FOLLOW_STEP_DEG = 0.25;
/** *Setting*: a column whose fall is softer than this has no cutoff. */
const SOFT = 0.08;

/** A cutoff in a map: its flat part, its course, its kink. */
export interface WallCutoff extends Cutoff {
  readonly atHDeg: number;
  /** Its course, where there is one. */
  readonly line: readonly { readonly hDeg: number; readonly vDeg: number }[];
  /** Where its flat part ends and it rises; null: it does not rise, as of a fog lamp. */
  readonly kink: { readonly hDeg: number; readonly vDeg: number; readonly riseDeg: number } | null;
}

/** Light of a column of a map: the mean of a few columns beside one another. */
function columnLight(m: WallMap, hDeg: number): (vDeg: number) => number {
  const reach = Math.round(TOGETHER_DEG / m.stepDeg);
  return (vDeg) => {
    let sum = 0;
    let count = 0;
    for (let k = -reach; k <= reach; k += 1) {
      const v = mapAt(m, hDeg + k * m.stepDeg, vDeg);
      if (Number.isNaN(v)) continue;
      sum += v;
      count += 1;
    }
    return count > reach ? sum / count : NaN;
  };
}

/** Cutoff of a column; none where part of it is not known. */
function cutoffAt(m: WallMap, hDeg: number, from = m.fromV, to = m.toV): Cutoff | null {
  const light = columnLight(m, hDeg);
  let known = true;
  const found = cutoffOf(
    (v) => {
      const x = light(v);
      if (Number.isNaN(x)) known = false;
      // A value that noise has taken to nothing has no logarithm: a thousandth of white is as dark as a picture tells.
      return Number.isNaN(x) ? 0 : x;
    },
    from,
    to,
  );
  return known ? found : null;
}

/**
 * The cutoff of a beam, by the steepest fall of log light at 2.5° to its flat side (UN R112 Annex 9 [check the text]), followed to
 * both sides, with its kink. Null: there is none, or what lies around it is blown out.
 */
export function wallCutoff(m: WallMap, flat: FlatSide, centreDeg = 0): WallCutoff | null {
  const side = flat === 'left' ? -1 : 1;
  const atHDeg = centreDeg + side * FLAT_AT_DEG;
  const found = cutoffAt(m, atHDeg);
  if (!found || found.sharpness < SOFT) return null;
  const line: { hDeg: number; vDeg: number }[] = [];
  const steps = Math.round(FOLLOWED_DEG / FOLLOW_STEP_DEG);
  for (let k = -steps; k <= steps; k += 1) {
    const hDeg = centreDeg + k * FOLLOW_STEP_DEG;
    // It is looked for near the flat part, and above it on the other side, where it may rise.
    const up = Math.max(0, (hDeg - atHDeg) * -side);
    const c = cutoffAt(
      m,
      hDeg,
      Math.max(m.fromV, found.vDeg - 0.8),
      Math.min(m.toV, found.vDeg + 0.8 + up * 0.6),
    );
    if (c && c.sharpness >= SOFT) line.push({ hDeg, vDeg: c.vDeg });
  }
  return { ...found, atHDeg, line, kink: kinkOf(line, -side) };
}

/** *Setting*: a course that rises less steeply than this has no kink, degrees of slope. */
const RISE_LEAST = 4;

/** *Setting*: how far beyond a kink the rise is followed, degrees: many lamps turn flat again. */
const RISE_FOLLOWED = 2.5;
/** *Setting*: a kink is looked for so far to both sides of straight ahead, degrees. */
const KINK_WITHIN = 2.5;

/**
 * Where a straight course begins to rise towards one side: of all places the one at which two straight pieces that meet there
 * fit best, by least squares. The first piece may lean, as of a lamp that sits turned.
 */
function kinkOf(line: readonly { readonly hDeg: number; readonly vDeg: number }[], way: number) {
  // From the flat side on, going towards the rise.
  const all = line.map((p) => ({ x: p.hDeg * way, y: p.vDeg })).sort((a, b) => a.x - b.x);
  let best: { mean: number; at: number; v: number; slope: number } | null = null;
  const [first, last] = [all[0]?.x ?? 0, all.at(-1)?.x ?? 0];
  for (let at = Math.max(first + 2, -KINK_WITHIN); at <= Math.min(last - 1, KINK_WITHIN); at += 0.05) {
    const points = all.filter((p) => p.x <= at + RISE_FOLLOWED);
    const rising = points.filter((p) => p.x > at).length;
    if (rising < 3 || points.length - rising < 5) continue;
    const rows = points.map((p) => [1, p.x, Math.max(0, p.x - at)]);
    const [a = 0, b = 0, c = 0] = solve(
      new Matrix(rows),
      Matrix.columnVector(points.map((p) => p.y)),
    ).to1DArray();
    if (!(c >= Math.tan((RISE_LEAST * Math.PI) / 180))) continue;
    const mean =
      points.reduce((s, p) => s + (p.y - a - b * p.x - c * Math.max(0, p.x - at)) ** 2, 0) /
      (points.length - 3);
    if (!best || mean < best.mean - 1e-12) best = { mean, at, v: a + b * at, slope: c };
  }
  if (!best) return null;
  return { hDeg: best.at * way, vDeg: best.v, riseDeg: (Math.atan(best.slope) * 180) / Math.PI };
}

/** Light over the cutoff, from half a degree over it to two: the mean and the most, in the map's measure; null: nothing there. */
export function overCutoff(
  m: WallMap,
  cutoff: WallCutoff,
): { readonly mean: number; readonly most: number } | null {
  let sum = 0;
  let count = 0;
  let most = 0;
  for (let c = 0; c < m.columns; c += 1) {
    const h = hOf(m, c);
    // The flat side alone: on the other the rising part belongs to the beam.
    if (cutoff.atHDeg < 0 ? h > 0 : h < 0) continue;
    for (let v = cutoff.vDeg + 0.5; v <= cutoff.vDeg + 2; v += m.stepDeg) {
      const light = mapAt(m, h, v);
      if (Number.isNaN(light)) continue;
      sum += light;
      count += 1;
      if (light > most) most = light;
    }
  }
  return count > 0 ? { mean: sum / count, most } : null;
}
