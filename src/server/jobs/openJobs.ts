import type { Database } from '../db/connection';
import { jobLines } from './jobLines';
import { newestInWork } from './jobLists';

/** Jobs that are offered for a note at most. */
const LIMIT = 40;

/** The newest jobs that were never locked, with the lamps that are being changed: where a figure can be put. */
export async function openJobs(db: Database, shopId: string) {
  const lines = await jobLines(db, shopId, await newestInWork(db, shopId, LIMIT));
  return lines
    .filter((l) => !l.wasLocked)
    .map(({ id, number, vehicle, positions, lastAt }) => ({ id, number, vehicle, positions, lastAt }));
}
