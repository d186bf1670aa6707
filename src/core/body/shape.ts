/** Where one stands: above with the front up, before it, behind it, at its left or right. */
export type BodyView = 'plan' | 'front' | 'rear' | 'left' | 'right';

/** What a part of a drawing is: the paper decides how it looks. */
export type ShapeKind = 'body' | 'glass' | 'wheel' | 'line' | 'dark';

/** A part of a drawing as an SVG path in mm; y runs down, 0 is the ground in elevations and the foremost point in plan. */
export interface BodyShape {
  readonly kind: ShapeKind;
  readonly d: string;
}

export type Point = readonly [x: number, y: number];
const n = (x: number): string => String(Math.round(x));

/** A closed path through points, its corners rounded by so many mm where there is room. */
export function rounded(points: readonly Point[], radius: number | readonly number[]): string {
  const at = (i: number): Point => points[(i + points.length) % points.length] ?? [0, 0];
  const parts = points.map((p, i) => {
    const r = typeof radius === 'number' ? radius : (radius[i] ?? 0);
    const [before, after] = [towards(p, at(i - 1), r), towards(p, at(i + 1), r)];
    const start = i === 0 ? `M${n(before[0])} ${n(before[1])}` : `L${n(before[0])} ${n(before[1])}`;
    return r > 0 ? `${start}Q${n(p[0])} ${n(p[1])} ${n(after[0])} ${n(after[1])}` : start;
  });
  return `${parts.join('')}Z`;
}

/** A point so far from another towards a third, at most half the way. */
function towards(from: Point, to: Point, mm: number): Point {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const share = length === 0 ? 0 : Math.min(0.5, mm / length);
  return [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
}

/** An open path through points. */
export const polyline = (points: readonly Point[]): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${n(p[0])} ${n(p[1])}`).join('');

/** A circle. */
export const circle = (x: number, y: number, r: number): string =>
  `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;

/** A rectangle with round corners. */
export const rect = (x: number, y: number, w: number, h: number, r = 0): string =>
  rounded(
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ],
    r,
  );

/** A list of points and their mirror images, as one closed outline that is alike left and right. */
export const bothSides = (half: readonly Point[]): readonly Point[] => [
  ...half,
  ...[...half].reverse().map(([x, y]): Point => [-x, y]),
];
