import { and, eq, or } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import * as yup from 'yup';
import {
  type AnyEvent,
  type BodyOf,
  CUSTOMER_MAX,
  ENVELOPE,
  type EventType,
  HAND_HAZARDS,
  HAND_LAMPS,
  kindOf,
  type OwnLine,
  ownLineFaults,
  ownLineId,
} from '@/core/job';
import { BODY_STYLES } from '@/core/catalogue';
import { LAMP_FUNCTIONS, readVin } from '@/core/vehicle';
import { type Actor, may } from '../access';
import type { Database, Transaction } from '../db/connection';
import { job, jobEvent, shop, vehicle } from '../db/schema';
import { shelfRowsById } from '../shelf/loadShelf';
import { appendIn } from './appendEvents';
import { once, RequestIdUsed } from '../once';
import type { Envelope } from './envelope';

/** A line by hand: its form here, what it says in the core. */
const ownLineForm = yup
  .object({
    maker: yup.string().trim().max(80).defined(),
    name: yup.string().trim().max(80).defined(),
    body: yup.string().oneOf(BODY_STYLES).required(),
    hazards: yup.array(yup.string().oneOf(HAND_HAZARDS).required()).max(HAND_HAZARDS.length).required(),
    lamps: yup
      .array(
        yup
          .object({
            lamp: yup.string().oneOf(HAND_LAMPS).required(),
            does: yup
              .array(yup.string().oneOf(LAMP_FUNCTIONS).required())
              .max(LAMP_FUNCTIONS.length)
              .required(),
          })
          .required(),
      )
      .max(HAND_LAMPS.length)
      .required(),
  })
  .nullable()
  .default(null);

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
  /** A year in digits, as a number or as it was typed; empty: not told. Judged with the rest, so that all is said at once. */
  toldYear: yup.mixed<string | number>().nullable().default(null),
  market: yup.string().oneOf(['NA', 'ECE', 'none', 'unknown']).required(),
  words: yup.string().trim().max(2000).default(''),
  /** Who brings it and how they are reached; empty: it is asked later. */
  customer: yup.string().trim().max(CUSTOMER_MAX, 'too-long').default(''),
  reach: yup.string().trim().max(CUSTOMER_MAX, 'too-long').default(''),
  /** The vehicle's line, where the shelf has none: described by hand. */
  own: ownLineForm,
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
  const toldYear = yearOf(input.toldYear);
  const faults: Fault[] = [
    ...(toldYear === undefined ? [{ path: 'toldYear', message: 'year' }] : []),
    ...(input.words === '' ? [{ path: 'words', message: 'wants-words' }] : []),
    ...(input.customer === '' && input.reach !== '' ? [{ path: 'customer', message: 'wants-customer' }] : []),
  ];
  // Held before looking for the vehicle: of two people who open jobs of one new plate, the second finds it.
  const [counter] = await tx
    .select({ last: shop.lastJobNumber })
    .from(shop)
    .where(eq(shop.id, actor.shopId))
    .for('update');
  if (!counter) throw new Error(`Shop ${actor.shopId} is gone`);
  const target = await vehicleFor(tx, actor, input);
  if (target.kind === 'faults') return { ...target, faults: [...target.faults, ...faults] };
  if (faults.length > 0) return { kind: 'faults', faults };
  if (target.kind === 'known-vehicle') return target;
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
    ...(typeof toldYear === 'number' ? [told('model-year', toldYear)] : []),
    ...(input.market === 'unknown' ? [] : [told('market', input.market)]),
    ...(input.customer === ''
      ? []
      : [
          newEvent(actor, jobId, input, 'customer-noted', {
            name: input.customer,
            ...(input.reach === '' ? {} : { reach: input.reach }),
            after: [],
          }),
        ]),
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

/** A year as it was typed; null: none was; undefined: it is none. */
function yearOf(typed: string | number | null): number | null | undefined {
  const text = String(typed ?? '').trim();
  if (text === '') return null;
  const year = Number(text);
  return /^\d{4}$/.test(text) && year >= 1900 && year <= 2100 ? year : undefined;
}

/** The vehicle that a job is opened on, or what stands in the way. */
type Target =
  | { readonly kind: 'vehicle'; readonly id: string }
  | Extract<OpenJobOutcome, { readonly kind: 'faults' | 'known-vehicle' }>;

async function vehicleFor(tx: Transaction, actor: Actor, input: OpenJobInput): Promise<Target> {
  if (input.vehicle !== null) {
    const [row] = await tx
      .select({ id: vehicle.id })
      .from(vehicle)
      .where(and(eq(vehicle.shopId, actor.shopId), eq(vehicle.id, input.vehicle)));
    return row
      ? { kind: 'vehicle', ...row }
      : { kind: 'faults', faults: [{ path: 'vehicle', message: 'no-such-vehicle' }] };
  }
  const own: OwnLine | null = input.family ? null : input.own;
  const [family] = input.family
    ? await shelfRowsById(tx, actor.shopId, 'family', [input.family])
    : ([undefined] as const);
  const { vin, serial, plate, fleet } = input;
  const reading = vin ? readVin(vin, family?.body.lightVehicle ?? null) : null;
  const faults: Fault[] = [
    ...(family || own ? [] : [{ path: 'family', message: input.family ? 'no-such-family' : 'wants-family' }]),
    ...(own ? ownLineFaults(own).map((f) => ({ path: f.path, message: f.code })) : []),
    ...(!vin && !serial && !plate && !fleet ? [{ path: 'vin', message: 'wants-identity' }] : []),
    ...(reading && reading.faults.length > 0
      ? [{ path: 'vin', message: reading.faults[0]?.code ?? 'vin-length' }]
      : []),
  ];
  if (faults.length > 0) return { kind: 'faults', faults };
  const known = await knownVehicle(tx, actor.shopId, { vin: reading?.vin ?? null, serial, plate, fleet });
  if (known) return { kind: 'known-vehicle', vehicle: known };
  const id = uuidv7();
  await tx.insert(vehicle).values({
    shopId: actor.shopId,
    id,
    family: input.family ?? ownLineId(id),
    ownLine: own,
    vin: reading?.vin ?? null,
    serial,
    plate,
    fleet,
  });
  return { kind: 'vehicle', id };
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
