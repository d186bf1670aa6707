import { and, asc, eq, gte, inArray, lt, sql } from 'drizzle-orm';
import * as yup from 'yup';
import type { Bay, Booking } from '@/core/board';
import { type Actor, may } from '../access';
import { audit } from '../audit';
import type { Database, Transaction } from '../db/connection';
import { bay, booking, job, shop } from '../db/schema';
import { hasJob } from '../jobs/loadJob';

/** Moments that the board can show. */
const [FIRST, LAST] = [Date.parse('1970-01-02T00:00:00Z'), Date.parse('2399-12-01T00:00:00Z')];
const isMoment = (v: unknown): boolean => {
  const ms = typeof v === 'string' ? Date.parse(v) : NaN;
  return ms >= FIRST && ms <= LAST;
};
const id = yup.string().strict().max(60, 'too-long').required('missing');
const version = yup
  .number()
  .strict()
  .integer('not-whole')
  .min(0, 'out-of-range')
  .max(2 ** 31 - 1, 'out-of-range')
  .required('missing');

/** A booking as it is meant to stand. */
export const bookingForm = yup
  .object({
    id,
    job: id,
    bay: id,
    startsAt: yup.string().strict().required('missing').test('time', 'no-moment', isMoment),
    minutes: yup
      .number()
      .strict()
      .integer('not-whole')
      .min(15, 'out-of-range')
      .max(1440, 'out-of-range')
      .required('missing'),
    waitsFor: yup.string().strict().max(200, 'too-long').defined('missing'),
    waitsUntil: yup
      .string()
      .strict()
      .nullable()
      .defined('missing')
      .test('time', 'no-moment', (v) => v === null || isMoment(v)),
    /** 0: a new one. Else the version that was seen. */
    version,
  })
  .required('missing');
export type BookingInput = yup.InferType<typeof bookingForm>;

/** What is done about a booking. */
export const bookingActForm = yup.lazy((sent: unknown) => {
  const act = yup.string().strict().oneOf(['save', 'remove'], 'not-one-of').required('missing');
  return (sent as { act?: unknown } | null)?.act === 'remove'
    ? yup.object({ act, id, version })
    : yup.object({ act, booking: bookingForm });
});
export type BookingAct =
  | { readonly act: 'save'; readonly booking: BookingInput }
  | { readonly act: 'remove'; readonly id: string; readonly version: number };

export type BookingOutcome =
  | { readonly kind: 'saved'; readonly booking: Booking }
  /** Somebody moved it meanwhile: nothing was changed, this is how it stands. `null`: it is gone. */
  | { readonly kind: 'stale'; readonly present: Booking | null }
  | { readonly kind: 'refused'; readonly code: string };

const asBooking = (r: typeof booking.$inferSelect): Booking => ({
  id: r.id,
  job: r.jobId,
  bay: r.bayId,
  startsAt: r.startsAt.toISOString(),
  minutes: r.minutes,
  waitsFor: r.waitsFor,
  waitsUntil: r.waitsUntil?.toISOString() ?? null,
  version: r.version,
});

/** Does one thing about a booking, if it still stands as it was seen. */
export const changeBooking = (db: Database, actor: Actor, input: BookingAct) =>
  input.act === 'save'
    ? saveBooking(db, actor, input.booking)
    : removeBooking(db, actor, input.id, input.version);

/** Makes a booking or changes one, if it still stands as it was seen. */
export async function saveBooking(db: Database, actor: Actor, input: BookingInput): Promise<BookingOutcome> {
  if (!may(actor.role, 'plan-bays')) return { kind: 'refused', code: 'not-allowed' };
  if (!(await hasJob(db, actor.shopId, input.job))) return { kind: 'refused', code: 'no-such-job' };
  if (!(await loadBays(db, actor.shopId)).some((b) => b.id === input.bay))
    return { kind: 'refused', code: 'no-such-bay' };
  const values = {
    jobId: input.job,
    bayId: input.bay,
    startsAt: new Date(input.startsAt),
    minutes: input.minutes,
    waitsFor: input.waitsFor.trim(),
    waitsUntil: input.waitsUntil ? new Date(input.waitsUntil) : null,
  };
  return db.transaction(async (tx): Promise<BookingOutcome> => {
    const here = and(eq(booking.shopId, actor.shopId), eq(booking.id, input.id));
    const [before] = await tx.select().from(booking).where(here).for('update');
    const [row] =
      input.version === 0
        ? await tx
            .insert(booking)
            .values({ ...values, shopId: actor.shopId, id: input.id })
            .onConflictDoNothing()
            .returning()
        : await tx
            .update(booking)
            .set({ ...values, version: sql`${booking.version} + 1` })
            .where(and(here, eq(booking.version, input.version)))
            .returning();
    if (!row) {
      const [present] = await tx.select().from(booking).where(here);
      return { kind: 'stale', present: present ? asBooking(present) : null };
    }
    await noted(tx, actor, before ? 'booking-changed' : 'booking-made', row.jobId, before, row);
    return { kind: 'saved', booking: asBooking(row) };
  });
}

/** When and where, as it is written down: of a change only what is another. */
async function noted(
  tx: Transaction,
  actor: Actor,
  did: string,
  jobId: string,
  before: typeof booking.$inferSelect | undefined,
  after: typeof booking.$inferSelect | undefined,
): Promise<void> {
  const of = (r: typeof booking.$inferSelect | undefined) =>
    r && {
      startsAt: r.startsAt.toISOString(),
      minutes: r.minutes,
      bay: r.bayId,
      waitsFor: r.waitsFor,
      waitsUntil: r.waitsUntil?.toISOString() ?? null,
    };
  const [was, is] = [of(before), of(after)];
  if (was && is && JSON.stringify(was) === JSON.stringify(is)) return;
  const differs = (k: keyof NonNullable<typeof was>) => !was || !is || was[k] !== is[k];
  const pick = (r: typeof was) =>
    r && Object.fromEntries(Object.entries(r).filter(([k]) => differs(k as keyof NonNullable<typeof was>)));
  await audit(tx, actor.shopId, actor.userId, [
    { about: 'bookings', did, subject: jobId, before: pick(was), after: pick(is) },
  ]);
}

/** Takes a booking off the board, if it still stands as it was seen. */
export async function removeBooking(
  db: Database,
  actor: Actor,
  id: string,
  version: number,
): Promise<BookingOutcome | { readonly kind: 'removed' }> {
  if (!may(actor.role, 'plan-bays')) return { kind: 'refused', code: 'not-allowed' };
  const here = and(eq(booking.shopId, actor.shopId), eq(booking.id, id));
  return db.transaction(async (tx) => {
    const [gone] = await tx
      .delete(booking)
      .where(and(here, eq(booking.version, version)))
      .returning();
    if (gone) {
      await noted(tx, actor, 'booking-removed', gone.jobId, gone, undefined);
      return { kind: 'removed' as const };
    }
    const [present] = await tx.select().from(booking).where(here);
    return present ? { kind: 'stale' as const, present: asBooking(present) } : { kind: 'removed' as const };
  });
}

export async function loadBays(db: Database, shopId: string): Promise<readonly Bay[]> {
  return db
    .select({ id: bay.id, name: bay.name })
    .from(bay)
    .where(eq(bay.shopId, shopId))
    .orderBy(asc(bay.ordinal), asc(bay.id));
}

/** Bookings that start in a span of time, in order. */
export async function loadBookings(
  db: Database,
  shopId: string,
  from: Date,
  to: Date,
): Promise<readonly Booking[]> {
  const rows = await db
    .select()
    .from(booking)
    .where(and(eq(booking.shopId, shopId), gte(booking.startsAt, from), lt(booking.startsAt, to)))
    .orderBy(asc(booking.startsAt), asc(booking.id));
  return rows.map(asBooking);
}

/** What a calendar programme is told: the shop behind the token with its bookings; null where there is none. */
export async function calendarOf(db: Database, token: string, from: Date, to: Date) {
  const [row] = await db
    .select({ id: shop.id, name: shop.name, zone: shop.zone })
    .from(shop)
    .where(eq(shop.calendarToken, token));
  if (!row) return null;
  const bookings = await loadBookings(db, row.id, from, to);
  const bays = await loadBays(db, row.id);
  const jobs = await db
    .select({ id: job.id, number: job.number })
    .from(job)
    .where(and(eq(job.shopId, row.id), inArray(job.id, [...new Set(bookings.map((b) => b.job))])));
  const numbers = new Map(jobs.map((j) => [j.id, j.number]));
  return { shop: row, bays, bookings: bookings.map((b) => ({ ...b, number: numbers.get(b.job) ?? 0 })) };
}

export async function calendarToken(db: Database, shopId: string): Promise<string> {
  const [row] = await db.select({ token: shop.calendarToken }).from(shop).where(eq(shop.id, shopId));
  return row?.token ?? '';
}
