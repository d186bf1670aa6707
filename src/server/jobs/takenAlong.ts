import { and, eq, inArray } from 'drizzle-orm';
import { localDay, shiftDay, utcOf } from '@/core/board';
import type { TakenList } from '@/core/job';
import type { Actor } from '../access';
import { loadBookings } from '../board/bookings';
import type { Database } from '../db/connection';
import { catalogue, job, vehicle } from '../db/schema';
import { OWN_CATALOGUE } from '../shelf/loadShelf';
import { actorsOn, deviceOf, devicePerson } from '../devices/devices';
import { heldEntries } from './held';
import { newestInWork } from './jobLists';

/** *Settings*: days whose booked jobs a device takes along, and how many of the newest besides. */
const DAYS = 2;
const NEWEST = 20;

/** What a device at the vehicle takes along: who is at it, today's and tomorrow's jobs, the newest in work. */
export async function takenAlong(
  db: Database,
  actor: Actor,
  cookies: string | null,
  now: Date,
): Promise<TakenList> {
  const deviceId = await deviceOf(db, actor.shopId, cookies);
  const people = deviceId ? await actorsOn(db, actor, deviceId, now) : new Map<string, Actor>();
  const day = localDay(now.toISOString(), actor.zone);
  const bookings = await loadBookings(
    db,
    actor.shopId,
    new Date(utcOf(day, 0, actor.zone)),
    new Date(utcOf(shiftDay(day, DAYS), 0, actor.zone)),
  );
  const newest = await newestInWork(db, actor.shopId, NEWEST);
  const ids = [...new Set([...bookings.map((b) => b.job), ...newest])];
  const rows =
    ids.length === 0
      ? []
      : await db
          .select({ id: job.id, cursor: job.lastSeq, vehicle: vehicle.version, shelf: catalogue.version })
          .from(job)
          .innerJoin(vehicle, and(eq(vehicle.shopId, job.shopId), eq(vehicle.id, job.vehicleId)))
          .leftJoin(catalogue, and(eq(catalogue.shopId, job.shopId), eq(catalogue.id, OWN_CATALOGUE)))
          .where(and(eq(job.shopId, actor.shopId), inArray(job.id, ids)));
  const held = await heldEntries(db, actor, [...people.keys()]);
  const startsAt = new Map([...bookings].reverse().map((b) => [b.job, b.startsAt]));
  return {
    me: devicePerson(actor),
    lead: actor.proof ? { mark: actor.proof.mark, endsMs: actor.proof.endsMs } : null,
    people: [...people.values()].map(devicePerson),
    now: now.toISOString(),
    jobs: rows.map((r) => ({
      id: r.id,
      cursor: Number(r.cursor ?? 0),
      vehicle: r.vehicle,
      shelf: r.shelf ?? 0,
      startsAt: startsAt.get(r.id) ?? null,
    })),
    held,
  };
}
