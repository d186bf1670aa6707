import { clean } from '../../kernel/clean';
import { type Angles, candelaOf, offAxisOf, pointAt, type WallPoint } from '../photometry/intensity';

/**
 * *Settings* [check the text]: where the eyes of an oncoming driver are, from the lamp, in traffic on the right, with the
 * most intensity that the usual regulation for passing beams lets go there. B50L stands for an eye 50 m away.
 */
export const EYE_POINTS = [
  { id: 'B50L', atM: 50, hDeg: -3.43, vDeg: 0.57, mostCd: 350, source: 'UN R149, B50L' },
  { id: 'eye-25', atM: 25, hDeg: -6.84, vDeg: 1.14, mostCd: 350, source: 'eye of B50L at 25 m' },
] as const;
export type EyePoint = (typeof EYE_POINTS)[number];

/** The side on which traffic drives. */
export type TrafficSide = 'right' | 'left';

/** An eye point's angles: in traffic on the left they are mirrored. */
export const eyeAngles = (p: EyePoint, side: TrafficSide): Angles => ({
  hDeg: side === 'right' ? p.hDeg : -p.hDeg,
  vDeg: p.vDeg,
});

/** Where an eye point lies on the wall, mm right and up of the lamp. */
export const eyeOnWall = (p: EyePoint, side: TrafficSide, distanceMm: number): WallPoint =>
  pointAt(eyeAngles(p, side), distanceMm);

/** What a reading at an eye point says. */
export interface Glare {
  readonly candela: number;
  /** In the eye at its distance, lx. */
  readonly eyeLx: number;
  readonly mostCd: number;
  readonly over: boolean;
}

/** The light that an oncoming driver gets of a lamp, from lux on the wall at the eye point, stray light subtracted. */
export function glareOf(lux: number, p: EyePoint, side: TrafficSide, distanceMm: number): Glare {
  const candela = candelaOf(lux, distanceMm, offAxisOf(eyeOnWall(p, side, distanceMm), distanceMm));
  return {
    candela: clean(candela),
    eyeLx: clean(candela / (p.atM * p.atM)),
    mostCd: p.mostCd,
    over: candela > p.mostCd,
  };
}

/** Light read along one column of the wall: the height from the lamp's level line, and lux with stray light subtracted. */
export interface ColumnRead {
  readonly upMm: number;
  readonly lux: number;
}

/**
 * What would bring a dazzling lamp under its limit. `lower`: aimed down by so much; `lamp`: even as far down as the rule lets
 * it, too much light stays there, so it is the lamp and not its aim; `fine`: it is under it now; `more-readings`: what lies
 * over the eye point was not read so far up.
 */
export type DazzleCure =
  | { readonly kind: 'fine' }
  | { readonly kind: 'lower'; readonly byMm: number; readonly byPercent: number }
  | { readonly kind: 'lamp'; readonly atLowestLx: number }
  | { readonly kind: 'more-readings'; readonly upToMm: number };

/**
 * How far a lamp has to go down until the light at the eye point is under its limit. Lowering the beam brings what lies above the eye
 * point now down to it; between two readings the light goes on evenly in its logarithm.
 * @param column readings through the eye point, at it and above it
 * @param lowestMm how much further down the rule lets the beam go, mm on the wall, 0 or more
 */
export function dazzleCure(
  column: readonly ColumnRead[],
  eyeUpMm: number,
  mostLux: number,
  lowestMm: number,
  distanceMm: number,
): DazzleCure {
  const sorted = [...column].sort((a, b) => a.upMm - b.upMm);
  const at = (upMm: number): number | null => {
    const above = sorted.find((c) => c.upMm >= upMm - 1e-9);
    const below = [...sorted].reverse().find((c) => c.upMm <= upMm + 1e-9);
    if (!above || !below) return null;
    if (above.upMm === below.upMm) return above.lux;
    const share = (upMm - below.upMm) / (above.upMm - below.upMm);
    const log = (lux: number) => Math.log(Math.max(lux, 1e-6));
    return Math.exp(log(below.lux) + share * (log(above.lux) - log(below.lux)));
  };
  const now = at(eyeUpMm);
  if (now === null) return { kind: 'more-readings', upToMm: clean(eyeUpMm) };
  if (now <= mostLux) return { kind: 'fine' };
  const top = Math.min(eyeUpMm + lowestMm, sorted.at(-1)?.upMm ?? eyeUpMm);
  const steps = 400;
  for (let i = 1; i <= steps; i += 1) {
    const byMm = ((top - eyeUpMm) * i) / steps;
    const lux = at(eyeUpMm + byMm);
    if (lux !== null && lux <= mostLux)
      return { kind: 'lower', byMm: clean(byMm), byPercent: clean((byMm / distanceMm) * 100) };
  }
  if (eyeUpMm + lowestMm > top + 1e-9) return { kind: 'more-readings', upToMm: clean(eyeUpMm + lowestMm) };
  return { kind: 'lamp', atLowestLx: clean(at(top) ?? now) };
}
