import { and, desc, eq, ne } from 'drizzle-orm';
import { type SimilarJob, wishesOf } from '@/core/job';
import type { Database } from '../db/connection';
import { job, vehicle } from '../db/schema';
import { shelfRowsById } from '../shelf/loadShelf';
import { loadJobs, type LoadedJob } from './loadJob';

/** *Settings*: jobs of the line that are looked through, and that are offered. */
const [LOOKED_AT, OFFERED] = [12, 4];

/** Jobs of the same vehicle line that had lamps chosen, newest first: what this one can begin as. */
export async function similarJobs(
  db: Database,
  shopId: string,
  of: LoadedJob,
): Promise<readonly SimilarJob[]> {
  const ids = await db
    .select({ id: job.id })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(and(eq(job.shopId, shopId), eq(vehicle.family, of.vehicle.family), ne(job.id, of.id)))
    .orderBy(desc(job.number))
    .limit(LOOKED_AT);
  const jobs = await loadJobs(
    db,
    shopId,
    ids.map((r) => r.id),
  );
  const chosen = jobs
    .map((j) => ({ job: j, checks: j.reading.checks.filter((c) => c.swap.choice !== null) }))
    .filter((j) => j.checks.length > 0)
    .slice(0, OFFERED);
  const lampsOf = (check: (typeof chosen)[number]['checks'][number]) => [
    ...new Set(Object.values(check.swap.choice?.event.body.lamps ?? {}).map((ref) => ref.id)),
  ];
  const rows = await shelfRowsById(db, shopId, 'lamp', [
    ...new Set(chosen.flatMap((c) => c.checks.flatMap(lampsOf))),
  ]);
  const names = new Map(rows.map((r) => [r.body.id, `${r.body.maker} ${r.body.name}`]));
  return chosen.map(({ job: j, checks }) => ({
    id: j.id,
    number: j.number,
    identity: j.vehicle.plate ?? j.vehicle.fleet ?? j.vehicle.serial ?? j.vehicle.vin ?? '',
    wishes: wishesOf(j.reading.record),
    swaps: checks.map((c) => ({
      positions: c.swap.positions,
      lamps: [...new Set(lampsOf(c).map((id) => names.get(id) ?? id))],
    })),
  }));
}
