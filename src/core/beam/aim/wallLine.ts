import { clean } from '../../kernel/clean';
import type { AimPercent, AimTarget } from './targets';

/** How vehicle and floor stand before the wall. All that is absent is taken as level. */
export interface Standing {
  /** From the lens to the wall, mm. */
  readonly distanceMm: number;
  /** How much lower the front of the vehicle stands than it should against its rear, mm over the wheelbase. */
  readonly noseDownMm?: number;
  readonly wheelbaseMm?: number;
  /** How much the floor rises from the vehicle towards the wall, per cent; falling is negative. */
  readonly floorRisePercent?: number;
}

/** A line on the wall. */
export interface WallLine {
  /** From a level line at the lamp's height, mm; below it is negative. */
  readonly fromLevelMm: number;
  /** Above the floor at the wall, mm. */
  readonly aboveFloorMm: number;
}

/** The slope that the vehicle's own lean adds, per cent: nose down is below the horizontal. */
export const leanPercent = (s: Pick<Standing, 'noseDownMm' | 'wheelbaseMm'>): number =>
  s.noseDownMm && s.wheelbaseMm ? (-s.noseDownMm / s.wheelbaseMm) * 100 : 0;

/** Where an aim lies on the wall: against the vehicle it is its own, against a level line the vehicle's lean comes to it. */
export function lineAt(aim: AimPercent, heightMm: number, s: Standing): WallLine {
  const fromLevelMm = (s.distanceMm * (aim + leanPercent(s))) / 100;
  const rise = (s.distanceMm * (s.floorRisePercent ?? 0)) / 100;
  return { fromLevelMm: clean(fromLevelMm), aboveFloorMm: clean(heightMm + fromLevelMm - rise) };
}

/** A place of the cutoff that was read on the wall. */
export interface CutoffRead {
  /** From a level line at the lamp's height, mm; below it is negative. */
  readonly upMm: number;
  /** Standard uncertainty of the reading, mm; absent: the usual one. */
  readonly uMm?: number;
}

/** *Setting*: standard uncertainty of reading a cutoff, mm. */
export const CUTOFF_U_MM = 5;
/** *Setting*: of squaring up and levelling, per cent of the distance. */
export const LEVEL_U_PERCENT = 0.05;

/** An aim with the interval that it lies in, k = 2, per cent against the vehicle. */
export interface AimFound {
  readonly percent: AimPercent;
  readonly from: AimPercent;
  readonly to: AimPercent;
}

/** The aim that a reading of the cutoff shows. */
export function aimOf(read: CutoffRead, s: Standing): AimFound {
  const percent = (read.upMm / s.distanceMm) * 100 - leanPercent(s);
  const u = 2 * Math.hypot(((read.uMm ?? CUTOFF_U_MM) / s.distanceMm) * 100, LEVEL_U_PERCENT);
  return { percent: clean(percent), from: clean(percent - u), to: clean(percent + u) };
}

/** How an aim stands to what a rule wants of it. */
export interface AimJudged {
  /** `set`: within the setting's own span; `passes`: within the band; `fails`: outside it; `open`: the reading cannot tell. */
  readonly verdict: 'set' | 'passes' | 'open' | 'fails';
  /** To be moved by this to lie on the target, mm on the wall; up is positive. */
  readonly moveMm: number;
  readonly target: AimTarget;
}

/** Judges an aim. A reading whose interval leaves the band is open: it is read again, or set further in. */
export function judgeAim(found: AimFound, target: AimTarget, s: Pick<Standing, 'distanceMm'>): AimJudged {
  const inside = (from: number, to: number) => found.from >= from - 1e-9 && found.to <= to + 1e-9;
  const value = (from: number, to: number) => found.percent >= from - 1e-9 && found.percent <= to + 1e-9;
  const verdict = inside(target.from, target.until)
    ? value(target.setFrom, target.setUntil)
      ? 'set'
      : 'passes'
    : found.to < target.from || found.from > target.until
      ? 'fails'
      : 'open';
  return { verdict, moveMm: clean(((target.setTo - found.percent) * s.distanceMm) / 100), target };
}

/** An aim in degrees: 1 % of the distance is 0.573°. */
export const degreesOf = (percent: AimPercent): number => (Math.atan(percent / 100) * 180) / Math.PI;

/** How far a point of the wall is off for a vehicle that stands askew, mm: front corners that differ over the front's width. */
export const askewMm = (squareMm: number, frontWidthMm: number, distanceMm: number): number =>
  (squareMm / frontWidthMm) * distanceMm;
