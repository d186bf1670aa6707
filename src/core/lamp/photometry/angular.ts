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

/** A file's own angles of a direction. A lamp of a type C file looks along C 90 at γ 90, its C 0 to the right. */
function anglesIn(type: AngleType, d: Direction): readonly [number, number] {
  switch (type) {
    case 'A':
      return [Math.asin(clamp(d.right)) / RAD, Math.atan2(d.up, d.ahead) / RAD];
    case 'B':
      return [Math.atan2(d.right, d.ahead) / RAD, Math.asin(clamp(d.up)) / RAD];
    case 'C': {
      const c = Math.atan2(d.ahead, d.right) / RAD;
      return [c < 0 ? c + 360 : c, Math.acos(clamp(-d.up)) / RAD];
    }
  }
}

const clamp = (x: number) => Math.max(-1, Math.min(1, x));

/** Where a value stands between the points of an axis; null: outside it. */
function between(axis: readonly number[], x: number): readonly [number, number] | null {
  const last = axis.length - 1;
  if (last < 0) return null;
  const [first, end] = [axis[0] ?? 0, axis[last] ?? 0];
  if (x < first - 1e-9 || x > end + 1e-9) return null;
  let [low, high] = [0, last];
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if ((axis[mid] ?? 0) <= x) low = mid;
    else high = mid;
  }
  const [a, b] = [axis[low] ?? 0, axis[high] ?? 0];
  return [low, b > a ? Math.min(1, Math.max(0, (x - a) / (b - a))) : 0];
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
export function candelaIn(map: AngularMap, d: Direction): number {
  // What was measured downwards and is mounted to look ahead is turned up by a quarter.
  const at0 = map.type === 'C' && map.looks === 'down' ? { right: d.right, up: -d.ahead, ahead: d.up } : d;
  const [h, v] = anglesIn(map.type, at0);
  let at = between(map.h, folded(map, h));
  // The last plane of a full turn is the first again, whether the file repeats it or not.
  if (!at && map.type === 'C' && (map.h.at(-1) ?? 0) > 180) {
    const [a, b] = [map.h.length - 1, (map.h[0] ?? 0) + 360];
    const share = (h - (map.h[a] ?? 0)) / (b - (map.h[a] ?? 0));
    return mixed(column(map, a, v), column(map, 0, v), share);
  }
  at ??= map.h.length === 1 ? [0, 0] : null;
  if (!at) return 0;
  const [i, share] = at;
  return mixed(column(map, i, v), column(map, Math.min(i + 1, map.h.length - 1), v), share);
}

const mixed = (a: number, b: number, share: number) => a + share * (b - a);

function column(map: AngularMap, i: number, v: number): number {
  const at = between(map.v, v);
  const values = map.candela[i];
  if (!at || !values) return 0;
  const [k, share] = at;
  return mixed(values[k] ?? 0, values[Math.min(k + 1, values.length - 1)] ?? 0, share);
}
