import { type Homography, mapped } from './homography';
import { blownAt, lightAt, lightTable, type Picture } from './picture';

/** Degrees that a map of a wall spans before a lamp: right and up of straight ahead. */
export interface Span {
  readonly fromH: number;
  readonly toH: number;
  readonly fromV: number;
  readonly toV: number;
}

/** Light over angles before a lamp: by rows from below, each from the left. NaN: not in the picture, or blown out. */
export interface WallMap extends Span {
  readonly stepDeg: number;
  readonly columns: number;
  readonly rows: number;
  readonly light: Float32Array;
}

/** *Settings*: what is looked at of a beam on a wall, in the steps of UN R112 Annex 9. */
export const WALL_SPAN: Span = { fromH: -9, toH: 9, fromV: -4, toV: 3 };
/** Step of a map, degrees. */
export const WALL_STEP_DEG = 0.05;

/** Where straight ahead of the lamp lies on the wall, and how far the wall is. */
export interface LampBefore {
  /** Of the spot straight before the lamp, mm right of the wall's middle line and up from its floor. */
  readonly acrossMm: number;
  readonly upMm: number;
  readonly distanceMm: number;
}

/** An empty map of a span. */
export function emptyMap(span: Span = WALL_SPAN, stepDeg = WALL_STEP_DEG): WallMap {
  const columns = Math.round((span.toH - span.fromH) / stepDeg) + 1;
  const rows = Math.round((span.toV - span.fromV) / stepDeg) + 1;
  return { ...span, stepDeg, columns, rows, light: new Float32Array(columns * rows).fill(NaN) };
}

/** Angle of a column and of a row. */
export const hOf = (m: WallMap, column: number): number => m.fromH + column * m.stepDeg;
/** Angle of a row. */
export const vOf = (m: WallMap, row: number): number => m.fromV + row * m.stepDeg;

/** Light at a direction, between the cells evenly; NaN where a cell of it is not known. */
export function mapAt(m: WallMap, hDeg: number, vDeg: number): number {
  const x = (hDeg - m.fromH) / m.stepDeg;
  const y = (vDeg - m.fromV) / m.stepDeg;
  if (x < -1e-6 || y < -1e-6 || x > m.columns - 1 + 1e-6 || y > m.rows - 1 + 1e-6) return NaN;
  const i = Math.min(m.columns - 2, Math.max(0, Math.floor(x + 1e-9)));
  const j = Math.min(m.rows - 2, Math.max(0, Math.floor(y + 1e-9)));
  const [fx, fy] = [Math.max(0, x - i), Math.max(0, y - j)];
  const at = (a: number, b: number) => m.light[b * m.columns + a] as number;
  const row = (b: number) => (fx < 1e-6 ? at(i, b) : at(i, b) * (1 - fx) + at(i + 1, b) * fx);
  return fy < 1e-6 ? row(j) : row(j) * (1 - fy) + row(j + 1) * fy;
}

const RAD = Math.PI / 180;
/** *Setting*: pixels of one cell that are read at the most, each way: the mean of these has little noise. */
const MOST_EACH_WAY = 9;

/** What a picture shows over the angles before a lamp. */
export interface Sampled {
  /** Share of white. */
  readonly map: WallMap;
  /** Cells that are blown out, which stand as NaN. */
  readonly blown: number;
}

/**
 * Brings a picture of a wall into degrees before a lamp: the mean of the pixels of each cell, so that a picture with more
 * pixels has less noise.
 * @param progress told now and then how far it is, 0 to 1; false ends it
 */
export function sampledWall(
  p: Picture,
  toPixel: Homography,
  lamp: LampBefore,
  progress?: (share: number) => boolean,
): Sampled | null {
  const map = emptyMap();
  const table = lightTable(p);
  const tanH = Array.from({ length: map.columns }, (_, c) => Math.tan(hOf(map, c) * RAD));
  let blown = 0;
  const pixelAt = (across: number, up: number) =>
    mapped(toPixel, lamp.acrossMm + across * lamp.distanceMm, lamp.upMm + up * lamp.distanceMm);
  for (let row = 0; row < map.rows; row += 1) {
    if (progress && row % 20 === 0 && !progress(row / map.rows)) return null;
    const up = Math.tan(vOf(map, row) * RAD);
    const above = Math.tan((vOf(map, row) + map.stepDeg) * RAD);
    for (let column = 0; column < map.columns; column += 1) {
      const across = tanH[column] as number;
      const [x, y] = pixelAt(across, up);
      const [, y2] = pixelAt(across, above);
      // Half the height of a cell in pixels: a square block about its middle.
      const reach = Math.min(MOST_EACH_WAY, Math.max(1, Math.round(Math.abs(y2 - y))));
      const [x0, y0] = [Math.round(x - reach / 2), Math.round(y - reach / 2)];
      if (!(x0 >= 0 && y0 >= 0 && x0 + reach <= p.width && y0 + reach <= p.height)) continue;
      let sum = 0;
      let out = 0;
      for (let b = 0; b < reach; b += 1)
        for (let a = 0; a < reach; a += 1) {
          sum += lightAt(p, table, x0 + a, y0 + b);
          if (blownAt(p, x0 + a, y0 + b)) out += 1;
        }
      if (out > 0.02 * reach * reach) blown += 1;
      else map.light[row * map.columns + column] = sum / (reach * reach);
    }
  }
  return { map, blown };
}
