import type { Family } from '../../shelf/types';
import { type FactRegistry, type FactStatement, positionKey, readVin, type VinReading } from '../../vehicle';

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
 * Statements that nobody typed: the model year of a VIN where one year remains among those the family was built,
 * and what the shelf assumes of the family.
 */
export function derivedStatements(
  vehicle: VehicleRecord,
  family: Family,
  registry: FactRegistry,
): readonly FactStatement[] {
  const found: FactStatement[] = [];
  const years = vinOf(vehicle, family)?.modelYears ?? [];
  const built = years.filter((y) => y >= family.yearFrom && y <= (family.yearTo ?? Infinity));
  const year = years.length === 1 ? years[0] : built.length === 1 ? built[0] : undefined;
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
  for (const assumed of family.assumes) {
    const subjects =
      registry.find(assumed.fact)?.subject === 'position'
        ? family.places.map((p) => positionKey(p.position))
        : ['vehicle'];
    for (const subject of subjects)
      found.push({
        id: `shelf:${family.id}:${assumed.fact}@${subject}`,
        key: assumed.fact,
        subject,
        value: assumed.value,
        source: 'assumed',
        by: BY_PROGRAM,
        at: BEFORE_ALL,
      });
  }
  return found;
}
