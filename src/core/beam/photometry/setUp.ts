import { type Reason, reason } from '../../kernel/reason';
import { APPARENT_BELOW_MM } from './intensity';
import { filamentLight } from './ratio';

/** How the vehicle stands on its springs while light is read. */
export const LOADS = ['unladen', 'driver', 'usual-load', 'laden'] as const;
export type Load = (typeof LOADS)[number];

/** How light was read: all that has to be the same before two readings are compared. Absent: nobody has written it down. */
export interface SetUp {
  /** The wall: a name of the shop's. */
  readonly place?: string;
  readonly distanceMm: number;
  /** Front corners to the wall, left less right, mm: 0 stands square. */
  readonly squareMm?: number;
  readonly load?: Load;
  /** Levelling wheel at 0. */
  readonly levellingZero?: boolean;
  /** Engine running, with the exhaust led away. */
  readonly engine?: boolean;
  /** Volts at the lamp. */
  readonly volts?: number;
  readonly minutesLit?: number;
  readonly meter: string;
  /** With the lamps off, lx. */
  readonly strayLux?: number;
  /** The other lamp was screened by a board held clear of its lens. */
  readonly otherScreened?: boolean;
}

/** Whether two set-ups may be compared, and what stands against it or is not known. */
export interface Alike {
  readonly verdict: 'alike' | 'unsure' | 'unlike';
  /** Which part differs; with `unsure` what nobody wrote down of at least one of the two. */
  readonly why: readonly Reason[];
}

/** *Settings*: how far two distances may lie apart, as a share; how far a filament's light, by its volts. */
const DISTANCE_SHARE = 0.01;
const LIGHT_SHARE = 0.03;
/** *Setting*: how much less square, mm over the width of the front. */
const SQUARE_MM = 10;
/** *Setting*: an LED has settled, and a filament is warm, after so long. */
const SETTLED_MIN = 5;

/**
 * Whether two set-ups are alike. What differs is named: another meter, distance, load, voltage. What one of them does not say
 * leaves it unsure, and is named as well: nothing is taken for granted in silence.
 */
export function alike(a: SetUp, b: SetUp): Alike {
  const differs: Reason[] = [];
  const open: Reason[] = [];
  const same = <K extends 'place' | 'load' | 'levellingZero' | 'engine' | 'otherScreened'>(part: K) => {
    const [x, y] = [a[part], b[part]];
    if (x === undefined || y === undefined) open.push(reason('set-up-open', { part }));
    else if (x !== y) differs.push(reason('set-up-differs', { part, one: String(x), other: String(y) }));
  };
  if (a.meter.trim().toLowerCase() !== b.meter.trim().toLowerCase())
    differs.push(reason('set-up-differs', { part: 'meter', one: a.meter, other: b.meter }));
  if (Math.abs(a.distanceMm - b.distanceMm) > DISTANCE_SHARE * Math.max(a.distanceMm, b.distanceMm))
    differs.push(
      reason('set-up-differs', {
        part: 'distance',
        one: String(a.distanceMm / 1000),
        other: String(b.distanceMm / 1000),
      }),
    );
  same('place');
  same('load');
  same('levellingZero');
  same('engine');
  same('otherScreened');
  if (a.squareMm === undefined || b.squareMm === undefined)
    open.push(reason('set-up-open', { part: 'square' }));
  else if (Math.abs(a.squareMm - b.squareMm) > SQUARE_MM)
    differs.push(
      reason('set-up-differs', { part: 'square', one: String(a.squareMm), other: String(b.squareMm) }),
    );
  if (a.volts === undefined || b.volts === undefined) open.push(reason('set-up-open', { part: 'volts' }));
  else if (Math.abs(filamentLight(a.volts, b.volts) - 1) > LIGHT_SHARE)
    differs.push(reason('set-up-differs', { part: 'volts', one: String(a.volts), other: String(b.volts) }));
  const lit = (m: number | undefined) => (m === undefined ? null : m >= SETTLED_MIN);
  if (lit(a.minutesLit) === null || lit(b.minutesLit) === null)
    open.push(reason('set-up-open', { part: 'minutes-lit' }));
  else if (lit(a.minutesLit) !== lit(b.minutesLit))
    differs.push(
      reason('set-up-differs', {
        part: 'minutes-lit',
        one: String(a.minutesLit),
        other: String(b.minutesLit),
      }),
    );
  // Stray light may differ: it is subtracted. That one was read and the other not may not.
  if ((a.strayLux === undefined) !== (b.strayLux === undefined))
    open.push(reason('set-up-open', { part: 'stray' }));
  if (differs.length > 0) return { verdict: 'unlike', why: differs };
  return { verdict: open.length > 0 ? 'unsure' : 'alike', why: open };
}

/** What is wrong with a set-up as it stands: a distance of nothing, a meter past its date, volts that no vehicle has. */
export function setUpFaults(
  s: SetUp,
  of: { readonly systemV?: number; readonly calibratedTo?: string; readonly today?: string } = {},
): readonly Reason[] {
  return [
    ...(s.distanceMm > 0 ? [] : [reason('set-up-distance', { mm: s.distanceMm })]),
    ...(of.calibratedTo !== undefined && of.today !== undefined && of.calibratedTo < of.today
      ? [reason('meter-past-date', { meter: s.meter, to: of.calibratedTo })]
      : []),
    ...(s.volts !== undefined &&
    of.systemV !== undefined &&
    (s.volts < of.systemV * 0.75 || s.volts > of.systemV * 1.35)
      ? [reason('set-up-volts', { volts: s.volts, systemV: of.systemV })]
      : []),
    ...(s.distanceMm > 0 && s.distanceMm < APPARENT_BELOW_MM
      ? [reason('light-apparent', { m: s.distanceMm / 1000 })]
      : []),
  ];
}
