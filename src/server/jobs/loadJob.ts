import { and, desc, eq, inArray, ne } from 'drizzle-orm';
import {
  type AnyStoredEvent,
  type JobReading,
  type PinnedKind,
  type Rates,
  readJob,
  type RowRef,
  type VehicleRecord,
} from '@/core/job';
import type { ConnectorHalf } from '@/core/harness';
import type { Family, Part, Profile } from '@/core/shelf';
import { comparePositions, factRegistry, type FactRegistry, positionKey } from '@/core/vehicle';
import type { Database, Transaction } from '../db/connection';
import { job, jobEvent, shop, user, vehicle } from '../db/schema';
import { headRevisions, pinnedRows, type Revised, shelfRows, shelfRowsById } from '../shelf/loadShelf';
import { storedEvent } from './storedEvent';

export interface LoadedJob {
  readonly id: string;
  readonly number: number;
  readonly openedAt: Date;
  readonly vehicle: VehicleRecord;
  readonly family: Family;
  /** Keys of the family's positions, front to rear. */
  readonly positions: readonly string[];
  readonly registry: FactRegistry;
  readonly profiles: readonly Profile[];
  readonly parts: readonly Revised<'part'>[];
  readonly connectors: readonly ConnectorHalf[];
  /** Pinned part rows, for the frozen document. */
  readonly pinnedPart: (id: string, rev: number) => Part | undefined;
  readonly pinnedLamp: (id: string, rev: number) => Revised<'lamp'>['body'] | undefined;
  readonly names: ReadonlyMap<string, string>;
  readonly reading: JobReading;
}

type Db = Database | Transaction;

/** Loads and reads one job; null where the shop has none of that id. */
export async function loadJob(db: Db, shopId: string, jobId: string): Promise<LoadedJob | null> {
  return (await loadJobs(db, shopId, [jobId]))[0] ?? null;
}

/** Whether the shop has a job of that id. */
export async function hasJob(db: Db, shopId: string, jobId: string): Promise<boolean> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId)));
  return rows.length > 0;
}

/** Loads jobs in a fixed number of queries, however many they are. */
export async function loadJobs(
  db: Db,
  shopId: string,
  jobIds: readonly string[],
): Promise<readonly LoadedJob[]> {
  if (jobIds.length === 0) return [];
  const rows = await db
    .select({ job, vehicle })
    .from(job)
    .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
    .where(and(eq(job.shopId, shopId), inArray(job.id, [...jobIds])))
    .orderBy(desc(job.number));
  const vehicleIds = [...new Set(rows.map((r) => r.vehicle.id))];
  const own = await eventsOf(
    db,
    shopId,
    rows.map((r) => r.job.id),
  );
  const others = await otherEventsOf(
    db,
    shopId,
    vehicleIds,
    rows.map((r) => r.job.id),
  );
  const families = await shelfRowsById(db, shopId, 'family', [...new Set(rows.map((r) => r.vehicle.family))]);
  const registry = factRegistry((await shelfRows(db, shopId, 'fact-key')).map((r) => r.body));
  const profiles = (await shelfRows(db, shopId, 'profile')).map((r) => r.body);
  const parts = await shelfRows(db, shopId, 'part');
  const connectors = (await shelfRows(db, shopId, 'connector')).map((r) => r.body);
  const pinned = await loadPinned(db, shopId, own);
  const rates = await shopRates(db, shopId);
  const names = await namesOf(db, [...own, ...others.map((o) => o.event)]);
  return rows.flatMap((row) => {
    const family = families.find((f) => f.body.id === row.vehicle.family)?.body;
    if (!family) return [];
    const events = own.filter((e) => e.job === row.job.id);
    const otherEvents = [
      ...others.filter((o) => o.vehicleId === row.vehicle.id).map((o) => o.event),
      ...own.filter(
        (e) =>
          e.job !== row.job.id && rows.some((r) => r.job.id === e.job && r.vehicle.id === row.vehicle.id),
      ),
    ].filter((e) => OF_OTHERS.some((t) => t === e.type));
    const record: VehicleRecord = row.vehicle;
    const reading = readJob({
      events,
      otherEvents,
      vehicle: record,
      family,
      registry,
      profiles,
      parts: parts.map((p) => p.body),
      connectors,
      pinned,
      rates,
    });
    const positions = family.places
      .map((p) => p.position)
      .sort(comparePositions)
      .map(positionKey);
    return [
      {
        id: row.job.id,
        number: row.job.number,
        openedAt: row.job.openedAt,
        vehicle: record,
        family,
        positions,
        registry,
        profiles,
        parts,
        connectors,
        pinnedPart: (id, rev) => pinned.part({ id, rev }),
        pinnedLamp: (id, rev) => pinned.lamp({ id, rev }),
        names,
        reading,
      },
    ];
  });
}

async function shopRates(db: Db, shopId: string): Promise<Rates> {
  const [row] = await db
    .select({ minor: shop.hourMinor, currency: shop.hourCurrency })
    .from(shop)
    .where(eq(shop.id, shopId));
  return { hour: row ?? { minor: 0, currency: 'EUR' } };
}

async function eventsOf(
  db: Db,
  shopId: string,
  jobIds: readonly string[],
): Promise<readonly AnyStoredEvent[]> {
  if (jobIds.length === 0) return [];
  const rows = await db
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), inArray(jobEvent.jobId, [...jobIds])));
  return rows.map(storedEvent);
}

/** Facts stay with the vehicle, and a return is about what an earlier job fitted. */
const OF_OTHERS = ['fact-stated', 'lamp-chosen', 'void'] as const;

/** What the vehicle’s other jobs stated and fitted. */
async function otherEventsOf(
  db: Db,
  shopId: string,
  vehicleIds: readonly string[],
  loaded: readonly string[],
) {
  if (vehicleIds.length === 0) return [];
  const rows = await db
    .select({ event: jobEvent, vehicleId: job.vehicleId })
    .from(jobEvent)
    .innerJoin(job, and(eq(job.shopId, jobEvent.shopId), eq(job.id, jobEvent.jobId)))
    .where(
      and(
        eq(jobEvent.shopId, shopId),
        inArray(job.vehicleId, [...vehicleIds]),
        inArray(jobEvent.type, [...OF_OTHERS]),
        ...loaded.map((id) => ne(job.id, id)),
      ),
    );
  return rows.map((r) => ({ event: storedEvent(r.event), vehicleId: r.vehicleId }));
}

async function loadPinned(db: Db, shopId: string, events: readonly AnyStoredEvent[]) {
  const chosen = events.flatMap((e) => (e.type === 'lamp-chosen' ? [e.body] : []));
  const lampRefs = chosen.flatMap((c) => Object.values(c.lamps));
  const applicationRefs = chosen.map((c) => c.application);
  const partRefs = chosen.flatMap((c) => c.parts);
  const sheetRefs = chosen.flatMap((c) => c.sheets ?? []);
  const applications = await pinnedRows(db, shopId, 'application', applicationRefs);
  const lamps = await pinnedRows(db, shopId, 'lamp', lampRefs);
  const parts = await pinnedRows(db, shopId, 'part', partRefs);
  const sheets = await pinnedRows(db, shopId, 'step-sheet', sheetRefs);
  const heads = await headRevisions(db, shopId, [
    ...new Set([...lampRefs, ...applicationRefs, ...partRefs, ...sheetRefs].map((r) => r.id)),
  ]);
  const finder = <T extends { id: string }>(rows: readonly { rev: number; body: T }[]) => {
    const byRef = new Map(rows.map((r) => [`${r.body.id}#${r.rev}`, r.body]));
    return (ref: RowRef) => byRef.get(`${ref.id}#${ref.rev}`);
  };
  return {
    application: finder(applications),
    lamp: finder(lamps),
    part: finder(parts),
    sheet: finder(sheets),
    head: (kind: PinnedKind, id: string) => heads.get(`${kind}/${id}`),
  };
}

async function namesOf(db: Db, events: readonly AnyStoredEvent[]): Promise<ReadonlyMap<string, string>> {
  const ids = [...new Set(events.map((e) => e.user))];
  if (ids.length === 0) return new Map();
  const rows = await db.select({ id: user.id, name: user.name }).from(user).where(inArray(user.id, ids));
  return new Map(rows.map((r) => [r.id, r.name]));
}
