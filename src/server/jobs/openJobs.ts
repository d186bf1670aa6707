import type { Database } from '../db/connection';
import { loadNewestJobs } from './loadJob';

/** Jobs that are offered for a note at most. */
const LIMIT = 40;

/** The newest jobs that are not locked, with the lamps that are being changed: where a figure can be put. */
export async function openJobs(db: Database, shopId: string) {
  const jobs = await loadNewestJobs(db, shopId, LIMIT);
  return jobs
    .filter((j) => j.reading.record.locks.length === 0)
    .map((j) => ({
      id: j.id,
      number: j.number,
      vehicle: `${j.family.maker} ${j.family.name}`,
      positions: j.reading.record.swaps.flatMap((s) => s.positions),
      lastAt: j.reading.record.lastAt,
    }));
}
