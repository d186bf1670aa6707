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

/** *Setting*: places of an axis that are looked up straight away, a degree: roads ask half a million times. */
const PER_DEG = 20;

/** Finds the place in an axis below a value, with the share to the next as its fraction; −1: outside it. */
function placer(axis: readonly number[]): (x: number) => number {
  const values = Float64Array.from(axis);
  const end = values.length - 1;
  if (end < 0) return () => -1;
  const [first, last] = [values[0] as number, values[end] as number];
  const table = new Uint16Array(Math.max(1, Math.ceil((last - first) * PER_DEG) + 1));
  for (let i = 0, k = 0; i < table.length; i += 1) {
    while (k + 2 <= end && (values[k + 1] as number) <= first + i / PER_DEG) k += 1;
    table[i] = k;
  }
  return (x) => {
    if (x < first - 1e-9 || x > last + 1e-9) return -1;
    let low =
      x <= first ? 0 : (table[Math.min(table.length - 1, Math.floor((x - first) * PER_DEG))] as number);
    while (low + 1 < end && (values[low + 1] as number) <= x) low += 1;
    if (low === end) return end;
    const from = values[low] as number;
    const by = values[low + 1] as number;
    if (!(by > from)) return low;
    const share = (x - from) / (by - from);
    return low + (share > 1 ? 1 : share < 0 ? 0 : share);
  };
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

/** The same by its parts. */
export const candelaAt = (map: AngularMap, right: number, up: number, ahead: number): number =>
  beamOf(map)(right, up, ahead);

/** Intensity by direction: right, up, ahead, of length 1. */
export type Beam = (right: number, up: number, ahead: number) => number;

const beams = new WeakMap<AngularMap, Beam>();

/** A map as it is asked many times: its axes looked up once. */
export function beamOf(map: AngularMap): Beam {
  const known = beams.get(map);
  if (known) return known;
  const beam = madeBeam(map);
  beams.set(map, beam);
  return beam;
}

function madeBeam(map: AngularMap): Beam {
  const [placeH, placeV] = [placer(map.h), placer(map.v)];
  const columns = map.candela.map((c) => Float64Array.from(c));
  // What was measured downwards and is mounted to look ahead is turned up by a quarter.
  const turned = map.type === 'C' && map.looks === 'down';
  const one = map.h.length === 1;
  const last = map.h.length - 1;
  const end = map.h[last] ?? 0;
  const at = (i: number, k: number, share: number): number => {
    const values = columns[i] ?? columns[i - 1];
    if (!values) return 0;
    const from = values[k] ?? 0;
    return from + share * ((values[k + 1] ?? from) - from);
  };
  return (right, up, ahead) => {
    const u = turned ? -ahead : up;
    const a = turned ? up : ahead;
    const v = placeV(upIn(map.type, u, a));
    if (v < 0) return 0;
    const k = Math.floor(v);
    const across = acrossIn(map.type, right, a);
    const h = one ? 0 : placeH(folded(map, across));
    if (h >= 0) {
      const i = Math.floor(h);
      const from = at(i, k, v - k);
      return h === i ? from : from + (h - i) * (at(i + 1, k, v - k) - from);
    }
    // The last plane of a full turn is the first again, whether the file repeats it or not.
    if (map.type !== 'C' || end <= 180) return 0;
    const from = at(last, k, v - k);
    return from + ((across - end) / ((map.h[0] ?? 0) + 360 - end)) * (at(0, k, v - k) - from);
  };
}
