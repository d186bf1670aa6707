import {
  drainDays,
  dropLimitV,
  feedFuse,
  type Figures,
  figuresOf,
  FILAMENT_EXPONENT,
  type FlasherKind,
  flashRate,
  loadResistor,
  type LoadResistorInput,
  lowLoadCures,
  type LowLoad,
  SYSTEM_V,
  type SystemV,
  type DropInput,
  voltageDrop,
  wireOhm,
  type WireSize,
  worksOn,
} from '../electric/formulas';
import { COLD_RATIO, COLD_SHARE } from '../electric/solve/devices';

/** A sum of the calculators, by its name. */
export type CaseFormula =
  | { readonly formula: 'wire'; readonly wire: WireSize; readonly lengthM: number; readonly tempC: number }
  /** `lampMinV`: the least that the lamp works on; `role`: its kind, which chooses the limit. */
  | ({
      readonly formula: 'drop';
      readonly systemV: SystemV;
      readonly lampMinV: number;
      readonly role?: string;
      readonly limitV?: number;
    } & DropInput)
  | { readonly formula: 'fuse'; readonly currentA: number; readonly wire: WireSize }
  | ({ readonly formula: 'resistor' } & LoadResistorInput)
  | { readonly formula: 'flasher'; readonly kind: FlasherKind; readonly loadA: number }
  | {
      readonly formula: 'drain';
      readonly capacityAh: number;
      readonly ownMa: number;
      readonly addedMa: number;
    }
  | ({ readonly formula: 'cures' } & LowLoad)
  | {
      readonly formula: 'filament';
      readonly ratedA: number;
      readonly ratedV: number;
      readonly volt: number;
    }
  | {
      readonly formula: 'supply';
      readonly systemV: SystemV;
      readonly workingMinV: number;
      readonly workingMaxV: number;
    };

/** What a filament draws at a share of its rated voltage, of either sign: a cold one follows Ohm. */
const filamentA = (ratedA: number, share: number): number => {
  const size = Math.abs(share);
  const amp = size < COLD_SHARE ? COLD_RATIO * size : size ** FILAMENT_EXPONENT;
  return Math.sign(share) * ratedA * amp;
};

/** Each sum worked out, in the units that its names say. */
export const formulasAnswer = (list: readonly CaseFormula[], figures: Partial<Figures> | undefined) =>
  list.map((f) => ({ ...f, result: resultOf(f, figuresOf(figures ?? {})) }));

function resultOf(f: CaseFormula, figures: Figures) {
  switch (f.formula) {
    case 'wire':
      return { ohm: wireOhm(f.wire, f.lengthM, f.tempC) };
    case 'drop':
      return voltageDrop(f, SYSTEM_V[f.systemV].testV, f.lampMinV, f.limitV ?? dropLimitV(f.role, figures));
    case 'fuse':
      return feedFuse(f.currentA, f.wire, figures);
    case 'resistor':
      return loadResistor(f, figures);
    case 'flasher':
      return flashRate(f.kind, f.loadA);
    case 'drain':
      return { days: drainDays(f.capacityAh, f.ownMa, f.addedMa, figures.usableShare) };
    case 'cures':
      return lowLoadCures(f, figures);
    case 'filament':
      return { amp: filamentA(f.ratedA, f.volt / f.ratedV) };
    case 'supply':
      return { works: worksOn(f.systemV, f.workingMinV, f.workingMaxV) };
  }
}
