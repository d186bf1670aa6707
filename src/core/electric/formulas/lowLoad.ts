import { type Reason, reason } from '../../kernel/reason';
import { type Figures, USUAL_FIGURES } from './figures';
import { type LoadResistor, loadResistor } from './loadResistor';
import type { SystemV } from './systemVoltage';

/** What shops do about a vehicle that takes a lamp of little current for a dead one. */
export const CURES = ['setting', 'flasher', 'decoder', 'resistor'] as const;
export type Cure = (typeof CURES)[number];

/** A cure with what speaks for and against it. */
export interface CureOption {
  readonly cure: Cure;
  readonly for: readonly Reason[];
  readonly against: readonly Reason[];
  readonly resistor?: LoadResistor;
}

/** A lamp that draws less than the vehicle's monitor wants. */
export interface LowLoad {
  /** Current under which the vehicle takes the lamp for dead, A, and what the lamp draws. */
  readonly belowA: number;
  readonly lampA: number;
  /** That current falls with the voltage; absent: it is fixed. */
  readonly follows?: boolean;
  readonly systemV: SystemV;
  /** A turn signal flashes; anything else can stay on. */
  readonly flashing: boolean;
}

/** *Setting*: share of the old bulb below which a monitor trips, where only its threshold is known. */
const USUAL_SHARE = 0.6;

/**
 * The cures for a lamp that the vehicle misses, least harm first, with what speaks for and against each. A resistor is
 * reckoned so that the threshold is met, at the monitor's lowest voltage too; it also hides a real failure of the lamp from the tell-tale.
 */
export function lowLoadCures(l: LowLoad, figures: Figures = USUAL_FIGURES): readonly CureOption[] {
  const resistor = loadResistor(
    {
      bulbA: l.belowA / USUAL_SHARE,
      threshold: USUAL_SHARE,
      lampA: l.lampA,
      ...(l.follows ? { follows: true } : {}),
      systemV: l.systemV,
      steady: !l.flashing,
    },
    figures,
  );
  return CURES.filter((c) => c !== 'flasher' || l.flashing).map((cure): CureOption => ({
    cure,
    for: [reason(`cure-for-${cure}`)],
    against: [
      ...(cure === 'resistor' ? [reason('cure-hides-failure')] : []),
      ...(cure === 'resistor' && resistor.kind === 'resistor' && resistor.hot
        ? [reason('cure-hot', { heatW: Math.round(resistor.heatW * 10) / 10 })]
        : []),
      reason(`cure-against-${cure}`),
    ],
    ...(cure === 'resistor' ? { resistor } : {}),
  }));
}
