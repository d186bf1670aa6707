import { clean } from '../../kernel/clean';
import { type Reason, reason } from '../../kernel/reason';
import { mapAt, type WallMap } from './wallMap';

/** Lux that a meter read at a point of the picture: degrees right and up of straight ahead of the lamp. */
export interface WallReading {
  readonly hDeg: number;
  readonly vDeg: number;
  readonly lux: number;
}

/** How a picture's light stands to lux; `exponent` 1: evenly. */
export interface Tone {
  readonly kind: 'even';
  readonly luxPerLight: number;
  readonly exponent: number;
  /** Median of how far the readings lie off the curve, as a share. */
  readonly residual: number;
}

/** *Settings*: readings that are needed, and how far they may lie off one curve. */
export const READINGS_NEEDED = 5;
/** How far readings may lie off one curve, median, as a share. */
export const RESIDUAL_MOST = 0.15;
/** *Setting*: one reading may lie off by so much: a place that was not met. */
const WORST_MOST = 0.25;
/** *Setting*: readings have to span so many times from the least to the most, or no curve is known by them. */
const SPAN_LEAST = 15;
/** *Setting*: and the most has to come so near to the brightest of the picture: beyond the readings the curve is not known. */
const TOP_LEAST = 0.5;
/** *Setting*: how far the exponent may lie from 1: a camera that holds back lights or lifts shadows shows here first. */
const EXPONENT_OFF = 0.07;

/** *Settings*: how far around a point its surroundings are looked at, degrees; and how much a picture may lean on them. */
const AROUND_DEG = [1, 2, 3];
const LEAN_MOST = 0.15;

/**
 * Holds a picture against readings of a meter. Even: one curve, lux = a · light^b with b close to 1, and a median residual of at
 * most 15 %. Refused with what is wrong: too few readings, readings of too little span, readings that are not on one curve
 * (a phone that maps its tones locally), a curve that is bent.
 * @param stray of the room, lx, which the picture holds no more when it was taken off; else 0
 */
export function toneOf(
  map: WallMap,
  readings: readonly WallReading[],
  strayTakenOffLux = 0,
): Tone | { readonly kind: 'refused'; readonly reason: Reason } {
  const refused = (r: Reason) => ({ kind: 'refused', reason: r }) as const;
  const points = readings.flatMap((r) => {
    const light = mapAt(map, r.hDeg, r.vDeg);
    const lux = r.lux - strayTakenOffLux;
    return light > 0 && lux > 0 ? [{ at: r, x: Math.log(light), y: Math.log(lux) }] : [];
  });
  if (points.length < READINGS_NEEDED)
    return refused(reason('wall-readings-few', { found: points.length, wanted: READINGS_NEEDED }));
  const xs = points.map((p) => p.x);
  let brightest = 0;
  for (const v of map.light) if (v > brightest) brightest = v;
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  if (high - low < Math.log(SPAN_LEAST) || Math.exp(high) < TOP_LEAST * brightest)
    return refused(reason('wall-readings-span', { times: SPAN_LEAST }));
  const exponent = slopeOf(points);
  const level = median(points.map((p) => p.y - exponent * p.x));
  const off = points.map((p) => Math.abs(Math.exp(p.y - level - exponent * p.x) - 1));
  const residual = median(off);
  if (residual > RESIDUAL_MOST || Math.max(...off) > WORST_MOST)
    return refused(
      reason('wall-readings-off', { percent: Math.round(residual * 100), most: RESIDUAL_MOST * 100 }),
    );
  const leans = AROUND_DEG.some((deg) => leanOn(map, points, deg) > LEAN_MOST);
  if (leans || Math.abs(exponent - 1) > EXPONENT_OFF) return refused(reason('wall-tone'));
  return {
    kind: 'even',
    luxPerLight: Math.exp(level),
    exponent: clean(exponent),
    residual: clean(residual),
  };
}

/**
 * How much lux over light goes with the light around a point, as an exponent: 0 of a camera that keeps light as it is; a phone
 * that evens out bright and dark makes what lies in bright surroundings darker than it is.
 */
function leanOn(
  map: WallMap,
  points: readonly { readonly at: WallReading; readonly x: number; readonly y: number }[],
  deg: number,
): number {
  const pairs = points.map((p) => [Math.log(around(map, p.at, deg)), p.y - p.x] as const);
  const mean = (k: 0 | 1) => pairs.reduce((s, p) => s + p[k], 0) / pairs.length;
  const [mx, my] = [mean(0), mean(1)];
  const across = pairs.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  return across > 0 ? pairs.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / across : 0;
}

/** Mean light around a point. */
function around(map: WallMap, at: WallReading, deg: number): number {
  let [sum, count] = [0, 0];
  for (let h = -deg; h <= deg; h += 0.25)
    for (let v = -deg; v <= deg; v += 0.25) {
      const light = mapAt(map, at.hDeg + h, at.vDeg + v);
      if (!(light >= 0)) continue;
      sum += light;
      count += 1;
    }
  return count > 0 && sum > 0 ? sum / count : 1e-6;
}

/** The median of the slopes of all pairs: one bad reading does not bend it. Source: Theil 1950, Sen 1968. */
function slopeOf(points: readonly { readonly x: number; readonly y: number }[]): number {
  const slopes: number[] = [];
  points.forEach((a, i) =>
    points.slice(i + 1).forEach((b) => {
      if (Math.abs(b.x - a.x) > 0.2) slopes.push((b.y - a.y) / (b.x - a.x));
    }),
  );
  return slopes.length > 0 ? median(slopes) : NaN;
}

/** The middle of some figures. */
export function median(values: readonly number[]): number {
  const s = [...values].sort((a, b) => a - b);
  const m = s.length >> 1;
  return s.length % 2 === 1 ? (s[m] as number) : ((s[m - 1] as number) + (s[m] as number)) / 2;
}

/** A picture's light as lux. */
export const asLux = (light: Float32Array, tone: Tone): Float32Array =>
  light.map((v) => tone.luxPerLight * v ** tone.exponent);
