/**
 * How a file counts its angles. C: planes about the vertical axis, γ from straight down. A and B: a lamp before a goniometer,
 * ahead at 0°; A turns about a fixed horizontal axis first, B about a fixed vertical one. Source: IES LM-63, CIE 121.
 */
export const ANGLE_TYPES = ['A', 'B', 'C'] as const;
export type AngleType = (typeof ANGLE_TYPES)[number];

/** Intensities over a grid of angles, as a file has them. */
export interface AngularMap {
  readonly type: AngleType;
  /** Degrees, rising. Of type C: C planes; else across, to the right positive. */
  readonly h: readonly number[];
  /** Degrees, rising. Of type C: γ; else up positive. */
  readonly v: readonly number[];
  /** cd, by h then v. */
  readonly candela: readonly (readonly number[])[];
  /**
   * Of type C: where the lamp's axis lies in the file. `down`: along γ 0, as ceiling lamps are measured; `ahead`: along C 90 at
   * γ 90. No file says it, so whoever brings one in is asked. Absent: ahead.
   */
  readonly looks?: 'down' | 'ahead';
}

/** A direction before a lamp: right, up, ahead; of length 1. */
export interface Direction {
  readonly right: number;
  readonly up: number;
  readonly ahead: number;
}

const RAD = Math.PI / 180;

/** The direction of across and up before a vehicle's lamp, as a wall shows them: each by its own angle from straight ahead. */
export function directionOf(hDeg: number, vDeg: number): Direction {
  const [x, y] = [Math.tan(hDeg * RAD), Math.tan(vDeg * RAD)];
  const n = Math.hypot(x, y, 1);
  return { right: x / n, up: y / n, ahead: 1 / n };
}

const clamp = (x: number) => (x > 1 ? 1 : x < -1 ? -1 : x);

/** Across by a file's own counting. A lamp of a type C file looks along C 90 at γ 90, its C 0 to the right. */
function acrossIn(type: AngleType, right: number, ahead: number): number {
  if (type === 'A') return Math.asin(clamp(right)) / RAD;
  if (type === 'B') return Math.atan2(right, ahead) / RAD;
  const c = Math.atan2(ahead, right) / RAD;
  return c < 0 ? c + 360 : c;
}

/** Up by a file's own counting. */
function upIn(type: AngleType, up: number, ahead: number): number {
  if (type === 'A') return Math.atan2(up, ahead) / RAD;
  if (type === 'B') return Math.asin(clamp(up)) / RAD;
  return Math.acos(clamp(-up)) / RAD;
}

/** The place in an axis below a value, with the share to the next as its fraction; −1: outside it. */
function placeIn(axis: readonly number[], x: number): number {
  const last = axis.length - 1;
  const first = axis[0] ?? 0;
  if (last < 0 || x < first - 1e-9 || x > (axis[last] ?? 0) + 1e-9) return -1;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if ((axis[mid] ?? 0) <= x) low = mid;
    else high = mid;
  }
  const a = axis[low] ?? 0;
  const b = axis[high] ?? 0;
  return b > a ? low + Math.min(1, Math.max(0, (x - a) / (b - a))) : low;
}

/** The h of a map that stands for one that its symmetry leaves out: a quarter, a half or both halves of what was measured. */
function folded(map: AngularMap, h: number): number {
  const [first, last] = [map.h[0] ?? 0, map.h.at(-1) ?? 0];
  if (map.type !== 'C') return first >= 0 && h < 0 ? -h : h;
  if (first === last) return first;
  if (last <= 90) {
    const half = h > 180 ? 360 - h : h;
    return half > 90 ? 180 - half : half;
  }
  // From 90 to 270: the other half is its mirror image.
  if (first === 90 && last === 270) return h < 90 ? 180 - h : h > 270 ? 540 - h : h;
  if (last <= 180) return h > 180 ? 360 - h : h;
  return h;
}

/** Intensity in a direction, between the points of the grid evenly; 0 outside what was measured, since nothing is known there. */
export const candelaIn = (map: AngularMap, d: Direction): number => candelaAt(map, d.right, d.up, d.ahead);

/** The same by its parts: a road asks half a million times, and makes no object for it. */
export function candelaAt(map: AngularMap, right: number, up: number, ahead: number): number {
  // What was measured downwards and is mounted to look ahead is turned up by a quarter.
  const turned = map.type === 'C' && map.looks === 'down';
  const u = turned ? -ahead : up;
  const a = turned ? up : ahead;
  const v = placeIn(map.v, upIn(map.type, u, a));
  if (v < 0) return 0;
  const across = acrossIn(map.type, right, a);
  const h = map.h.length === 1 ? 0 : placeIn(map.h, folded(map, across));
  if (h >= 0) {
    const i = Math.floor(h);
    return mixed(column(map, i, v), column(map, i + 1, v), h - i);
  }
  // The last plane of a full turn is the first again, whether the file repeats it or not.
  const last = map.h.length - 1;
  const end = map.h[last] ?? 0;
  if (map.type !== 'C' || end <= 180) return 0;
  return mixed(column(map, last, v), column(map, 0, v), (across - end) / ((map.h[0] ?? 0) + 360 - end));
}

const mixed = (a: number, b: number, share: number) => a + share * (b - a);

/** Light of one plane at a place among its heights. */
function column(map: AngularMap, i: number, v: number): number {
  const values = map.candela[i] ?? map.candela[i - 1];
  if (!values) return 0;
  const k = Math.floor(v);
  return mixed(values[k] ?? 0, values[k + 1] ?? values[k] ?? 0, v - k);
}
