import { clean } from '../../kernel/clean';

/** A point of the beam on the wall, from the spot straight before the lamp, mm: right and up. */
export interface Spot {
  readonly acrossMm: number;
  readonly upMm: number;
}

/** Turns of a screw that are still to come, with their interval (k = 2); the sign is that of the turns that were tried. */
export interface Turns {
  readonly turns: number;
  readonly from: number;
  readonly to: number;
}

/** *Setting*: standard uncertainty of reading a spot, mm. */
export const SPOT_U_MM = 3;
/** *Setting*: a screw that moves the beam by less than this in a turn was not felt, mm. */
const FELT_MM = 1;

/** One screw: how many turns are left after a try. Null: the try moved nothing that can be told from a misreading. */
export function turnsOfOne(
  before: number,
  after: number,
  tried: number,
  target: number,
  uMm = SPOT_U_MM,
): Turns | null {
  if (tried === 0 || Math.abs(after - before) <= 2 * uMm) return null;
  const left = (b: number, a: number) => ((target - a) * tried) / (a - b);
  const u = spread([before, after], (x) => left(x[0] ?? 0, x[1] ?? 0), uMm);
  const turns = left(before, after);
  return { turns: clean(turns), from: clean(turns - 2 * u), to: clean(turns + 2 * u) };
}

/** What two coupled screws were tried by: three readings, each after one more try from the same direction. */
export interface CoupledTry {
  readonly start: Spot;
  /** After the vertical screw alone. */
  readonly afterVertical: Spot;
  readonly verticalTurns: number;
  /** After the horizontal screw besides. */
  readonly afterHorizontal: Spot;
  readonly horizontalTurns: number;
}

/** What each screw does in a turn, mm across and up. */
export interface ScrewEffect {
  readonly vertical: Spot;
  readonly horizontal: Spot;
}

/** The effect of each screw, from a try. */
export const effectOf = (t: CoupledTry): ScrewEffect => ({
  vertical: over(t.start, t.afterVertical, t.verticalTurns),
  horizontal: over(t.afterVertical, t.afterHorizontal, t.horizontalTurns),
});

const over = (a: Spot, b: Spot, turns: number): Spot => ({
  acrossMm: clean((b.acrossMm - a.acrossMm) / turns),
  upMm: clean((b.upMm - a.upMm) / turns),
});

/**
 * How many turns of each of two coupled screws bring the beam to a target, after the three readings of a try: a system of two
 * equations, since each screw moves the beam both ways. Null: the screws do the same, or one of them nothing.
 */
export function turnsOfTwo(
  t: CoupledTry,
  target: Spot,
  uMm = SPOT_U_MM,
): { readonly vertical: Turns; readonly horizontal: Turns } | null {
  if (t.verticalTurns === 0 || t.horizontalTurns === 0) return null;
  const e = effectOf(t);
  const felt = (s: Spot) => Math.hypot(s.acrossMm, s.upMm) > FELT_MM;
  const det = determinant(e);
  // Alike in direction to within five degrees, a misreading decides how far they go.
  const scale =
    Math.hypot(e.vertical.acrossMm, e.vertical.upMm) * Math.hypot(e.horizontal.acrossMm, e.horizontal.upMm);
  if (!felt(e.vertical) || !felt(e.horizontal) || Math.abs(det) < scale * Math.sin((5 * Math.PI) / 180))
    return null;
  const read = [t.start, t.afterVertical, t.afterHorizontal].flatMap((s) => [s.acrossMm, s.upMm]);
  const at = (x: readonly number[]): CoupledTry => ({
    ...t,
    start: { acrossMm: x[0] ?? 0, upMm: x[1] ?? 0 },
    afterVertical: { acrossMm: x[2] ?? 0, upMm: x[3] ?? 0 },
    afterHorizontal: { acrossMm: x[4] ?? 0, upMm: x[5] ?? 0 },
  });
  const left = (x: readonly number[]) => solved(at(x), target);
  const [v, h] = left(read);
  const turns = (value: number, of: (x: readonly number[]) => number): Turns => {
    const u = spread(read, of, uMm);
    return { turns: clean(value), from: clean(value - 2 * u), to: clean(value + 2 * u) };
  };
  return { vertical: turns(v, (x) => left(x)[0]), horizontal: turns(h, (x) => left(x)[1]) };
}

/** What one turn of a screw, clockwise, does to a beam: degrees to the right and up. */
export interface ScrewTurn {
  readonly rightDeg: number;
  readonly upDeg: number;
}

/**
 * Turns of a lamp's screws as its record knows them, from a reading to a target on the wall; null: they do the same, or nothing.
 * A lamp of one screw is moved up and down alone, whatever it does across.
 */
export function knownTurns(
  screws: { readonly vertical: ScrewTurn; readonly horizontal?: ScrewTurn },
  from: Spot,
  target: Spot,
  distanceMm: number,
): { readonly vertical: number; readonly horizontal: number | null } | null {
  const mm = (s: ScrewTurn): Spot => ({
    acrossMm: Math.tan((s.rightDeg * Math.PI) / 180) * distanceMm,
    upMm: Math.tan((s.upDeg * Math.PI) / 180) * distanceMm,
  });
  const vertical = mm(screws.vertical);
  if (!screws.horizontal) {
    if (Math.abs(vertical.upMm) < FELT_MM) return null;
    return { vertical: clean((target.upMm - from.upMm) / vertical.upMm), horizontal: null };
  }
  const turns = turnsByEffect({ vertical, horizontal: mm(screws.horizontal) }, from, target);
  return turns && { vertical: clean(turns[0]), horizontal: clean(turns[1]) };
}

/** Turns by the known effect of a lamp's screws: no try is needed, and the first reading after says whether it held. */
export function turnsByEffect(e: ScrewEffect, from: Spot, target: Spot): readonly [number, number] | null {
  const det = determinant(e);
  if (Math.abs(det) < 1e-9) return null;
  return byCramer(e, det, { acrossMm: target.acrossMm - from.acrossMm, upMm: target.upMm - from.upMm });
}

const determinant = ({ vertical: v, horizontal: h }: ScrewEffect): number =>
  v.acrossMm * h.upMm - h.acrossMm * v.upMm;

function byCramer(
  { vertical: v, horizontal: h }: ScrewEffect,
  det: number,
  by: Spot,
): readonly [number, number] {
  return [
    (by.acrossMm * h.upMm - h.acrossMm * by.upMm) / det,
    (v.acrossMm * by.upMm - v.upMm * by.acrossMm) / det,
  ];
}

function solved(t: CoupledTry, target: Spot): readonly [number, number] {
  return turnsByEffect(effectOf(t), t.afterHorizontal, target) ?? [NaN, NaN];
}

/** Standard uncertainty of what follows from some readings of one uncertainty each, to first order. */
function spread(read: readonly number[], of: (x: readonly number[]) => number, u: number): number {
  const step = u / 10;
  return Math.hypot(
    ...read.map((_, i) => {
      const moved = (by: number) => of(read.map((x, k) => (k === i ? x + by : x)));
      return ((moved(step) - moved(-step)) / (2 * step)) * u;
    }),
  );
}
