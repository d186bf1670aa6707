import { and, eq, inArray, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Database } from '../db/connection';
import { catalogue, job, shop, vehicle } from '../db/schema';
import { OWN_CATALOGUE } from '../shelf/loadShelf';
import { loadJobs, type LoadedJob } from './loadJob';

/** Lines kept in memory, over all shops. */
const LINES_KEPT = 5000;

export type JobLine = ReturnType<typeof lineOf>;

/** What lists say of a job. */
const lineOf = (j: LoadedJob) => ({
  id: j.id,
  number: j.number,
  vehicle: `${j.family.maker} ${j.family.name}`,
  identity: j.vehicle.plate ?? j.vehicle.fleet ?? j.vehicle.serial ?? j.vehicle.vin ?? '',
  words: j.reading.record.opened?.body.words ?? '',
  openedAt: j.openedAt.toISOString(),
  stages: j.reading.stages,
  open: j.reading.items
    .filter((i) => i.closed === null)
    .map(({ id, origin, what }) => ({ id, origin, what })),
  locked: j.reading.record.locks.length > 0 && j.reading.record.late.length === 0,
  wasLocked: j.reading.record.locks.length > 0,
  /** Positions whose lamps are being changed. */
  positions: j.reading.record.swaps.flatMap((s) => s.positions),
  lastAt: j.reading.record.lastAt,
});

interface KeptLine {
  /** What the line was read from. */
  readonly stamp: string;
  readonly line: JobLine;
}
const kept = new WeakMap<Database, LRUCache<string, KeptLine>>();

/**
 * The lines of some jobs, newest first. A job is read whole only if anything that its reading rests on has changed
 * since it was read last: its events, those of its vehicle's other jobs, the vehicle, the shelf, the hour's price.
 */
export async function jobLines(
  db: Database,
  shopId: string,
  ids: readonly string[],
): Promise<readonly JobLine[]> {
  const lines = kept.get(db) ?? new LRUCache<string, KeptLine>({ max: LINES_KEPT });
  kept.set(db, lines);
  const stamps = await stampsOf(db, shopId, ids);
  const key = (id: string) => `${shopId}/${id}`;
  const still = (id: string, stamp: string) => {
    const line = lines.get(key(id));
    return line?.stamp === stamp ? line.line : undefined;
  };
  const stale = [...stamps].flatMap(([id, stamp]) => (still(id, stamp) ? [] : [id]));
  for (const j of await loadJobs(db, shopId, stale))
    lines.set(key(j.id), { stamp: stamps.get(j.id) ?? '', line: lineOf(j) });
  const all = [...stamps].flatMap(([id, stamp]) => still(id, stamp) ?? []);
  return all.sort((a, b) => b.number - a.number);
}

async function stampsOf(
  db: Database,
  shopId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const [base] = await db
    .select({ minor: shop.hourMinor, currency: shop.hourCurrency, shelf: catalogue.version })
    .from(shop)
    .leftJoin(catalogue, and(eq(catalogue.shopId, shop.id), eq(catalogue.id, OWN_CATALOGUE)))
    .where(eq(shop.id, shopId));
  const rows = await db
    .select({
      id: job.id,
      vehicle: vehicle.version,
      /** Events of all jobs of the vehicle, this one with them. */
      ofVehicle: sql<string>`(select sum(o.last_seq) from ${job} o where o.shop_id = ${job.shopId} and o.vehicle_id = ${job.vehicleId})`,
    })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(and(eq(job.shopId, shopId), inArray(job.id, [...ids])));
  return new Map(
    rows.map((r) => [r.id, [r.ofVehicle, r.vehicle, base?.shelf, base?.minor, base?.currency].join('/')]),
  );
}
