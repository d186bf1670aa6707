import { sql } from 'drizzle-orm';
import {
  check,
  customType,
  foreignKey,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';
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
