import { clean } from '../../kernel/clean';

/** A value with the interval that it lies in, at k = 2. */
export interface WithInterval {
  readonly value: number;
  readonly from: number;
  readonly to: number;
}

/** How sure readings of one meter are, as standard uncertainties (k = 1). */
export interface ReadingSureness {
  /** Of each reading, shares: how it repeats, and how well the place is met again. */
  readonly repeat: number;
  readonly place: number;
  /** Once for the two: filament light against LED, which a meter does not see alike. 0: the same kind of light. */
  readonly colour: number;
}

/**
 * *Settings*: 1.5 % repeat, 2 % place, 2 % colour of light (a meter of fair V(λ) match). The meter's calibration and the distance
 * cancel in a ratio of two readings by one meter in one set-up.
 */
export const USUAL_SURENESS: ReadingSureness = { repeat: 0.015, place: 0.02, colour: 0.02 };

/** *Setting*: how many standard uncertainties an interval spans to either side. */
export const COVERAGE = 2;

/** A reading with the stray light that was there with the lamps off. */
export interface LuxReading {
  readonly lux: number;
  /** Absent: nobody read it; nothing is subtracted, and that is said. */
  readonly strayLux?: number;
  /** Of each of the two, lx: digits of the meter and flicker of the room. */
  readonly uLux?: number;
}

/** Light of a lamp alone: the reading less the stray light. Never below nothing. */
export const netLux = (r: LuxReading): number => Math.max(0, clean(r.lux - (r.strayLux ?? 0)));

/** Standard uncertainty of the net light, as a share of it; infinite where nothing is left. */
function relativeOf(r: LuxReading, s: ReadingSureness): number {
  const net = netLux(r);
  if (net <= 0) return Infinity;
  const u = r.uLux ?? 0;
  // The stray light was read as well: its own digits count.
  const absolute = r.strayLux === undefined ? u : Math.SQRT2 * u;
  return Math.hypot(s.repeat, s.place, absolute / net);
}

/**
 * How many times as bright, with its interval; log-normal, since a ratio is never below 0 and its errors multiply. Null: one
 * of the two has no light of its own, and there is no ratio.
 */
export function ratioOf(
  before: LuxReading,
  after: LuxReading,
  sureness: ReadingSureness = USUAL_SURENESS,
): WithInterval | null {
  const [b, a] = [netLux(before), netLux(after)];
  if (b <= 0 || a <= 0) return null;
  const u = Math.hypot(relativeOf(before, sureness), relativeOf(after, sureness), sureness.colour);
  const value = a / b;
  const by = Math.exp(COVERAGE * u);
  return { value: clean(value), from: clean(value / by), to: clean(value * by) };
}

/** The same as a true change in per cent: 4.08 times is +308 %, never "408 % brighter". */
export const changePercent = (r: WithInterval): WithInterval => ({
  value: clean((r.value - 1) * 100),
  from: clean((r.from - 1) * 100),
  to: clean((r.to - 1) * 100),
});

/** *Setting*: how light of a filament goes with its voltage (usual exponent 3.4): 13.0 to 13.5 V is +13.7 %. */
export const FILAMENT_EXPONENT = 3.4;
/** How many times the light of a filament at another voltage. */
export const filamentLight = (fromV: number, toV: number): number => (toV / fromV) ** FILAMENT_EXPONENT;
