import { FILAMENT_EXPONENT } from './filament';
import { type Figures, USUAL_FIGURES } from './figures';
import type { SystemV } from './systemVoltage';

/** Resistors that the trade stocks, Ω. */
export const STOCK_OHM = [3.9, 4.7, 5.6, 6.8, 8.2, 10, 12, 15, 18, 22, 27, 33] as const;

/**
 * Voltages of a system, V: at the test (source: UN R148 and R149, test voltage of LED modules; UN R37 for bulbs of 6 V), and at its
 * highest while charging.
 */
export const SYSTEM_V = {
  6: { testV: 6.75, highV: 7.2 },
  12: { testV: 13.5, highV: 14.4 },
  24: { testV: 28, highV: 28.8 },
} as const;

/** Over this heat, W, the hot-surface rules are said. */
export const HOT_W = 5;

/** A monitored lamp, the old bulb and the new current. */
export interface LoadResistorInput {
  /** Current of the bulb as measured or listed at a stated voltage, A; never watts ÷ volts. */
  readonly bulbA: number;
  /** Share of it below which the monitor trips, 0..1. */
  readonly threshold: number;
  /** What the new lamp draws, A. */
  readonly lampA: number;
  /** The monitor's threshold falls with the voltage as a bulb's current does; absent: it is a fixed current. */
  readonly follows?: boolean;
  readonly systemV: SystemV;
  /** Whether the circuit can stay on: stop, position, combined stop and turn. A turn signal alone flashes. */
  readonly steady: boolean;
}

/** The resistor that makes up the load with the heat it gives, or that none is needed. */
export type LoadResistor =
  | { readonly kind: 'none-needed'; readonly neededA: number }
  | {
      readonly kind: 'none-in-stock';
      readonly neededA: number;
      readonly mostOhm: number;
      readonly mostAtLowOhm: number | null;
    }
  | {
      readonly kind: 'resistor';
      readonly neededA: number;
      /** The largest that still brings the current up at the test voltage. */
      readonly mostOhm: number;
      /** The largest that still meets the threshold at the monitor's lowest voltage; null: the lamp does by itself. */
      readonly mostAtLowOhm: number | null;
      /** The stock value taken: no larger than either. */
      readonly ohm: number;
      /** Both sums at the monitor's lowest voltage, A. */
      readonly atLow: { readonly volt: number; readonly sumA: number; readonly thresholdA: number };
      readonly heatW: number;
      readonly ratingW: number;
      readonly hot: boolean;
    };

/**
 * The resistor that keeps a monitor from missing a bulb: I_r = 1.1 × t × I_bulb − I_led; the largest stock value that
 * gives it at the test voltage, and holds at the monitor's lowest. It also hides a real failure of the lamp from the tell-tale, which is always to be said.
 */
export function loadResistor(i: LoadResistorInput, figures: Figures = USUAL_FIGURES): LoadResistor {
  const { testV, highV } = SYSTEM_V[i.systemV];
  const monitorLowV = monitorLow(i.systemV, figures);
  const neededA = figures.resistorMargin * i.threshold * i.bulbA - i.lampA;
  if (neededA <= 0) return { kind: 'none-needed', neededA };
  const mostOhm = testV / neededA;
  // A bulb's own current falls with the voltage as (V/V_r)^0.55, and a threshold that follows it does; a fixed one stays.
  const thresholdAtLow = i.threshold * i.bulbA * (i.follows ? (monitorLowV / testV) ** FILAMENT_EXPONENT : 1);
  const wantedAtLow = thresholdAtLow - i.lampA;
  const mostAtLowOhm = wantedAtLow <= 0 ? null : monitorLowV / wantedAtLow;
  const ohm = [...STOCK_OHM].reverse().find((r) => r <= Math.min(mostOhm, mostAtLowOhm ?? mostOhm));
  if (ohm === undefined) return { kind: 'none-in-stock', neededA, mostOhm, mostAtLowOhm };
  const heatW = highV ** 2 / ohm;
  return {
    kind: 'resistor',
    neededA,
    mostOhm,
    mostAtLowOhm,
    ohm,
    atLow: { volt: monitorLowV, sumA: monitorLowV / ohm + i.lampA, thresholdA: thresholdAtLow },
    heatW,
    ratingW: heatW * (i.steady ? 2 : 1),
    hot: heatW > HOT_W,
  };
}

/** The lowest voltage at which a monitor judges, V; on 6 V half of what the shop says of 12 V. */
const monitorLow = (systemV: SystemV, figures: Figures): number =>
  systemV === 24 ? figures.monitorLow24V : figures.monitorLow12V * (systemV === 6 ? 0.5 : 1);
