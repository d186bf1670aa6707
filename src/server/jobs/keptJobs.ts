import type { Database } from '../db/connection';
import { kept } from '../kept';
import { stockOf } from '../shelf/stock';
import { entriesSince, loadJobs, type LoadedJob, namesOf, withNews } from './loadJob';
import { type Stamp, stampPartsOf } from './stamps';

/** *Setting*: jobs kept in memory, over all shops, each with what it was read from: at most about a megabyte each. */
const jobsOf = kept<{ readonly stamp: Stamp; readonly job: LoadedJob }>('jobs', 300);

/** *Setting*: entries by which a kept job grows; one that more have come to is loaded whole, in steps. */
const FEW = 200;

/**
 * A job as it is read now, for looking at: loaded and read anew only if its stamp is another than when that was done
 * last. Names of people and the shop's stock are asked for each time, since no stamp tells of them.
 * @returns null where the shop has no such job
 */
export async function keptJob(db: Database, shopId: string, jobId: string): Promise<LoadedJob | null> {
  const [job] = await keptJobs(db, shopId, await stampPartsOf(db, shopId, [jobId]));
  if (!job) return null;
  const [names, stock] = await Promise.all([
    namesOf(db, [...job.pack.events, ...job.pack.otherEvents]),
    stockOf(db, shopId),
  ]);
  return { ...job, names, pack: { ...job.pack, names: Object.fromEntries(names), stock } };
}

type Reader = (
  db: Database,
  shopId: string,
  stamps: ReadonlyMap<string, Stamp>,
) => Promise<readonly LoadedJob[]>;

/**
 * The framework loads this once for its pages and once for its routes. One of the two reads for both: what reads a job gets
 * quick by doing it often, and twice as slowly where the work is shared between two copies.
 */
const READER = Symbol.for('yonder-bolt.jobs.reader');
const held = globalThis as { [READER]?: Reader };

/**
 * Jobs as they are read now, in a few questions however many they are: where only entries of its own have come since one
 * was read, those alone are fetched. Names and stock are those of when each was loaded.
 * @param stamps of now, by job
 */
export const keptJobs: Reader = (db, shopId, stamps) => {
  // While somebody works on it, each copy is as new as its file.
  if (process.env.NODE_ENV !== 'production') return readKept(db, shopId, stamps);
  held[READER] ??= readKept;
  return held[READER](db, shopId, stamps);
};

async function readKept(
  db: Database,
  shopId: string,
  stamps: ReadonlyMap<string, Stamp>,
): Promise<readonly LoadedJob[]> {
  const jobs = jobsOf(db);
  const key = (id: string) => `${shopId}/${id}`;
  const grown: { readonly job: LoadedJob; readonly stamp: Stamp }[] = [];
  const whole: string[] = [];
  const have = new Map<string, LoadedJob>();
  for (const [id, stamp] of stamps) {
    const known = jobs.get(key(id));
    if (known?.stamp.text === stamp.text) have.set(id, known.job);
    else if (
      known &&
      known.stamp.rest === stamp.rest &&
      known.stamp.others === stamp.others &&
      stamp.own - known.job.pack.cursor <= FEW
    )
      grown.push({ job: known.job, stamp });
    else whole.push(id);
  }
  const keep = (job: LoadedJob) => {
    const stamp = stamps.get(job.id);
    // What came between the stamp and the entries is in both: its stamp is older than it, and it is read once more.
    if (stamp) jobs.set(key(job.id), { stamp, job });
    have.set(job.id, job);
  };
  const news = await entriesSince(
    db,
    shopId,
    grown.map(({ job }) => ({ job: job.id, after: job.pack.cursor })),
  );
  for (const { job } of grown) {
    const events = news.get(job.id) ?? [];
    // A choice pins rows of the shelf, which have to be fetched with it.
    if (events.some((e) => e.type === 'lamp-chosen')) whole.push(job.id);
    else keep(withNews(job, events));
    await breath();
  }
  for (const job of await loadJobs(db, shopId, whole)) keep(job);
  return [...have.values()];
}

/** Reading a job takes milliseconds: others have their turn between two. */
const breath = () => new Promise((resolve) => setImmediate(resolve));
