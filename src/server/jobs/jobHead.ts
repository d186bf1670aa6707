import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { prepared } from '../db/prepared';
import { catalogue, job, vehicle } from '../db/schema';
import { kept } from '../kept';
import { OWN_CATALOGUE, shelfRowsById } from '../shelf/loadShelf';
import { familyOf } from './loadJob';

/** What a job is called by. */
export interface JobHead {
  readonly number: number;
  /** Maker and name of its line. */
  readonly vehicle: string;
}

const heads = prepared((db: Database) =>
  db
    .select({
      number: job.number,
      family: vehicle.family,
      ownLine: vehicle.ownLine,
      vehicle: vehicle.id,
      version: vehicle.version,
      shelf: catalogue.version,
    })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .leftJoin(catalogue, and(eq(catalogue.shopId, job.shopId), eq(catalogue.id, OWN_CATALOGUE)))
    .where(and(eq(job.shopId, sql.placeholder('shop')), eq(job.id, sql.placeholder('job'))))
    .prepare(''),
);

/** What vehicles are called, each for as long as the shelf and the vehicle are the same. */
const namesOf = kept<{ readonly name: string }>('vehicle-names', 2000);

/** The head of a job; null where the shop has none of that id. */
export async function jobHead(db: Database, shopId: string, jobId: string): Promise<JobHead | null> {
  const [row] = await heads(db).execute({ shop: shopId, job: jobId });
  if (!row) return null;
  const key = [shopId, row.vehicle, row.version, row.shelf].join('/');
  const known = namesOf(db).get(key);
  if (known) return { number: row.number, vehicle: known.name };
  const family = familyOf(row, await shelfRowsById(db, shopId, 'family', [row.family]));
  const name = family ? `${family.body.maker} ${family.body.name}` : '';
  namesOf(db).set(key, { name });
  return { number: row.number, vehicle: name };
}
