import { sql } from 'drizzle-orm';
import {
  check,
  customType,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';
import type { StepOutcome } from '@/core/job';
import type { Broken } from '@/core/work';
import { user } from './auth';
import { job } from './jobs';
import { shop } from './shop';

const when = (name: string) => timestamp(name, { withTimezone: true });
const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** A place where a vehicle is worked on. */
export const bay = pgTable(
  'bay',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    name: text('name').notNull(),
    ordinal: integer('ordinal').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.id] })],
);

/** A job's time in a bay. Overlaps are kept and shown: people know why. */
export const booking = pgTable(
  'booking',
  {
    shopId: text('shop_id').notNull(),
    id: text('id').notNull(),
    jobId: text('job_id').notNull(),
    bayId: text('bay_id').notNull(),
    startsAt: when('starts_at').notNull(),
    minutes: integer('minutes').notNull(),
    waitsFor: text('waits_for').notNull().default(''),
    waitsUntil: when('waits_until'),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    foreignKey({ columns: [t.shopId, t.jobId], foreignColumns: [job.shopId, job.id] }),
    foreignKey({ columns: [t.shopId, t.bayId], foreignColumns: [bay.shopId, bay.id] }),
    check('booking_minutes', sql`${t.minutes} between 15 and 1440`),
    index('booking_time').on(t.shopId, t.startsAt),
  ],
);

/** Pictures, re-encoded by the server. The id is the hash of what the device sent. */
export const photo = pgTable(
  'photo',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    widthPx: integer('width_px').notNull(),
    heightPx: integer('height_px').notNull(),
    bytes: bytes('bytes').notNull(),
    madeAt: when('made_at').notNull().defaultNow(),
    madeBy: text('made_by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.id] }), check('photo_id', sql`${t.id} ~ '^[0-9a-f]{64}$'`)],
);

/** Lamps fitted before the shop kept its jobs here: history only. */
export const pastFitting = pgTable(
  'past_fitting',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    lamp: text('lamp').notNull(),
    fittedAt: when('fitted_at').notNull(),
    backAt: when('back_at'),
    symptom: text('symptom'),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id] }),
    index('past_fitting_lamp').on(t.shopId, t.lamp),
    check('past_fitting_back', sql`${t.backAt} is null or ${t.backAt} >= ${t.fittedAt}`),
  ],
);

/**
 * How many of a part or lamp lie on the shop's own shelf, by the last count and what was taken since. Below zero: more
 * was taken than had been counted.
 */
export const partStock = pgTable(
  'part_stock',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    part: text('part').notNull(),
    count: integer('count').notNull().default(0),
    version: integer('version').notNull().default(1),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.part] })],
);

/** A piece of a picture on its way: a line that breaks goes on where it broke. Gone once the picture is whole. */
export const photoPiece = pgTable(
  'photo_piece',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    /** SHA-256 of the whole picture as the device has it. */
    id: text('id').notNull(),
    /** Bytes before it. */
    at: integer('at').notNull(),
    bytes: bytes('bytes').notNull(),
    madeAt: when('made_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.id, t.at] }),
    check('photo_piece_id', sql`${t.id} ~ '^[0-9a-f]{64}$'`),
  ],
);

/** What a locked job taught of the steps of its sheets. Made anew from the job whenever it is locked. */
export const learntStep = pgTable(
  'learnt_step',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    jobId: text('job_id').notNull(),
    sheet: text('sheet').notNull(),
    step: text('step').notNull(),
    /** Empty: done once for the vehicle. */
    position: text('position').notNull().default(''),
    way: text('way').$type<'out' | 'back'>().notNull(),
    outcome: text('outcome').$type<StepOutcome>().notNull(),
    words: text('words').notNull().default(''),
    /** null: it was not timed, or not to be believed. */
    minutes: doublePrecision('minutes'),
    /** Fasteners that came out and broke, by group. */
    fasteners: jsonb('fasteners').$type<Readonly<Record<string, Broken>>>().notNull(),
    lockedAt: when('locked_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.jobId, t.sheet, t.step, t.position, t.way] }),
    foreignKey({ columns: [t.shopId, t.jobId], foreignColumns: [job.shopId, job.id] }),
    index('learnt_step_sheet').on(t.shopId, t.sheet),
    check('learnt_step_minutes', sql`${t.minutes} is null or ${t.minutes} > 0`),
  ],
);

/** A tablet or phone that several people of a shop work on. */
export const device = pgTable(
  'device',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    /** SHA-256 of what its cookie holds. */
    secretHash: text('secret_hash').notNull(),
    madeAt: when('made_at').notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.id] })],
);

/** A person's entries are taken from a device while this stands, whoever of it is signed in there. */
export const deviceGrant = pgTable(
  'device_grant',
  {
    shopId: text('shop_id').notNull(),
    deviceId: text('device_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    endsAt: when('ends_at').notNull(),
    endedAt: when('ended_at'),
    endedBy: text('ended_by'),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.deviceId, t.userId] }),
    foreignKey({ columns: [t.shopId, t.deviceId], foreignColumns: [device.shopId, device.id] }),
  ],
);
