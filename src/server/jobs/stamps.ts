import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { prepared } from '../db/prepared';
import { catalogue, job, shop, vehicle } from '../db/schema';
import { OWN_CATALOGUE } from '../shelf/loadShelf';

/**
 * What the reading of a job rests on: the entries of the vehicle's jobs, the vehicle, the shelf, the hour's price, the
 * shop's figures and walls. A job whose stamp has the same text reads the same.
 */
export interface Stamp {
  readonly text: string;
  /** Entries of the job itself, and of the vehicle's other jobs. */
  readonly own: number;
  readonly others: number;
  /** All that is no entry. */
  readonly rest: string;
}

/** The stamps of some jobs, by job; jobs that the shop does not have are left out. */
export async function stampPartsOf(
  db: Database,
  shopId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, Stamp>> {
  if (ids.length === 0) return new Map();
  const [one] = ids;
  const rows =
    ids.length === 1
      ? await ofOne(db).execute({ shop: shopId, job: one })
      : await stampRows(db).where(and(eq(job.shopId, shopId), inArray(job.id, [...ids])));
  return new Map(
    rows.map((r) => {
      const rest = [r.vehicle, r.shelf, r.minor, r.currency, r.tax, r.figures, r.walls].join('/');
      const all = Number(r.ofVehicle);
      return [r.id, { text: `${all}/${rest}`, own: r.own, others: all - r.own, rest }];
    }),
  );
}

const stampRows = (db: Database) =>
  db
    .select({
      id: job.id,
      vehicle: vehicle.version,
      own: job.lastSeq,
      /** Entries of all jobs of the vehicle, this one with them. */
      ofVehicle: sql<string>`(select sum(o.last_seq) from ${job} o where o.shop_id = ${job.shopId} and o.vehicle_id = ${job.vehicleId})`,
      minor: shop.hourMinor,
      tax: shop.taxBp,
      currency: shop.hourCurrency,
      figures: sql<string>`${shop.figures}::text`,
      walls: sql<string>`md5(${shop.walls}::text)`,
      shelf: catalogue.version,
    })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .innerJoin(shop, eq(shop.id, job.shopId))
    .leftJoin(catalogue, and(eq(catalogue.shopId, shop.id), eq(catalogue.id, OWN_CATALOGUE)));

/** Every look at a job asks this. */
const ofOne = prepared((db: Database) =>
  stampRows(db)
    .where(and(eq(job.shopId, sql.placeholder('shop')), eq(job.id, sql.placeholder('job'))))
    .prepare(''),
);
