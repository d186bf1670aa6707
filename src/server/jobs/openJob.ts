import { and, eq, or } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import * as yup from 'yup';
import { type AnyEvent, type BodyOf, ENVELOPE, type EventType, kindOf } from '@/core/job';
import { readVin } from '@/core/vehicle';
import { type Actor, may } from '../access';
import type { Database, Transaction } from '../db/connection';
import { job, jobEvent, shop, vehicle } from '../db/schema';
import { shelfRowsById } from '../shelf/loadShelf';
import { appendIn } from './appendEvents';
import { once, RequestIdUsed } from '../once';
import type { Envelope } from './envelope';

const optionalText = () =>
  yup
    .string()
    .trim()
    .max(60)
    .transform((v: unknown) => (v === '' ? null : v))
    .nullable()
    .default(null);

/** The counter's form: a vehicle new or known, what the customer said. */
export const openJobForm = yup.object({
  ...ENVELOPE,
  /** Id of a vehicle that the shop knows; null: a new one of the family below. */
  vehicle: yup.string().nullable().default(null),
  family: optionalText(),
  vin: optionalText(),
  serial: optionalText(),
  plate: optionalText(),
  fleet: optionalText(),
  toldYear: yup.number().integer().min(1900).max(2100).nullable().default(null),
  market: yup.string().oneOf(['NA', 'ECE', 'none', 'unknown']).required(),
  words: yup.string().trim().required('wants-words').max(2000),
});
/** One thing wrong with a form. */
export interface Fault {
  readonly path: string;
  readonly message: string;
}
export type OpenJobInput = yup.InferType<typeof openJobForm>;

export type OpenJobOutcome =
  | { readonly kind: 'opened'; readonly job: string; readonly number: number }
  | { readonly kind: 'faults'; readonly faults: readonly Fault[] }
  /** The shop knows this vehicle already: open the job on it instead. */
  | { readonly kind: 'known-vehicle'; readonly vehicle: string };

const DAY_MS = 86_400_000;

const fault = (path: string, message: string): OpenJobOutcome => ({
  kind: 'faults',
  faults: [{ path, message }],
});

/**
 * Opens a job, with its vehicle where that is new, and states what was told. The event id is the client's: sending
 * the form twice opens one job.
 */
export async function openJob(
  db: Database,
  actor: Actor,
  input: OpenJobInput,
  now: Date,
): Promise<OpenJobOutcome> {
  if (!may(actor.role, 'open-job')) return fault('', 'not-allowed');
  if (Date.parse(input.at) > now.getTime() + DAY_MS) return fault('', 'clock-ahead');
  try {
    return await once(db, actor, input.id, 'open-job', async (tx) => {
      const answer = await openIn(tx, actor, input, now);
      return { answer, final: answer.kind === 'opened' };
    });
  } catch (error) {
    if (error instanceof RequestIdUsed) return fault('', 'conflict');
    throw error;
  }
}

async function openIn(
  tx: Transaction,
  actor: Actor,
  input: OpenJobInput,
  now: Date,
): Promise<OpenJobOutcome> {
  const again = await openedBefore(tx, actor.shopId, input.id);
  if (again) return again;
  // Held before looking for the vehicle: of two people who open jobs of one new plate, the second finds it.
  const [counter] = await tx
    .select({ last: shop.lastJobNumber })
    .from(shop)
    .where(eq(shop.id, actor.shopId))
    .for('update');
  if (!counter) throw new Error(`Shop ${actor.shopId} is gone`);
  const target = await vehicleFor(tx, actor, input);
  if ('kind' in target) return target;
  const number = counter.last + 1;
  await tx.update(shop).set({ lastJobNumber: number }).where(eq(shop.id, actor.shopId));
  const jobId = uuidv7();
  await tx.insert(job).values({
    shopId: actor.shopId,
    id: jobId,
    number,
    vehicleId: target.id,
    openedAt: new Date(input.at),
  });
  const told = (key: string, value: string | number) =>
    newEvent(actor, jobId, input, 'fact-stated', { key, subject: 'vehicle', value, source: 'told' });
  const events: AnyEvent[] = [
    { ...newEvent(actor, jobId, input, 'job-opened', { words: input.words }), id: input.id },
    ...(input.toldYear === null ? [] : [told('model-year', input.toldYear)]),
    ...(input.market === 'unknown' ? [] : [told('market', input.market)]),
  ];
  const outcomes = await appendIn(
    tx,
    actor,
    jobId,
    events.map((event) => ({ event, raw: JSON.stringify(event) })),
    now,
  );
  const lost = outcomes.find((o) => o.outcome !== 'kept');
  if (lost) throw new Error(`Opening entry not kept: ${lost.code}`);
  return { kind: 'opened', job: jobId, number };
}

/** An event made on the server on behalf of a form, with the form's clock. */
export function newEvent<T extends EventType>(
  actor: Actor,
  jobId: string,
  at: Envelope,
  type: T,
  body: BodyOf<T>,
): AnyEvent {
  return {
    id: uuidv7(),
    job: jobId,
    type,
    v: kindOf(type).v,
    at: at.at,
    device: at.device,
    deviceSeq: at.deviceSeq,
    user: actor.userId,
    body,
  } as AnyEvent;
}

async function openedBefore(
  tx: Transaction,
  shopId: string,
  eventId: string,
): Promise<OpenJobOutcome | null> {
  const [row] = await tx
    .select({ job: job.id, number: job.number })
    .from(jobEvent)
    .innerJoin(job, and(eq(job.shopId, jobEvent.shopId), eq(job.id, jobEvent.jobId)))
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.id, eventId)));
  return row ? { kind: 'opened', ...row } : null;
}

async function vehicleFor(
  tx: Transaction,
  actor: Actor,
  input: OpenJobInput,
): Promise<{ id: string } | OpenJobOutcome> {
  if (input.vehicle !== null) {
    const [row] = await tx
      .select({ id: vehicle.id })
      .from(vehicle)
      .where(and(eq(vehicle.shopId, actor.shopId), eq(vehicle.id, input.vehicle)));
    return row ?? fault('vehicle', 'no-such-vehicle');
  }
  if (!input.family) return fault('family', 'wants-family');
  const [family] = await shelfRowsById(tx, actor.shopId, 'family', [input.family]);
  if (!family) return fault('family', 'no-such-family');
  const { vin, serial, plate, fleet } = input;
  if (!vin && !serial && !plate && !fleet) return fault('vin', 'wants-identity');
  const reading = vin ? readVin(vin, family.body.lightVehicle) : null;
  if (reading && reading.faults.length > 0) return fault('vin', reading.faults[0]?.code ?? 'vin-length');
  const known = await knownVehicle(tx, actor.shopId, { vin: reading?.vin ?? null, serial, plate, fleet });
  if (known) return { kind: 'known-vehicle', vehicle: known };
  const id = uuidv7();
  await tx.insert(vehicle).values({
    shopId: actor.shopId,
    id,
    family: input.family,
    vin: reading?.vin ?? null,
    serial,
    plate,
    fleet,
  });
  return { id };
}

/** A vehicle of the shop with the same VIN, or without VIN the same serial, plate or fleet number. */
async function knownVehicle(
  tx: Transaction,
  shopId: string,
  by: { vin: string | null; serial: string | null; plate: string | null; fleet: string | null },
): Promise<string | null> {
  const same = by.vin
    ? eq(vehicle.vin, by.vin)
    : or(...(['serial', 'plate', 'fleet'] as const).flatMap((k) => (by[k] ? [eq(vehicle[k], by[k])] : [])));
  const [row] = await tx
    .select({ id: vehicle.id })
    .from(vehicle)
    .where(and(eq(vehicle.shopId, shopId), same))
    .limit(1);
  return row?.id ?? null;
}
