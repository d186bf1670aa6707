import { FILAMENT_EXPONENT } from '../formulas';
import type { CurvePoint } from '../netlist/element';

/** How many times less a cold filament resists than a lit one. Source: usual figure for tungsten, 10 to 15. */
export const COLD_RATIO = 10;
/** Below this share of the rated voltage a filament is cold, so that both laws meet. */
export const COLD_SHARE = COLD_RATIO ** (-1 / (1 - FILAMENT_EXPONENT));

/** *Setting*: share of a lamp's least working voltage at which its driver begins to draw. */
export const LED_START = 0.6;

/** An LED input as a load: dark to V0, a ramp to its current at its least voltage, steady above. A polar one bars the other way. */
export function ledCurve(currentA: number, minV: number, polar: boolean): readonly CurvePoint[] {
  const forward = [
    { v: LED_START * minV, a: 0 },
    { v: minV, a: currentA },
  ];
  return polar ? forward : [...forward.map(({ v, a }) => ({ v: -v, a: -a || 0 })).reverse(), ...forward];
}

/** *Setting*: a silicon diode: nothing to 0.6 V, 0.05 Ω beyond. */
export const DIODE: readonly CurvePoint[] = [
  { v: 0.6, a: 0 },
  { v: 100.6, a: 2000 },
];
