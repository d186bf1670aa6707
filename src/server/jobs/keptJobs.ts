import type { Database } from '../db/connection';
import { kept } from '../kept';
import { stockOf } from '../shelf/stock';
import { loadJob, type LoadedJob, namesOf } from './loadJob';
import { stampsOf } from './stamps';

/** *Setting*: jobs kept in memory, over all shops, each with what it was read from: about a megabyte each. */
const jobsOf = kept<{ readonly stamp: string; readonly job: LoadedJob }>(60);

/**
 * A job as it is read now, for looking at: loaded and read anew only if its stamp is another than when that was done
 * last. Names of people and the shop's stock are asked for each time, since no stamp tells of them.
 * @returns null where the shop has no such job
 */
export async function keptJob(db: Database, shopId: string, jobId: string): Promise<LoadedJob | null> {
  const jobs = jobsOf(db);
  const key = `${shopId}/${jobId}`;
  const stamp = (await stampsOf(db, shopId, [jobId])).get(jobId);
  if (stamp === undefined) return null;
  const known = jobs.get(key);
  if (known?.stamp !== stamp) {
    const job = await loadJob(db, shopId, jobId);
    if (job) jobs.set(key, { stamp, job });
    return job;
  }
  const { job } = known;
  const [names, stock] = await Promise.all([
    namesOf(db, [...job.pack.events, ...job.pack.otherEvents]),
    stockOf(db, shopId),
  ]);
  return { ...job, names, pack: { ...job.pack, names: Object.fromEntries(names), stock } };
}
