import { sql } from 'drizzle-orm';
import { check, integer, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';
import { user } from './auth';

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
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.userId] }),
    check('member_role', sql`${t.role} in ('counter', 'technician', 'lead')`),
  ],
);

/** The shop that a session works in, where a person has several. */
export const sessionShop = pgTable('session_shop', {
  sessionId: text('session_id').primaryKey(),
  shopId: text('shop_id')
    .notNull()
    .references(() => shop.id),
  chosenAt: timestamp('chosen_at', { withTimezone: true }).notNull().defaultNow(),
});
