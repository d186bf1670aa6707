import { and, desc, eq, or } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { job, vehicle } from '../db/schema';
import { jobLines, type KnownJob } from './jobLines';
import { knownBy } from './vehicles';

/** Jobs that a search shows at most. */
const FOUND_LIMIT = 20;

/**
 * Jobs of the shop, in work or released, newest first: the one of that number, and those of vehicles whose VIN,
 * serial, plate or fleet number holds the text.
 */
export async function findJobs(
  db: Database,
  shopId: string,
  text: string,
): Promise<{ readonly jobs: readonly KnownJob[]; readonly more: boolean }> {
  const typed = text.trim();
  if (typed === '') return { jobs: [], more: false };
  const number = /^#?0*(\d{1,9})$/.exec(typed)?.[1];
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(
      and(
        eq(job.shopId, shopId),
        or(knownBy(typed), number === undefined ? undefined : eq(job.number, Number(number))),
      ),
    )
    .orderBy(desc(job.number))
    .limit(FOUND_LIMIT + 1);
  const ids = rows.slice(0, FOUND_LIMIT).map((r) => r.id);
  return { jobs: await jobLines(db, shopId, ids), more: rows.length > FOUND_LIMIT };
}
