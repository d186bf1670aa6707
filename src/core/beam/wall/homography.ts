import { Matrix, solve } from 'ml-matrix';
import { type Reason, reason } from '../../kernel/reason';

/** A point of a picture, pixels from its upper left corner; the middle of the first pixel is at a half. */
export interface Pixel {
  readonly x: number;
  readonly y: number;
}

/** A point of a wall, mm: to the right of its middle line and up from the floor at the wall. */
export interface WallPlace {
  readonly acrossMm: number;
  readonly upMm: number;
}

/** A mark: where it hangs, and where its cross lies in the picture. */
export interface WallMark {
  readonly id: string;
  readonly wall: WallPlace;
  readonly pixel: Pixel;
}

/** A projective map of one plane onto another, by rows; the last figure is 1. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/** A picture of a flat wall, as four marks place it and the others check it. */
export interface Placed {
  readonly kind: 'placed';
  readonly toPixel: Homography;
  readonly toWall: Homography;
  /** Which four it was fitted by. */
  readonly fitted: readonly string[];
  /** How far each of the others lies from where it hangs, mm. */
  readonly checks: readonly { readonly id: string; readonly offMm: number }[];
  readonly worstMm: number;
}

/** A picture whose marks do not place it, and why. */
export interface NotPlaced {
  readonly kind: 'refused';
  readonly reason: Reason;
}

/** *Settings*: marks that are needed; how far a checking mark may lie off, mm. */
export const MARKS_NEEDED = 6;
/** How far a checking mark may lie off, mm. */
export const CHECK_MM = 5;
/** *Setting*: three marks whose triangle is flatter than this share of its longest side squared stand on one line. */
const FLAT = 0.05;

type Pair = readonly [number, number];

/**
 * The projective map that brings four or more points onto others, by least squares with the last figure 1; null: points on one
 * line. Both sides are centred and scaled first, so that mm and pixels weigh alike. Source: Hartley & Zisserman, 4.1 and 4.4.
 */
export function homographyOf(from: readonly Pair[], to: readonly Pair[]): Homography | null {
  if (from.length < 4 || from.length !== to.length) return null;
  const [f, t] = [normal(from), normal(to)];
  if (!f || !t) return null;
  const rows = from.flatMap((_, i) => {
    const [x, y] = f.points[i] as Pair;
    const [u, v] = t.points[i] as Pair;
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y],
      [0, 0, 0, x, y, 1, -v * x, -v * y],
    ];
  });
  const wanted = t.points.flatMap(([u, v]) => [[u], [v]]);
  const h = solve(new Matrix(rows), new Matrix(wanted), true).to1DArray();
  if (h.length !== 8 || h.some((x) => !Number.isFinite(x))) return null;
  const inner = new Matrix([h.slice(0, 3), h.slice(3, 6), [...h.slice(6), 1]]);
  const back = new Matrix([
    [1 / t.scale, 0, t.at[0]],
    [0, 1 / t.scale, t.at[1]],
    [0, 0, 1],
  ]);
  const into = new Matrix([
    [f.scale, 0, -f.scale * f.at[0]],
    [0, f.scale, -f.scale * f.at[1]],
    [0, 0, 1],
  ]);
  const whole = back.mmul(inner).mmul(into);
  const last = whole.get(2, 2);
  if (Math.abs(last) < 1e-12) return null;
  return whole.div(last).to1DArray() as unknown as Homography;
}

/** Points about their middle, at a mean distance of √2 from it. */
function normal(points: readonly Pair[]) {
  const n = points.length;
  const at = [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n] as const;
  const mean = points.reduce((s, p) => s + Math.hypot(p[0] - at[0], p[1] - at[1]), 0) / n;
  if (!(mean > 0)) return null;
  const scale = Math.SQRT2 / mean;
  return {
    at,
    scale,
    points: points.map((p): Pair => [(p[0] - at[0]) * scale, (p[1] - at[1]) * scale]),
  };
}

/** A point under a projective map. */
export function mapped(h: Homography, x: number, y: number): Pair {
  const w = h[6] * x + h[7] * y + h[8];
  return [(h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w];
}

/**
 * Places a picture of a wall by its marks: by the four that span most of the wall, checked by all the others. Refused: fewer
 * than six, marks on one line, a checking mark further off than 5 mm (a mark that was moved, tapped wrongly, or taken for
 * another one; a lens that bends).
 */
export function placed(marks: readonly WallMark[]): Placed | NotPlaced {
  const refused = (r: Reason): NotPlaced => ({ kind: 'refused', reason: r });
  const sorted = [...marks].sort((a, b) => (a.id < b.id ? -1 : 1));
  if (sorted.length < MARKS_NEEDED)
    return refused(reason('wall-marks-few', { found: sorted.length, wanted: MARKS_NEEDED }));
  let best: { readonly four: readonly WallMark[]; readonly area: number } | null = null;
  for (const four of fours(sorted)) {
    const area = spanned(four);
    if (area > (best?.area ?? 0) + 1e-6) best = { four, area };
  }
  if (!best) return refused(reason('wall-marks-line'));
  const four = best.four;
  const wall = (m: WallMark): Pair => [m.wall.acrossMm, m.wall.upMm];
  const pixel = (m: WallMark): Pair => [m.pixel.x, m.pixel.y];
  const toWall = homographyOf(four.map(pixel), four.map(wall));
  const toPixel = homographyOf(four.map(wall), four.map(pixel));
  if (!toWall || !toPixel) return refused(reason('wall-marks-line'));
  const checks = sorted
    .filter((m) => !four.includes(m))
    .map((m) => {
      const [x, y] = mapped(toWall, m.pixel.x, m.pixel.y);
      return { id: m.id, offMm: Math.hypot(x - m.wall.acrossMm, y - m.wall.upMm) };
    });
  const worst = checks.reduce((w, c) => (c.offMm > w.offMm ? c : w), { id: '', offMm: 0 });
  if (!(worst.offMm <= CHECK_MM))
    return refused(
      reason('wall-marks-off', { mark: worst.id, mm: Math.round(worst.offMm * 10) / 10, most: CHECK_MM }),
    );
  return {
    kind: 'placed',
    toPixel,
    toWall,
    fitted: four.map((m) => m.id),
    checks,
    worstMm: worst.offMm,
  };
}

function* fours(marks: readonly WallMark[]): Generator<readonly WallMark[]> {
  const n = marks.length;
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1)
      for (let c = b + 1; c < n; c += 1)
        for (let d = c + 1; d < n; d += 1)
          yield [marks[a], marks[b], marks[c], marks[d]] as unknown as readonly WallMark[];
}

/** How much of the wall four marks span: the least of the triangles in them; 0: three of them stand on one line. */
function spanned(four: readonly WallMark[]): number {
  let least = Infinity;
  for (const plane of ['wall', 'pixel'] as const)
    for (let out = 0; out < 4; out += 1) {
      const [p, q, r] = four
        .filter((_, i) => i !== out)
        .map((m): Pair => (plane === 'wall' ? [m.wall.acrossMm, m.wall.upMm] : [m.pixel.x, m.pixel.y])) as [
        Pair,
        Pair,
        Pair,
      ];
      const area = Math.abs((q[0] - p[0]) * (r[1] - p[1]) - (r[0] - p[0]) * (q[1] - p[1])) / 2;
      const side = Math.max(
        Math.hypot(q[0] - p[0], q[1] - p[1]),
        Math.hypot(r[0] - p[0], r[1] - p[1]),
        Math.hypot(r[0] - q[0], r[1] - q[1]),
      );
      if (!(area > FLAT * side * side)) return 0;
      if (plane === 'wall') least = Math.min(least, area);
    }
  return least;
}
