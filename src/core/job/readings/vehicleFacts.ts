import type { Family } from '../../catalogue/types';
import { accepted, predicatesOf, predicateTest } from '../../rule';
import {
  factRef,
  type FactRef,
  type FactRegistry,
  type FactStatement,
  type FactValue,
  positionKey,
  readVin,
  type VinReading,
} from '../../vehicle';

/** A vehicle as the shop knows it. Identity is one of VIN, serial, plate or fleet number. */
export interface VehicleRecord {
  readonly id: string;
  readonly family: string;
  readonly vin: string | null;
  readonly serial: string | null;
  readonly plate: string | null;
  readonly fleet: string | null;
  readonly version: number;
}

/** Who "said" a derived statement. */
export const BY_PROGRAM = 'program';
const BEFORE_ALL = '1970-01-01T00:00:00.000Z';

/** The VIN of a vehicle read with what its family says about position 7; null without a VIN. */
export function vinOf(vehicle: VehicleRecord, family: Family): VinReading | null {
  return vehicle.vin === null ? null : readVin(vehicle.vin, family.lightVehicle);
}

/**
 * Why a VIN is not to be trusted: its check digit fails, or no year that it can mean lies in the line's build years. It
 * then settles nothing by itself, and does not outweigh what was told.
 */
export function vinSuspicion(vin: VinReading | null, family: Family): 'check-digit' | 'year' | null {
  if (!vin || vin.faults.length > 0) return null;
  if (vin.checkDigit && !vin.checkDigit.passes) return 'check-digit';
  return vin.modelYears.length > 0 && builtYears(vin, family).length === 0 ? 'year' : null;
}

/** A VIN that is not to be trusted, with why; null: it is, or there is none. */
export function suspectVin(vin: VinReading | null, family: Family): SuspectVin | null {
  const why = vinSuspicion(vin, family);
  return vin && why ? { vin: vin.vin, why } : null;
}
/** A VIN that somebody has to look at once more. */
export interface SuspectVin {
  readonly vin: string;
  readonly why: 'check-digit' | 'year';
}

const builtYears = (vin: VinReading, family: Family): readonly number[] =>
  vin.modelYears.filter((y) => y >= family.yearFrom && y <= (family.yearTo ?? Infinity));

/**
 * Statements that nobody typed: the model year of a VIN that is to be trusted, where one year remains among those the
 * family was built, and what the shelf assumes of the family.
 */
export function derivedStatements(
  vehicle: VehicleRecord,
  family: Family,
  registry: FactRegistry,
): readonly FactStatement[] {
  const found: FactStatement[] = [];
  const vin = vinOf(vehicle, family);
  const built = vin && !vinSuspicion(vin, family) ? builtYears(vin, family) : [];
  const year = built.length === 1 ? built[0] : undefined;
  if (year !== undefined)
    found.push({
      id: `vin:${vehicle.vin}:model-year`,
      key: 'model-year',
      subject: 'vehicle',
      value: year,
      source: 'vin',
      by: BY_PROGRAM,
      at: BEFORE_ALL,
    });
  for (const row of family.assumes)
    for (const subject of placesOf(row.fact, family, registry))
      found.push(assumed(`shelf:${family.id}:${row.fact}@${subject}`, row, subject));
  return found;
}

/**
 * What follows for a vehicle line from facts of the vehicle that are known: the first derivation whose tests all hold;
 * none while an earlier one may still hold.
 */
export function followingStatements(
  known: ReadonlyMap<FactRef, FactValue>,
  family: Family,
  registry: FactRegistry,
): readonly FactStatement[] {
  const settled = new Set<FactRef>();
  return (family.derives ?? []).flatMap((d, i) => {
    const tests = predicatesOf(d.when).map((p) => {
      const { fact, accepts } = predicateTest(p);
      const value = known.get(factRef(fact, 'vehicle'));
      return value === undefined ? null : accepted(accepts, value);
    });
    const subjects = placesOf(d.fact, family, registry).filter((at) => !d.at || d.at.includes(at));
    return subjects.flatMap((subject): FactStatement[] => {
      const ref = factRef(d.fact, subject);
      if (settled.has(ref) || tests.includes(false)) return [];
      settled.add(ref);
      return tests.includes(null) ? [] : [assumed(`shelf:${family.id}:derives/${i}@${subject}`, d, subject)];
    });
  });
}

const placesOf = (fact: string, family: Family, registry: FactRegistry): readonly string[] =>
  registry.find(fact)?.subject === 'position'
    ? family.places.map((p) => positionKey(p.position))
    : ['vehicle'];

const assumed = (
  id: string,
  { fact, value }: { readonly fact: string; readonly value: FactValue },
  subject: string,
): FactStatement => ({ id, key: fact, subject, value, source: 'assumed', by: BY_PROGRAM, at: BEFORE_ALL });
