import type { Database } from '../db/connection';
import { shelfRowsById } from '../shelf/loadShelf';
import { familyOf } from './loadJob';
import { findVehicles } from './vehicles';

/** *Setting*: signs of what is looked for at the most. */
const MOST = 60;

/** A vehicle that was here before, as a list names it. */
export interface KnownVehicle {
  readonly id: string;
  /** Maker and name of its line. */
  readonly name: string;
  /** Plate, fleet number, serial and VIN, as far as they are known. */
  readonly identity: string;
}

/** Vehicles of the shop that are known by some text, with the names of their lines. */
export async function knownVehicles(
  db: Database,
  shopId: string,
  text: string,
): Promise<readonly KnownVehicle[]> {
  const found = await findVehicles(db, shopId, text.slice(0, MOST));
  const families = await shelfRowsById(db, shopId, 'family', [...new Set(found.map((v) => v.family))]);
  return found.map((v) => {
    const family = familyOf(v, families)?.body;
    return {
      id: v.id,
      name: family ? `${family.maker} ${family.name}` : v.family,
      identity: [v.plate, v.fleet, v.serial, v.vin].filter(Boolean).join(' · '),
    };
  });
}
