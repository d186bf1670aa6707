import { and, eq } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { job, vehicle } from '../db/schema';
import { shelfRowsById } from '../shelf/loadShelf';
import { familyOf } from './loadJob';

/** What a job is called by. */
export interface JobHead {
  readonly number: number;
  /** Maker and name of its line. */
  readonly vehicle: string;
}

/** The head of a job; null where the shop has none of that id. */
export async function jobHead(db: Database, shopId: string, jobId: string): Promise<JobHead | null> {
  const [row] = await db
    .select({ number: job.number, family: vehicle.family, ownLine: vehicle.ownLine })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId)));
  if (!row) return null;
  const family = familyOf(row, await shelfRowsById(db, shopId, 'family', [row.family]));
  return { number: row.number, vehicle: family ? `${family.body.maker} ${family.body.name}` : '' };
}
