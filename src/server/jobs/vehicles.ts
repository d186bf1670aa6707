import { and, desc, eq, sql } from 'drizzle-orm';
import * as yup from 'yup';
import { ENVELOPE, ownLineId, type VehicleRecord } from '@/core/job';
import { readVin } from '@/core/vehicle';
import { type Actor, may } from '../access';
import { audit } from '../audit';
import type { Database, Transaction } from '../db/connection';
import { once } from '../once';
import { appendIn } from './appendEvents';
import { newEvent } from './openJob';
import { job, vehicle } from '../db/schema';
import { shelfRowsById } from '../shelf/loadShelf';

const holding = (text: string) => `%${text.trim().replace(/[%_\\]/g, (c) => `\\${c}`)}%`;

/** Whether a job's customer is known by a text: three letters of the name, of the number or the address. */
export const ofCustomer = (text: string) =>
  sql`(${job.customer} <> '' and (${job.customer} || chr(31) || ${job.reach}) ilike ${holding(text)})`;

/** Whether a vehicle's VIN, serial, plate or fleet number holds a text, or the line that was described of it. */
export function knownBy(text: string) {
  // As the index has it: names stand in one text, with a sign between them that nobody searches for.
  const known = sql`(coalesce(${vehicle.vin}, '') || chr(31) || coalesce(${vehicle.serial}, '') || chr(31) || coalesce(${vehicle.plate}, '') || chr(31) || coalesce(${vehicle.fleet}, '') || chr(31) || coalesce(${vehicle.ownLine} ->> 'maker', '') || ' ' || coalesce(${vehicle.ownLine} ->> 'name', ''))`;
  return sql`${known} ilike ${holding(text)}`;
}

/** Vehicles of the shop whose VIN, serial, plate or fleet number holds the text; newest first. */
export async function findVehicles(
  db: Database,
  shopId: string,
  text: string,
): Promise<readonly (typeof vehicle.$inferSelect)[]> {
  return db
    .select()
    .from(vehicle)
    .where(and(eq(vehicle.shopId, shopId), knownBy(text)))
    .orderBy(desc(vehicle.id))
    .limit(8);
}

export const identityForm = yup
  .object({
    /** The request’s id makes a resend answer as before; its clock goes with what is written of it. */
    ...ENVELOPE,
    vehicle: yup.string().required(),
    /** The database counts in 32 bits. */
    version: yup.number().integer().min(0, 'out-of-range').max(2_147_483_646, 'out-of-range').required(),
    vin: yup.string().trim().max(60).nullable().defined(),
    plate: yup.string().trim().max(60).nullable().defined(),
    /** Another line of the shelf than it was opened on; absent: the line stands. */
    family: yup.string().max(120).optional(),
    /** The job in whose history a corrected line is written. */
    job: yup.string().max(120).optional(),
  })
  .required();

export type IdentityOutcome =
  | { readonly kind: 'saved' }
  | { readonly kind: 'refused'; readonly code: string }
  /** Somebody saved before: what stands now, beside what was meant. */
  | { readonly kind: 'stale'; readonly present: VehicleRecord };

/** Corrects a vehicle's line, VIN or plate. A save on an older version changes nothing and shows both. */
export async function saveIdentity(
  db: Database,
  actor: Actor,
  input: yup.InferType<typeof identityForm>,
  now = new Date(),
): Promise<IdentityOutcome> {
  if (!may(actor.role, 'record-arrival')) return { kind: 'refused', code: 'not-allowed' };
  return once(db, actor, input.id, 'identity', async (tx) => {
    const answer = await saveIn(tx, actor, input, now);
    return { answer, final: answer.kind === 'saved' };
  });
}

async function saveIn(
  db: Transaction,
  actor: Actor,
  input: yup.InferType<typeof identityForm>,
  today: Date,
): Promise<IdentityOutcome> {
  const here = and(eq(vehicle.shopId, actor.shopId), eq(vehicle.id, input.vehicle));
  // A correction is written into a job of this vehicle, or into none.
  if (input.job !== undefined && !(await isJobOf(db, actor.shopId, input.job, input.vehicle)))
    return { kind: 'refused', code: 'other-vehicle' };
  const [present] = await db.select().from(vehicle).where(here);
  if (!present) return { kind: 'refused', code: 'no-such-vehicle' };
  const line = input.family ?? present.family;
  const [family] = await shelfRowsById(db, actor.shopId, 'family', [line]);
  const own = present.ownLine !== null && line === ownLineId(present.id);
  if (!family && !own && line !== present.family) return { kind: 'refused', code: 'no-such-family' };
  const reading = input.vin ? readVin(input.vin, family?.body.lightVehicle ?? null) : null;
  if (reading && reading.faults.length > 0)
    return { kind: 'refused', code: reading.faults[0]?.code ?? 'vin-length' };
  if (!reading && !input.plate && !present.serial && !present.fleet)
    return { kind: 'refused', code: 'wants-identity' };
  if (reading) {
    const [twin] = await db
      .select({ id: vehicle.id })
      .from(vehicle)
      .where(and(eq(vehicle.shopId, actor.shopId), eq(vehicle.vin, reading.vin)));
    if (twin && twin.id !== input.vehicle) return { kind: 'refused', code: 'vin-of-other-vehicle' };
  }
  const saved = await db
    .update(vehicle)
    .set({
      vin: reading?.vin ?? null,
      plate: input.plate || null,
      family: line,
      version: input.version + 1,
    })
    .where(and(here, eq(vehicle.version, input.version)))
    .returning({ id: vehicle.id });
  if (saved.length > 0) {
    const after = { vin: reading?.vin ?? null, plate: input.plate || null, family: line };
    const keys = (Object.keys(after) as (keyof typeof after)[]).filter((k) => after[k] !== present[k]);
    const only = (of: typeof after) => Object.fromEntries(keys.map((k) => [k, of[k]]));
    await audit(
      db,
      actor.shopId,
      actor.userId,
      keys.length === 0
        ? []
        : [
            {
              about: 'identities',
              did: 'identity-changed',
              subject: present.id,
              before: only(present),
              after: only(after),
            },
          ],
    );
    if (line !== present.family) await noteLine(db, actor, input, present.family, line, today);
    return { kind: 'saved' };
  }
  const [now] = await db.select().from(vehicle).where(here);
  return now ? { kind: 'stale', present: now } : { kind: 'refused', code: 'no-such-vehicle' };
}

async function isJobOf(db: Transaction, shopId: string, jobId: string, vehicleId: string): Promise<boolean> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId), eq(job.vehicleId, vehicleId)));
  return rows.length > 0;
}

/** Writes into the job that the line was corrected, so that its history says why entries stopped fitting. */
async function noteLine(
  tx: Transaction,
  actor: Actor,
  input: yup.InferType<typeof identityForm>,
  from: string,
  to: string,
  now: Date,
): Promise<void> {
  const { job: jobId, at, device, deviceSeq } = input;
  if (!jobId) return;
  const event = newEvent(actor, jobId, { id: input.id, at, device, deviceSeq }, 'line-corrected', {
    from,
    to,
  });
  await appendIn(tx, actor, jobId, [{ event, raw: JSON.stringify(event) }], now);
}
