import { and, eq } from 'drizzle-orm';
import { askedFacts, type JobPack, nearbySheets, packParts } from '@/core/job';
import type { Database } from '../db/connection';
import { catalogue, job, vehicle } from '../db/schema';
import { applicationsFor, OWN_CATALOGUE, sheetsOfFamily } from '../shelf/loadShelf';
import { kept } from '../kept';
import { keptJob } from './keptJobs';
import { learntFor } from './learnt';
import { entriesAfter, type LoadedJob } from './loadJob';

/** A job’s pack as it goes to a device: of the parts of the shelf, and of their stock, what it needs there. */
function packOf({ pack, reading }: LoadedJob): JobPack {
  const parts = packParts(pack.parts, reading);
  const needed = new Set(parts.map((p) => p.id));
  return {
    ...pack,
    parts,
    stock: Object.fromEntries(Object.entries(pack.stock).filter(([part]) => needed.has(part))),
  };
}

/** A job's pack with the facts that can matter to its line. */
export const packFor = (db: Database, shopId: string, loaded: LoadedJob): Promise<JobPack> =>
  withAsked(db, shopId, loaded);

/** What the shelf has for a line, and what can be asked of it: the same for as long as the shelf is. */
interface OfLine {
  readonly asked: readonly string[];
  readonly sheets: Awaited<ReturnType<typeof sheetsOfFamily>>;
}
const linesOf = kept<{ readonly of: Promise<OfLine> }>('pack-lines', 200);

function ofLine(db: Database, shopId: string, loaded: LoadedJob): Promise<OfLine> {
  const lines = linesOf(db);
  // A line that was described by hand is of its vehicle alone, and changes with it.
  const key = [shopId, loaded.pack.shelf, loaded.family.id, loaded.vehicle.version].join('/');
  const known = lines.get(key)?.of ?? askLine(db, shopId, loaded);
  lines.set(key, { of: known });
  // What failed is tried again.
  known.catch(() => lines.delete(key));
  return known;
}

async function askLine(db: Database, shopId: string, loaded: LoadedJob): Promise<OfLine> {
  const [applications, sheets] = await Promise.all([
    applicationsFor(db, shopId, loaded.family.id),
    sheetsOfFamily(db, shopId, loaded.family.id),
  ]);
  const asked = askedFacts(
    {
      family: loaded.family,
      applications: applications.map((a) => a.body),
      sheets: sheets.map((s) => s.body),
      profiles: loaded.profiles,
    },
    loaded.registry,
  );
  return { asked: [...asked].sort(), sheets };
}

async function withAsked(db: Database, shopId: string, loaded: LoadedJob): Promise<JobPack> {
  const { asked, sheets } = await ofLine(db, shopId, loaded);
  const used = loaded.reading.strip.uses.flatMap((u) => (u.sheet ? [u.sheet] : []));
  const learnt = await learntFor(
    db,
    shopId,
    used.map((s) => s.id),
  );
  return {
    ...packOf(loaded),
    asked,
    learnt,
    nearby: nearbySheets(
      used,
      sheets.map((s) => s.body),
    ),
  };
}

/** The pack of a job; null: the shop has no such job. */
export async function devicePack(db: Database, shopId: string, jobId: string): Promise<JobPack | null> {
  const loaded = await keptJob(db, shopId, jobId);
  return loaded && packFor(db, shopId, loaded);
}

/** What came into a job since, and the counts by which a device knows whether its pack is of yesterday. */
export async function newsOf(db: Database, shopId: string, jobId: string, after: number) {
  const [row] = await db
    .select({ vehicle: vehicle.version, shelf: catalogue.version })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .leftJoin(catalogue, and(eq(catalogue.shopId, job.shopId), eq(catalogue.id, OWN_CATALOGUE)))
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId)));
  const news = row && (await entriesAfter(db, shopId, jobId, after));
  return news ? { ...news, vehicle: row.vehicle, shelf: row.shelf ?? 0 } : null;
}
