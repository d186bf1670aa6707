import { sql } from 'drizzle-orm';
import {
  bigserial,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';
import type { Figures } from '@/core/electric/formulas';
import type { ShopWall } from '@/core/beam/wall';
import { user } from './auth';

/** What a key of another program can open: the shelf as files, or the whole shop as one bundle. */
export const KEY_OPENS = ['shelf', 'bundle', 'ask'] as const;

export const shop = pgTable('shop', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** IANA time zone in which the shop reads its clock. */
  zone: text('zone').notNull(),
  locale: text('locale').notNull(),
  lastJobNumber: integer('last_job_number').notNull().default(0),
  /** What an hour of work is quoted at. */
  hourMinor: integer('hour_minor').notNull().default(7200),
  hourCurrency: text('hour_currency').notNull().default('EUR'),
  /** Added to what is quoted, in hundredths of a per cent. */
  taxBp: integer('tax_bp').notNull().default(0),
  /** Opening hours, minutes of the shop’s own day. */
  openMin: integer('open_min').notNull().default(450),
  closeMin: integer('close_min').notNull().default(1050),
  /** Road rules that a new job begins with; `unknown`: each job says. */
  market: text('market').notNull().default('unknown'),
  /** What stands above and below every sheet. */
  sheetHead: text('sheet_head').notNull().default(''),
  sheetFoot: text('sheet_foot').notNull().default(''),
  /** Figures of the computations that the shop has changed, by name; what is not in it is the usual one. */
  figures: jsonb('figures').$type<Partial<Figures>>().notNull().default({}),
  /** Walls before which lamps are aimed. */
  walls: jsonb('walls').$type<readonly ShopWall[]>().notNull().default([]),
  /** Whoever knows it may read the bay calendar; a lead can have a new one made. */
  calendarToken: text('calendar_token')
    .notNull()
    .default(sql`encode(uuid_send(gen_random_uuid()), 'hex')`),
});

/** People belong to shops n:m, with one role in each. */
export const member = pgTable(
  'member',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    role: text('role', { enum: ['counter', 'technician', 'lead'] }).notNull(),
    locale: text('locale'),
    /** Since when the person works here no more; what was written stays. */
    endedAt: timestamp('ended_at', { withTimezone: true }),
    /** The password is a temporary one: nothing else is open before it was changed. */
    mustChange: boolean('must_change').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.userId] }),
    check('member_role', sql`${t.role} in ('counter', 'technician', 'lead')`),
  ],
);

/** Keys by which other programs read from a shop; only the hash of a key is kept. */
export const shopKey = pgTable(
  'shop_key',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    name: text('name').notNull(),
    /** What it opens, and nothing else. */
    opens: text('opens', { enum: KEY_OPENS }).notNull(),
    keyHash: text('key_hash').notNull().unique(),
    madeBy: text('made_by')
      .notNull()
      .references(() => user.id),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
    usedAt: timestamp('used_at', { withTimezone: true }),
    revokedAt: timestamp('revoked_at', { withTimezone: true }),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.id] })],
);

/** The one link that opens an empty installation; only the hash of its key is kept. */
export const setupLink = pgTable('setup_link', {
  keyHash: text('key_hash').primaryKey(),
  expiresAt: timestamp('expires_at', { withTimezone: true }).notNull(),
  usedAt: timestamp('used_at', { withTimezone: true }),
});

/** What the changes of a shop besides its jobs are about. */
export const AUDIT_ABOUT = [
  'shop',
  'people',
  'settings',
  'keys',
  'shelf',
  'stock',
  'bookings',
  'identities',
] as const;

/** Who changed what of a shop besides its jobs, from what to what. Lines are added, never changed. */
export const auditLine = pgTable(
  'audit_line',
  {
    seq: bigserial('seq', { mode: 'number' }).primaryKey(),
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    by: text('by').notNull(),
    about: text('about', { enum: AUDIT_ABOUT }).notNull(),
    did: text('did').notNull(),
    subject: text('subject').notNull(),
    before: jsonb('before'),
    after: jsonb('after'),
  },
  (t) => [index('audit_of_shop').on(t.shopId, t.seq)],
);

/** The shop that a session works in, where a person has several. */
export const sessionShop = pgTable('session_shop', {
  sessionId: text('session_id').primaryKey(),
  shopId: text('shop_id')
    .notNull()
    .references(() => shop.id),
  chosenAt: timestamp('chosen_at', { withTimezone: true }).notNull().defaultNow(),
});
