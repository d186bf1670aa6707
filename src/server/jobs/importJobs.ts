import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import * as yup from 'yup';
import { isEventType, kindOf, parseEntry, valueKey } from '@/core/job';
import type { Actor, Role } from '../access';
import type { Database } from '../db/connection';
import { job, member, shop, user, vehicle } from '../db/schema';
import { appendEvents } from './appendEvents';
import { chooseLamp } from './fit';
import { loadJob } from './loadJob';
import { lockRelease } from './lockRelease';
import { openJob, openJobForm } from './openJob';

/** What a person did at a time: an event's type with its body, or one of the desk's own acts. */
const actForm = yup
  .object({
    at: yup.string().required(),
    by: yup.string().required(),
    act: yup.string().required(),
    body: yup.object().default({}),
  })
  .noUnknown(true);
export const jobBundleForm = yup
  .object({
    form: yup.string().oneOf(['yonder-bolt/jobs']).required(),
    version: yup.number().oneOf([1]).required(),
    jobs: yup
      .array(
        yup.object({
          vehicle: yup
            .object({
              family: yup.string().required(),
              vin: yup.string(),
              serial: yup.string(),
              plate: yup.string(),
              fleet: yup.string(),
            })
            .required(),
          market: yup.string().required(),
          toldYear: yup.number().nullable().default(null),
          words: yup.string().required(),
          acts: yup.array(actForm).required(),
        }),
      )
      .required(),
  })
  .noUnknown(true);
export type JobBundle = yup.InferType<typeof jobBundleForm>;

/**
 * Brings a bundle of jobs in through the same use cases that the screens call, act by act, each by the person named
 * (by user name) and at its time. Throws at the first act that is refused, naming it.
 * @returns ids of the jobs made, by number
 */
export async function importJobs(
  db: Database,
  shopId: string,
  bundle: JobBundle,
): Promise<ReadonlyMap<number, string>> {
  const people = await actors(db, shopId);
  const made = new Map<number, string>();
  for (const [i, entry] of bundle.jobs.entries()) {
    const path = `/jobs/${i}`;
    const first = entry.acts[0];
    if (!first || first.act !== 'open') throw new Error(`${path}: the first act must be "open"`);
    const opened = await openOne(db, people, entry, first, path);
    made.set(opened.number, opened.job);
    // Whoever acts has seen what was said of the same value before.
    const seen = new Map<string, string>();
    for (const [j, act] of entry.acts.entries()) {
      if (j > 0) await perform(db, people, made, opened.job, act, j, `${path}/acts/${j}`, seen);
    }
  }
  return made;
}

type Act = JobBundle['jobs'][number]['acts'][number];

function personOf(people: ReadonlyMap<string, Actor>, by: string, path: string): Actor {
  const actor = people.get(by);
  if (!actor) throw new Error(`${path}: nobody called ${by} in this shop`);
  return actor;
}

async function openOne(
  db: Database,
  people: ReadonlyMap<string, Actor>,
  entry: JobBundle['jobs'][number],
  act: Act,
  path: string,
) {
  const actor = personOf(people, act.by, path);
  const form = {
    id: uuidv7(),
    at: act.at,
    device: 'import',
    deviceSeq: 0,
    ...entry.vehicle,
    toldYear: entry.toldYear,
    market: entry.market,
    words: entry.words,
  };
  const known = await openJob(db, actor, openJobForm.validateSync(form), new Date(act.at));
  const outcome =
    known.kind === 'known-vehicle'
      ? await openJob(
          db,
          actor,
          openJobForm.validateSync({ ...form, vehicle: known.vehicle }),
          new Date(act.at),
        )
      : known;
  if (outcome.kind !== 'opened') throw new Error(`${path}: ${JSON.stringify(outcome)}`);
  return outcome;
}

async function perform(
  db: Database,
  people: ReadonlyMap<string, Actor>,
  made: ReadonlyMap<number, string>,
  jobId: string,
  act: Act,
  seq: number,
  path: string,
  seen: Map<string, string>,
): Promise<void> {
  const actor = personOf(people, act.by, path);
  const envelope = { id: uuidv7(), at: act.at, device: 'import', deviceSeq: seq, job: jobId };
  const now = new Date(act.at);
  const body = act.body as Record<string, unknown>;
  if (act.act === 'choose-lamp') {
    const { swap, application, override } = body as {
      swap: string;
      application: string;
      override?: { words: string; consent: string };
    };
    const key = `lamp-chosen ${swap}`;
    const before = seen.get(key);
    const input = {
      ...envelope,
      swap,
      application,
      after: before ? [before] : [],
      override: override ?? null,
    };
    demand(await chooseLamp(db, actor, input, now), path);
    seen.set(key, envelope.id);
    return;
  }
  if (act.act === 'lock-release') return demand(await lockRelease(db, actor, envelope, now), path);
  const { type, sent } = await asEvent(db, actor, made, jobId, act.act, body);
  if (!isEventType(type)) throw new Error(`${path}: there is no act called ${type}`);
  const key = valueKey(type, sent);
  const before = key === null ? undefined : seen.get(key);
  const whole = key === null ? sent : { ...sent, after: before ? [before] : [] };
  const event = { ...envelope, user: actor.userId, type, v: kindOf(type).v, body: whole };
  const parsed = parseEntry(event);
  if (parsed.kind === 'faults')
    throw new Error(`${path}: ${parsed.faults.map((f) => `${f.path} ${f.code}`).join('; ')}`);
  const [outcome] = await appendEvents(db, actor, jobId, [parsed.event], now);
  demand(outcome, path);
  if (key !== null) seen.set(key, envelope.id);
}

/** Acts that name what only this shop knows, as the events they stand for. */
async function asEvent(
  db: Database,
  actor: Actor,
  made: ReadonlyMap<number, string>,
  jobId: string,
  act: string,
  body: Record<string, unknown>,
): Promise<{ type: string; sent: Record<string, unknown> }> {
  // An earlier job is named by its number.
  if (act === 'link-warranty')
    return { type: 'warranty-linked', sent: { ...body, earlier: made.get(Number(body.earlier)) } };
  // A quote is agreed as it stands.
  if (act === 'agree-quote') {
    const loaded = await loadJob(db, actor.shopId, jobId);
    const quote = loaded?.reading.checks.find((c) => c.swap.id === body.swap)?.orders?.quote;
    return {
      type: 'quote-agreed',
      sent: { ...body, total: quote?.total, minutes: quote?.minutes.p90, work: 'sheet' },
    };
  }
  return { type: act, sent: body };
}

function demand(outcome: { outcome: string; code?: string } | undefined, path: string): void {
  if (outcome?.outcome !== 'kept')
    throw new Error(`${path}: ${outcome?.outcome ?? 'nothing'} ${outcome?.code ?? ''}`);
}

/** The people of a shop by user name, as they act there. */
export async function actors(db: Database, shopId: string): Promise<ReadonlyMap<string, Actor>> {
  const rows = await db
    .select({
      userId: user.id,
      username: user.username,
      name: user.name,
      role: member.role,
      shopName: shop.name,
      zone: shop.zone,
      locale: shop.locale,
    })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .innerJoin(shop, eq(shop.id, member.shopId))
    .where(eq(member.shopId, shopId));
  return new Map(
    rows.map(({ username, ...r }) => [username ?? '', { ...r, shopId, role: r.role as Role, proven: true }]),
  );
}

/** Whether a shop has any job or vehicle yet. */
export async function isEmptyShop(db: Database, shopId: string): Promise<boolean> {
  const jobs = await db.select({ id: job.id }).from(job).where(eq(job.shopId, shopId)).limit(1);
  const vehicles = await db
    .select({ id: vehicle.id })
    .from(vehicle)
    .where(eq(vehicle.shopId, shopId))
    .limit(1);
  return jobs.length === 0 && vehicles.length === 0;
}
