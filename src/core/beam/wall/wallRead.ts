import { clean } from '../../kernel/clean';
import { type Reason, reason } from '../../kernel/reason';
import { type FlatSide, overCutoff, type WallCutoff, wallCutoff } from './edge';
import { joined } from './exposures';
import { placed, type WallMark } from './homography';
import type { Picture } from './picture';
import { type Blotch, type Spot, spotsOf, widthAt } from './spots';
import { asLux, toneOf, type WallReading } from './tone';
import { type LampBefore, type Sampled, sampledWall, WALL_STEP_DEG, type WallMap } from './wallMap';

/** One lamp on the wall, the other screened: its pictures and what was read besides. */
export interface WallTask {
  /** One exposure, or two or three of the same view by a camera that stood still. */
  readonly shots: readonly Picture[];
  readonly marks: readonly WallMark[];
  readonly lamp: LampBefore;
  readonly flat: FlatSide;
  /** Lux that a meter read at points of the picture. */
  readonly readings: readonly WallReading[];
  /** Of the room, lx, as the meter read it with the lamps off; absent: it stays in the picture, and that is said. */
  readonly strayLux?: number;
}

/** What a wall shows of one lamp. */
export interface WallRead {
  readonly kind: 'read';
  /** How far the checking marks lie off, mm. */
  readonly checkMm: number;
  /** `lux`: the map is in lux; `places`: one picture without that gives places alone, and why. */
  readonly light:
    { readonly kind: 'lux'; readonly residual: number } | { readonly kind: 'places'; readonly why: Reason };
  /** Lux, or shares of white. */
  readonly map: WallMap;
  /** Null: blown out. */
  readonly hot: Spot | null;
  readonly blotches: readonly Blotch[];
  /** At half and at a tenth of the hot spot's light; only of light. */
  readonly width50Deg: number | null;
  readonly width10Deg: number | null;
  /** Null: there is none, or it is blown out. Its sharpness counts of light alone. */
  readonly cutoff: WallCutoff | null;
  readonly over: { readonly mean: number; readonly most: number } | null;
  /** How far off the places may be, degrees, k = 2. */
  readonly cutoffU: number;
  readonly hotU: number;
}

/** A wall that cannot be read, and why. */
export interface WallRefused {
  readonly kind: 'refused';
  readonly reason: Reason;
}

/** *Setting*: so many cells that are blown out are a hot spot that is. */
const BLOWN_CELLS = 6;
/** *Settings*: what places are uncertain by besides the marks, degrees, k = 2: a step of the map; a hot spot is broad. */
const CUTOFF_U = 0.05;
const HOT_U = 0.15;
/** *Setting*: light of the room that was not taken off lifts what is dark, and moves the steepest fall, degrees. */
const STRAY_U = 0.1;

/**
 * Reads a wall: places it by its marks, brings it into degrees, joins exposures, holds it against a meter where one read five
 * points, and finds hot spot, blotches, widths and cutoff. A wall check is no certification.
 * @param progress told how far it is, 0 to 1; false ends it, and null is answered
 */
export function readWall(
  task: WallTask,
  progress: (share: number) => boolean = () => true,
): WallRead | WallRefused | null {
  const place = placed(task.marks);
  if (place.kind === 'refused') return place;
  const sampled: Sampled[] = [];
  const n = task.shots.length;
  for (const [i, shot] of task.shots.entries()) {
    const one = sampledWall(shot, place.toPixel, task.lamp, (s) => progress((0.8 * (i + s)) / n));
    if (!one) return null;
    sampled.push(one);
  }
  const [first] = sampled;
  const one = joined(sampled);
  if (one.kind === 'refused' || !first) return one.kind === 'refused' ? one : null;
  const share: WallMap = { ...first.map, light: one.light };
  if (!share.light.some((v) => v > 0)) return { kind: 'refused', reason: reason('wall-outside') };
  if (!progress(0.85)) return null;
  const blown = one.blown >= BLOWN_CELLS;
  const tone = blown
    ? ({ kind: 'refused', reason: reason('wall-blown') } as const)
    : toneOf(share, task.readings);
  const stray = task.strayLux ?? 0;
  const lux = tone.kind === 'even';
  const map: WallMap = lux
    ? { ...share, light: asLux(share.light, tone).map((v) => (v > stray ? v - stray : v >= 0 ? 0 : v)) }
    : share;
  const spots = blown ? null : spotsOf(map);
  if (!progress(0.95)) return null;
  const cutoff = wallCutoff(map, task.flat);
  const byMarks = degrees(place.worstMm / task.lamp.distanceMm);
  const strayLeft = !lux || task.strayLux === undefined;
  const hot = spots?.hot ?? null;
  return {
    kind: 'read',
    checkMm: clean(place.worstMm),
    light: lux
      ? { kind: 'lux', residual: tone.residual }
      : { kind: 'places', why: tone.kind === 'refused' ? tone.reason : reason('wall-blown') },
    map,
    hot,
    blotches: spots?.blotches ?? [],
    width50Deg: lux && hot ? widthAt(map, hot, 0.5) : null,
    width10Deg: lux && hot ? widthAt(map, hot, 0.1) : null,
    cutoff,
    over: cutoff && lux ? overCutoff(map, cutoff) : null,
    cutoffU: clean(Math.hypot(byMarks, CUTOFF_U, strayLeft ? STRAY_U : 0)),
    hotU: clean(Math.hypot(byMarks, HOT_U)),
  };
}

const degrees = (tan: number) => (Math.atan(tan) * 180) / Math.PI;

/** A map as it is kept: fewer cells, each a byte of its logarithm below the most. */
export interface KeptMap {
  readonly fromH: number;
  readonly toH: number;
  readonly fromV: number;
  readonly toV: number;
  readonly columns: number;
  readonly rows: number;
  /** The most of it: lux, or the share of white. */
  readonly most: number;
  /** Two hex figures a cell, rows from below: 00 not known, 01 a thousandth of the most or less, ff the most. */
  readonly cells: string;
}

/** *Setting*: cells of a map that are taken together in what is kept: a quarter of a degree. */
const KEPT_STEP = Math.round(0.25 / WALL_STEP_DEG);
const KEPT_RANGE = 3;

/** Makes a map small enough to be kept with the job. */
export function keptMap(m: WallMap): KeptMap {
  const columns = Math.floor((m.columns - 1) / KEPT_STEP) + 1;
  const rows = Math.floor((m.rows - 1) / KEPT_STEP) + 1;
  const cell = (c: number, r: number): number => {
    let [sum, count] = [0, 0];
    const half = KEPT_STEP >> 1;
    for (let dr = -half; dr <= half; dr += 1)
      for (let dc = -half; dc <= half; dc += 1) {
        const [x, y] = [c * KEPT_STEP + dc, r * KEPT_STEP + dr];
        if (x < 0 || y < 0 || x >= m.columns || y >= m.rows) continue;
        const v = m.light[y * m.columns + x] as number;
        if (Number.isNaN(v)) continue;
        sum += v;
        count += 1;
      }
    return count > 0 ? sum / count : NaN;
  };
  const values = Array.from({ length: columns * rows }, (_, i) => cell(i % columns, Math.floor(i / columns)));
  const most = values.reduce((a, v) => (v > a ? v : a), 0);
  const byte = (v: number): number => {
    if (Number.isNaN(v) || !(most > 0)) return 0;
    const share = 1 + Math.log10(Math.max(v, 1e-12) / most) / KEPT_RANGE;
    return Math.max(1, Math.min(255, Math.round(1 + 254 * share)));
  };
  return {
    fromH: m.fromH,
    toH: clean(m.fromH + (columns - 1) * KEPT_STEP * m.stepDeg),
    fromV: m.fromV,
    toV: clean(m.fromV + (rows - 1) * KEPT_STEP * m.stepDeg),
    columns,
    rows,
    most: clean(most),
    cells: values.map((v) => byte(v).toString(16).padStart(2, '0')).join(''),
  };
}

/** The light of a kept map, by rows from below; NaN: not known. */
export function keptLight(k: KeptMap): Float32Array {
  return Float32Array.from({ length: k.columns * k.rows }, (_, i) => {
    const b = parseInt(k.cells.slice(2 * i, 2 * i + 2), 16);
    return b > 0 ? k.most * 10 ** (KEPT_RANGE * ((b - 1) / 254 - 1)) : NaN;
  });
}
