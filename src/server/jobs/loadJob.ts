import { rowIdOf, type RowOf } from '@/core/kernel/ids';
import { and, asc, desc, eq, gt, inArray, lte, notInArray, or } from 'drizzle-orm';
import {
  type AnyStoredEvent,
  handFamily,
  handLamps,
  isOwnLine,
  type JobPack,
  type JobReading,
  packSources,
  type Rates,
  readJob,
  type RowRef,
  type VehicleRecord,
  withEntries,
  withHandRows,
} from '@/core/job';
import type { Figures } from '@/core/electric/formulas';
import type { ShopWall } from '@/core/beam/wall';
import type { ConnectorHalf } from '@/core/harness';
import type { Family, Part, Profile } from '@/core/catalogue';
import type { FactRegistry } from '@/core/vehicle';
import type { Database, Transaction } from '../db/connection';
import { job, jobEvent, shop, user, vehicle } from '../db/schema';
import { together } from '../db/together';
import { groupedBy } from '../groupedBy';
import { shelfLists } from '../shelf/keptLists';
import { headRevisions, pinnedRows, type Revised, shelfRowsById } from '../shelf/loadShelf';
import { stockOf } from '../shelf/stock';
import { storedEvent } from './storedEvent';

export interface LoadedJob {
  readonly id: string;
  readonly number: number;
  readonly openedAt: Date;
  readonly vehicle: VehicleRecord;
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly profiles: readonly Profile[];
  readonly parts: readonly Revised<'part'>[];
  readonly connectors: readonly ConnectorHalf[];
  /** Pinned part rows, for the frozen document. */
  readonly pinnedPart: (id: string, rev: number) => Part | undefined;
  readonly pinnedLamp: (id: string, rev: number) => Revised<'lamp'>['body'] | undefined;
  readonly names: ReadonlyMap<string, string>;
  /** What it was read from, with all parts of the shelf. */
  readonly pack: JobPack;
  readonly reading: JobReading;
}

type Db = Database | Transaction;

/** *Setting*: jobs that are read in one go; between them the process answers others. */
const JOBS_IN_A_ROW = 4;
/** *Setting*: entries that are fetched and made in one go; a job of more is read in steps. */
const LONG = 1000;

const breath = () => new Promise((resolve) => setImmediate(resolve));

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
  const ids = rows.map((r) => r.job.id);
  const { own, others, families, lists, shopHas, stock } = await together(db, {
    own: () => eventsOf(db, shopId, ids, Math.max(0, ...rows.map((r) => r.job.lastSeq))),
    others: () => otherEventsOf(db, shopId, vehicleIds, ids),
    families: () => shelfRowsById(db, shopId, 'family', [...new Set(rows.map((r) => r.vehicle.family))]),
    lists: () => shelfLists(db, shopId),
    shopHas: () => shopRates(db, shopId),
    stock: () => stockOf(db, shopId),
  });
  const { pinned, names } = await together(db, {
    pinned: () => loadPinned(db, shopId, own),
    names: () => namesOf(db, [...own, ...others.map((o) => o.event)]),
  });
  // By job and by vehicle at once: lists of a shop have hundreds of jobs, and thousands of entries.
  const ownOf = groupedBy(own, (e) => e.job);
  const othersOf = groupedBy(others, (o) => o.vehicleId);
  const jobsOf = groupedBy(rows, (r) => r.vehicle.id);
  const loaded: LoadedJob[] = [];
  for (const [i, row] of rows.entries()) {
    if (i % JOBS_IN_A_ROW === JOBS_IN_A_ROW - 1) await breath();
    const family = familyOf(row.vehicle, families);
    if (!family) continue;
    const events = ownOf.get(row.job.id) ?? [];
    const sameVehicle = (jobsOf.get(row.vehicle.id) ?? []).filter((r) => r.job.id !== row.job.id);
    const otherEvents = [
      ...(othersOf.get(row.vehicle.id) ?? []).map((o) => o.event),
      ...sameVehicle.flatMap((r) => ownOf.get(r.job.id) ?? []),
    ].filter((e) => OF_OTHERS.some((t) => t === e.type));
    const refs = pinnedRefs(events);
    const pack: JobPack = {
      form: 1,
      id: row.job.id,
      shop: shopId,
      number: row.job.number,
      openedAt: row.job.openedAt.toISOString(),
      vehicle: vehicleRecord(row.vehicle),
      shelf: lists.version,
      family,
      factKeys: lists.factKeys,
      profiles: lists.profiles,
      parts: bodiesOf(lists.parts),
      connectors: lists.connectors,
      applications: pinned.applications.filter(among(refs.applications)),
      lamps: pinned.lamps.filter(among(refs.lamps)),
      sheets: pinned.sheets.filter(among(refs.sheets)),
      heads: pick(pinned.heads, refs),
      rates: shopHas.rates,
      ...(Object.keys(shopHas.figures).length > 0 ? { figures: shopHas.figures } : {}),
      ...(shopHas.walls.length > 0 ? { walls: shopHas.walls } : {}),
      stock,
      events,
      otherEvents,
      names: Object.fromEntries(
        [...events, ...otherEvents].flatMap((e) => [
          ...nameOf(names, e.user),
          ...(e.sure ? nameOf(names, e.sure.signedIn) : []),
          ...(e.sure?.letInBy === undefined ? [] : nameOf(names, e.sure.letInBy)),
        ]),
      ),
      cursor: row.job.lastSeq,
    };
    // One of thousands of entries is read in steps between which others have their turn.
    if (events.length > LONG) await breath();
    const sources = packSources(pack);
    if (events.length > LONG) await breath();
    const reading = readJob(sources);
    if (events.length > LONG) await breath();
    const pinnable = withHandRows(sources.pinned, handLamps(reading.record, family.body.id));
    loaded.push({
      id: pack.id,
      number: pack.number,
      openedAt: row.job.openedAt,
      vehicle: pack.vehicle,
      family: sources.family,
      registry: sources.registry,
      profiles: lists.profiles,
      parts: lists.parts,
      connectors: lists.connectors,
      pinnedPart: (id, rev) => pinned.parts.find((p) => p.body.id === id && p.rev === rev)?.body,
      pinnedLamp: (id, rev) => pinnable.lamp({ id, rev }),
      names,
      pack,
      reading,
    });
  }
  return loaded;
}

/** A job with entries that came since it was loaded, none of which pins a row. */
export function withNews(job: LoadedJob, events: readonly AnyStoredEvent[]): LoadedJob {
  const cursor = events.reduce((latest, e) => Math.max(latest, e.seq), job.pack.cursor);
  const pack: JobPack = { ...withEntries(job.pack, events), cursor };
  const sources = packSources(pack);
  const reading = readJob(sources);
  const pinnable = withHandRows(sources.pinned, handLamps(reading.record, pack.family.body.id));
  return {
    ...job,
    pack,
    reading,
    family: sources.family,
    registry: sources.registry,
    pinnedLamp: (id, rev) => pinnable.lamp({ id, rev }),
  };
}

/** The line of a vehicle: a row of the shelf, or what was described of this one vehicle. */
export function familyOf(
  row: Pick<typeof vehicle.$inferSelect, 'family' | 'ownLine'>,
  families: readonly Revised<'family'>[],
): { readonly rev: number; readonly body: Family } | undefined {
  const onShelf = families.find((f) => f.body.id === row.family);
  if (onShelf) return onShelf;
  return row.ownLine && isOwnLine(row.family)
    ? { rev: 0, body: handFamily(row.family, row.ownLine) }
    : undefined;
}

/** Entries of some jobs after a place in the order of arrival of each, by job. */
export async function entriesSince(
  db: Db,
  shopId: string,
  places: readonly { readonly job: string; readonly after: number }[],
): Promise<ReadonlyMap<string, readonly AnyStoredEvent[]>> {
  if (places.length === 0) return new Map();
  const rows = await db
    .select()
    .from(jobEvent)
    .where(
      and(
        eq(jobEvent.shopId, shopId),
        or(...places.map((p) => and(eq(jobEvent.jobId, p.job), gt(jobEvent.seq, p.after)))),
      ),
    )
    .orderBy(asc(jobEvent.jobId), asc(jobEvent.seq));
  return groupedBy(rows.map(storedEvent), (e) => e.job);
}

/** Entries of a job after a place in the order of arrival, with the names of their authors; null: no such job. */
export async function entriesAfter(db: Db, shopId: string, jobId: string, after: number) {
  const [row] = await db
    .select({ cursor: job.lastSeq })
    .from(job)
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId)));
  if (!row) return null;
  const rows = await db
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, jobId), gt(jobEvent.seq, after)));
  const events = rows.map(storedEvent);
  return { events, cursor: row.cursor, names: Object.fromEntries(await namesOf(db, events)) };
}

/** The bodies of a list, the same ones for the same list. */
const bodies = new WeakMap<readonly Revised<'part'>[], readonly Part[]>();
function bodiesOf(rows: readonly Revised<'part'>[]): readonly Part[] {
  const known = bodies.get(rows) ?? rows.map((r) => r.body);
  bodies.set(rows, known);
  return known;
}

const vehicleRecord = (row: typeof vehicle.$inferSelect): VehicleRecord => ({
  id: row.id,
  family: row.family,
  vin: row.vin,
  serial: row.serial,
  plate: row.plate,
  fleet: row.fleet,
  version: row.version,
});

const nameOf = (names: ReadonlyMap<string, string>, user: string) => {
  const name = names.get(user);
  return name === undefined ? [] : [[user, name] as const];
};

const among =
  (refs: readonly RowRef[]) => (row: { readonly rev: number; readonly body: { readonly id: string } }) =>
    refs.some((r) => r.id === row.body.id && r.rev === row.rev);

async function shopRates(
  db: Db,
  shopId: string,
): Promise<{
  readonly rates: Rates;
  readonly figures: Partial<Figures>;
  readonly walls: readonly ShopWall[];
}> {
  const [row] = await db
    .select({
      minor: shop.hourMinor,
      currency: shop.hourCurrency,
      taxBp: shop.taxBp,
      figures: shop.figures,
      walls: shop.walls,
    })
    .from(shop)
    .where(eq(shop.id, shopId));
  if (!row) return { rates: { hour: { minor: 0, currency: 'EUR' } }, figures: {}, walls: [] };
  const { taxBp, figures, walls, ...hour } = row;
  return { rates: taxBp > 0 ? { hour, taxBp } : { hour }, figures, walls };
}

async function eventsOf(
  db: Db,
  shopId: string,
  jobIds: readonly string[],
  lastSeq: number,
): Promise<readonly AnyStoredEvent[]> {
  if (jobIds.length === 0) return [];
  const ofThese = and(eq(jobEvent.shopId, shopId), inArray(jobEvent.jobId, [...jobIds]));
  if (lastSeq <= LONG) return (await db.select().from(jobEvent).where(ofThese)).map(storedEvent);
  const events: AnyStoredEvent[] = [];
  for (let after = 0; after < lastSeq; after += LONG) {
    const piece = and(ofThese, gt(jobEvent.seq, after), lte(jobEvent.seq, after + LONG));
    for (const row of await db.select().from(jobEvent).where(piece)) events.push(storedEvent(row));
    await breath();
  }
  return events;
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
        notInArray(job.id, [...loaded]),
      ),
    );
  return rows.map((r) => ({ event: storedEvent(r.event), vehicleId: r.vehicleId }));
}

/** The rows that a job's choices have pinned. */
function pinnedRefs(events: readonly AnyStoredEvent[]) {
  const chosen = events.flatMap((e) => (e.type === 'lamp-chosen' ? [e.body] : []));
  return {
    lamps: chosen.flatMap((c) => Object.values(c.lamps)),
    applications: chosen.map((c) => c.application),
    parts: chosen.flatMap((c) => c.parts),
    sheets: chosen.flatMap((c) => c.sheets ?? []),
  };
}

async function loadPinned(db: Db, shopId: string, events: readonly AnyStoredEvent[]) {
  const refs = pinnedRefs(events);
  const ids = Object.values(refs).flatMap((list: readonly RowRef[]) => list.map((r) => r.id));
  return together(db, {
    applications: () => pinnedRows(db, shopId, 'application', refs.applications),
    lamps: () => pinnedRows(db, shopId, 'lamp', refs.lamps),
    parts: () => pinnedRows(db, shopId, 'part', refs.parts),
    sheets: () => pinnedRows(db, shopId, 'step-sheet', refs.sheets),
    heads: () => headRevisions(db, shopId, [...new Set(ids)]),
  });
}

/** Newest revisions of the rows that are named. */
function pick(
  heads: ReadonlyMap<RowOf, number>,
  refs: ReturnType<typeof pinnedRefs>,
): Readonly<Record<string, number>> {
  const ids = new Set(Object.values(refs).flatMap((list: readonly RowRef[]) => list.map((r) => r.id)));
  return Object.fromEntries([...heads].filter(([key]) => ids.has(rowIdOf(key))));
}

/** Names of the authors of some entries, by id. */
export async function namesOf(
  db: Db,
  events: readonly AnyStoredEvent[],
): Promise<ReadonlyMap<string, string>> {
  const ids = [
    ...new Set(
      events.flatMap((e) => [e.user, ...(e.sure ? [e.sure.signedIn, e.sure.letInBy ?? e.user] : [])]),
    ),
  ];
  if (ids.length === 0) return new Map();
  const rows = await db.select({ id: user.id, name: user.name }).from(user).where(inArray(user.id, ids));
  return new Map(rows.map((r) => [r.id, r.name]));
}
