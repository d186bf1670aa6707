import type { Database } from '../db/connection';
import { kept } from '../kept';
import { stockOf } from '../shelf/stock';
import { entriesAfter, loadJob, type LoadedJob, namesOf, withNews } from './loadJob';
import { type Stamp, stampPartsOf } from './stamps';

/** *Setting*: jobs kept in memory, over all shops, each with what it was read from: at most about a megabyte each. */
const jobsOf = kept<{ readonly stamp: Stamp; readonly job: LoadedJob }>(200);

/** Whether a job is kept, so that little is to do to have it as it is now. */
export const isKept = (db: Database, shopId: string, jobId: string): boolean =>
  jobsOf(db).has(`${shopId}/${jobId}`);

/**
 * A job as it is read now, for looking at: loaded and read anew only if its stamp is another than when that was done
 * last; where only entries of its own have come since, those alone are fetched. Names of people and the shop's stock are
 * asked for each time, since no stamp tells of them.
 * @returns null where the shop has no such job
 */
export async function keptJob(db: Database, shopId: string, jobId: string): Promise<LoadedJob | null> {
  const jobs = jobsOf(db);
  const key = `${shopId}/${jobId}`;
  const stamp = (await stampPartsOf(db, shopId, [jobId])).get(jobId);
  if (stamp === undefined) return null;
  const known = jobs.get(key);
  if (known?.stamp.text !== stamp.text) {
    const grown =
      known && known.stamp.rest === stamp.rest && known.stamp.others === stamp.others
        ? await grownJob(db, shopId, known.job)
        : null;
    const job = grown ?? (await loadJob(db, shopId, jobId));
    // What came between the stamp and the entries is in both: its stamp is older than it, and it is read once more.
    if (job) jobs.set(key, { stamp, job });
    if (!grown) return job;
  }
  const job = jobs.get(key)?.job;
  if (!job) return null;
  const [names, stock] = await Promise.all([
    namesOf(db, [...job.pack.events, ...job.pack.otherEvents]),
    stockOf(db, shopId),
  ]);
  return { ...job, names, pack: { ...job.pack, names: Object.fromEntries(names), stock } };
}

/** A job with the entries of its own that came since it was read; null: it has to be loaded whole. */
async function grownJob(db: Database, shopId: string, job: LoadedJob): Promise<LoadedJob | null> {
  const news = await entriesAfter(db, shopId, job.id, job.pack.cursor);
  // A choice pins rows of the shelf, which have to be fetched with it.
  if (!news || news.events.some((e) => e.type === 'lamp-chosen')) return null;
  return withNews(job, news.events, news.cursor);
}
