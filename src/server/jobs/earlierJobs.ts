import { and, desc, eq, ne } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { job } from '../db/schema';
import { shelfRowsById } from '../shelf/loadShelf';
import { loadJobs, type LoadedJob } from './loadJob';

/** Other jobs of the same vehicle that fitted lamps, newest first: what a warranty return can be about. */
export async function earlierJobs(db: Database, shopId: string, of: LoadedJob) {
  const ids = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.shopId, shopId), eq(job.vehicleId, of.vehicle.id), ne(job.id, of.id)))
    .orderBy(desc(job.number))
    .limit(20);
  const jobs = await loadJobs(
    db,
    shopId,
    ids.map((r) => r.id),
  );
  const fitted = jobs.map((j) => ({
    id: j.id,
    number: j.number,
    lamps: j.reading.checks.flatMap((c) =>
      Object.entries(c.swap.choice?.event.body.lamps ?? {}).map(([position, ref]) => ({
        position,
        id: ref.id,
      })),
    ),
  }));
  const names = new Map(
    (
      await shelfRowsById(db, shopId, 'lamp', [...new Set(fitted.flatMap((f) => f.lamps.map((l) => l.id)))])
    ).map((r) => [r.body.id, `${r.body.maker} ${r.body.name}`]),
  );
  return fitted
    .filter((f) => f.lamps.length > 0)
    .map((f) => ({ ...f, lamps: f.lamps.map((l) => ({ ...l, name: names.get(l.id) ?? l.id })) }));
}
