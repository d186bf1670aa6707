'use server';
import { database } from '@/server/db/connection';
import { familyOf } from '@/server/jobs/loadJob';
import { findVehicles } from '@/server/jobs/vehicles';
import { pageActor } from '@/server/page';
import { shelfRowsById } from '@/server/shelf/loadShelf';

/** Vehicles that were here before. */
export async function findKnownVehicles(text: string) {
  const actor = await pageActor();
  const found = await findVehicles(database(), actor.shopId, String(text).slice(0, 60));
  const families = await shelfRowsById(database(), actor.shopId, 'family', [
    ...new Set(found.map((v) => v.family)),
  ]);
  return found.map((v) => {
    const family = familyOf(v, families)?.body;
    return {
      id: v.id,
      name: family ? `${family.maker} ${family.name}` : v.family,
      identity: [v.plate, v.fleet, v.serial, v.vin].filter(Boolean).join(' · '),
    };
  });
}
