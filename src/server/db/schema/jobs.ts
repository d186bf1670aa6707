import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  customType,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { EntryFault, EventType, OwnLine, ReleaseDocument, Role } from '@/core/job';
import { user } from './auth';
import { shop } from './shop';

const when = (name: string) => timestamp(name, { withTimezone: true });

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** A customer's vehicle. Facts about it are events of its jobs; only its identity and family stand here. */
export const vehicle = pgTable(
  'vehicle',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    family: text('family').notNull(),
    vin: text('vin'),
    serial: text('serial'),
    plate: text('plate'),
    fleet: text('fleet'),
    /** Its line as it was described by hand, where the shelf had none. */
    ownLine: jsonb('own_line').$type<OwnLine>(),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    uniqueIndex('vehicle_vin')
      .on(t.shopId, t.vin)
      .where(sql`${t.vin} is not null`),
    index('vehicle_known').using(
      'gin',
      sql`(coalesce(${t.vin}, '') || chr(31) || coalesce(${t.serial}, '') || chr(31) || coalesce(${t.plate}, '') || chr(31) || coalesce(${t.fleet}, '') || chr(31) || coalesce(${t.ownLine} ->> 'maker', '') || ' ' || coalesce(${t.ownLine} ->> 'name', '')) gin_trgm_ops`,
    ),
    check('vehicle_identity', sql`coalesce(${t.vin}, ${t.serial}, ${t.plate}, ${t.fleet}) is not null`),
  ],
);

export const job = pgTable(
  'job',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    number: integer('number').notNull(),
    vehicleId: text('vehicle_id').notNull(),
    openedAt: when('opened_at').notNull(),
    /** Count of events taken in; gives each its place and holds writers apart. */
    lastSeq: integer('last_seq').notNull().default(0),
    /** Place of its latest lock; null while it has none. */
    releasedSeq: integer('released_seq'),
    /** It was given up, and not taken up again: kept, findable, off the board. */
    abandoned: boolean('abandoned').notNull().default(false),
    /** Name and reach of its customer as they were written last, to find it by; empty: nobody wrote them down. */
    customer: text('customer').notNull().default(''),
    reach: text('reach').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    index('job_in_work')
      .on(t.shopId, t.number)
      .where(sql`not ${t.abandoned} and ${t.releasedSeq} is distinct from ${t.lastSeq}`),
    unique('job_number').on(t.shopId, t.number),
    foreignKey({ columns: [t.shopId, t.vehicleId], foreignColumns: [vehicle.shopId, vehicle.id] }),
    index('job_vehicle').on(t.shopId, t.vehicleId),
    index('job_customer')
      .using('gin', sql`(${t.customer} || chr(31) || ${t.reach}) gin_trgm_ops`)
      .where(sql`${t.customer} <> ''`),
  ],
);

/** What happened in a job: append-only (a trigger refuses change and deletion). */
export const jobEvent = pgTable(
  'job_event',
  {
    shopId: text('shop_id').notNull(),
    id: text('id').notNull(),
    jobId: text('job_id').notNull(),
    seq: integer('seq').notNull(),
    type: text('type').$type<EventType>().notNull(),
    v: integer('v').notNull(),
    at: text('at').notNull(),
    device: text('device').notNull(),
    deviceSeq: integer('device_seq').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    body: jsonb('body').$type<Record<string, unknown>>().notNull(),
    receivedAt: when('received_at').notNull().defaultNow(),
    /** What its author was when it was taken in; null: of before that was kept. */
    role: text('role').$type<Role>(),
    /** Who was signed in where it came; null: of before that was kept. */
    signedIn: text('signed_in'),
    /** Who let it in after it was held; null: nobody had to. */
    letInBy: text('let_in_by'),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    unique('job_event_seq').on(t.shopId, t.jobId, t.seq),
    foreignKey({ columns: [t.shopId, t.jobId], foreignColumns: [job.shopId, job.id] }),
    index('job_event_facts')
      .on(t.shopId, t.jobId)
      .where(sql`${t.type} in ('fact-stated', 'void', 'lamp-chosen')`),
    index('job_event_fitted')
      .on(t.shopId, t.type, t.jobId)
      .where(sql`${t.type} in ('release-locked', 'lamp-chosen', 'warranty-linked', 'void')`),
    check(
      'job_event_at',
      sql`${t.at} ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9]{2}:[0-9]{2}:[0-9]{2}\\.[0-9]{3}Z$'`,
    ),
  ],
);

/**
 * Entries that were not let in as they came: raw, whatever they are, until a lead or a corrected entry settles them.
 * Never deleted.
 */
export const heldEntry = pgTable(
  'held_entry',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    /** SHA-256 of who sent it and its bytes, hex: the same sent again is the same. */
    digest: text('digest').notNull(),
    raw: bytes('raw').notNull(),
    /** As far as they could be read. */
    entryId: text('entry_id'),
    jobId: text('job_id'),
    type: text('type'),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    /** Who was signed in where it came; null: of before that was kept. */
    signedIn: text('signed_in'),
    /** What its author counted as then; null: of before that was kept, and ordinary rights. */
    role: text('role').$type<Role>(),
    why: text('why').notNull(),
    faults: jsonb('faults').$type<readonly EntryFault[]>().notNull(),
    heldAt: when('held_at').notNull().defaultNow(),
    settled: text('settled').$type<'admitted' | 'set-aside'>(),
    settledBy: text('settled_by'),
    settledAt: when('settled_at'),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.digest] }),
    index('held_entry_open')
      .on(t.shopId, t.userId)
      .where(sql`${t.settled} is null`),
    index('held_entry_id').on(t.shopId, t.entryId),
  ],
);

/** Requests that must happen once however often they are sent, with the answer that was given. */
export const onceRequest = pgTable(
  'once_request',
  {
    shopId: text('shop_id').notNull(),
    id: text('id').notNull(),
    kind: text('kind').notNull(),
    userId: text('user_id').notNull(),
    answer: jsonb('answer').$type<Record<string, unknown>>(),
    at: when('at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.id] })],
);

/** Frozen hand-over documents: sheets are printed from these alone. */
export const releaseDocument = pgTable(
  'release_document',
  {
    shopId: text('shop_id').notNull(),
    id: text('id').notNull(),
    jobId: text('job_id').notNull(),
    revision: integer('revision').notNull(),
    body: jsonb('body').$type<ReleaseDocument>().notNull(),
    madeAt: when('made_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    unique('release_revision').on(t.shopId, t.jobId, t.revision),
    foreignKey({ columns: [t.shopId, t.jobId], foreignColumns: [job.shopId, job.id] }),
  ],
);
