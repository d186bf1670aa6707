import { FILAMENT_EXPONENT } from '../formulas';
import type { CurvePoint, NetElement } from '../netlist/element';

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

/** A point of a current-voltage curve. */
export interface DevicePoint {
  readonly a: number;
  /** A per V. */
  readonly slope: number;
  /** Which straight piece it is on; −1: none, the slope is never the same twice. */
  readonly piece: number;
}

/** Current and slope of an element at a voltage across it. An open switch is to be left out by the caller. */
export function deviceAt(e: NetElement, v: number): DevicePoint {
  switch (e.kind) {
    case 'resistor':
    case 'switch':
      return { a: v / e.ohm, slope: 1 / e.ohm, piece: 0 };
    case 'filament':
      return filamentAt(v, e.ratedV, e.ratedA);
    case 'curve':
      return curveAt(e.points, v);
  }
}

function filamentAt(v: number, ratedV: number, ratedA: number): DevicePoint {
  const share = Math.abs(v) / ratedV;
  if (share <= COLD_SHARE) {
    const slope = (COLD_RATIO * ratedA) / ratedV;
    return { a: v * slope, slope, piece: 0 };
  }
  const a = ratedA * share ** FILAMENT_EXPONENT;
  return { a: Math.sign(v) * a, slope: (FILAMENT_EXPONENT * a) / Math.abs(v), piece: -1 };
}

function curveAt(points: readonly CurvePoint[], v: number): DevicePoint {
  const next = points.findIndex((p) => p.v >= v);
  if (next === 0) return { a: points[0]?.a ?? 0, slope: 0, piece: 0 };
  if (next < 0) return { a: points.at(-1)?.a ?? 0, slope: 0, piece: points.length };
  const [low, high] = [points[next - 1], points[next]];
  if (!low || !high || high.v === low.v) return { a: high?.a ?? 0, slope: 0, piece: next };
  const slope = (high.a - low.a) / (high.v - low.v);
  return { a: low.a + slope * (v - low.v), slope, piece: next };
}
