import { and, eq, inArray, max } from 'drizzle-orm';
import {
  type AnyEvent,
  type AnyStoredEvent,
  bodyFaults,
  type EntryFault,
  kindOf,
  lifted,
  type Role,
} from '@/core/job';
import { type Actor, heldFor, mayNow, rightsOf } from '../access';
import type { Database, Transaction } from '../db/connection';
import { retrying } from '../db/retrying';
import { job, jobEvent } from '../db/schema';
import { sameJson } from '../sameJson';
import { type Admission, hold, type HeldWhy, letIn, type ToHold } from './held';
import { noteBeside } from './besideJob';
import { moveStock } from './stockMoves';
import { storedEvent } from './storedEvent';
import { tellMoved } from '../stream/entries';

/**
 * What became of one entry. `kept` and `known`: it is on disk, once. `held`: it is on disk as it came, and waits for a
 * lead or for an entry that is put right. `not-taken`: nothing was written, and it stays where it is.
 */
export interface EntryOutcome {
  readonly id: string;
  readonly outcome: 'kept' | 'known' | 'held' | 'not-taken';
  /** Why it was held or not taken: a code of the message catalogue. */
  readonly code?: string;
  readonly faults?: readonly EntryFault[];
  /** Of a held one: what it is kept under, and let in by. */
  readonly digest?: string;
}

/** An entry as it was sent, of any version, with its text. */
export interface Sent {
  readonly event: AnyEvent;
  readonly raw: string;
}

const DAY_MS = 86_400_000;
/** *Setting*: days that an entry may wait on its device; one that says it is older is held. */
const OLDEST_DAYS = 366;
/** *Setting*: how far behind the latest entry of its job one may stand that is ahead of the clock with it, ms: devices count on by one. */
const FOLLOWS_MS = 1_000;
/** Rows in one insert: PostgreSQL takes 65 535 parameters in one statement. */
const ROWS_AT_ONCE = 1000;

/** Takes entries of one job in, written by one person. @see appendIn */
export async function appendEvents(
  db: Database,
  actor: Actor,
  jobId: string,
  events: readonly AnyEvent[],
  now: Date,
): Promise<readonly EntryOutcome[]> {
  return retrying(db, (tx) =>
    appendIn(
      tx,
      actor,
      jobId,
      events.map((event) => ({ event, raw: JSON.stringify(event) })),
      now,
    ),
  );
}

/**
 * Takes entries of one job in, inside a transaction of the caller's; other writers of this job wait until it ends.
 * Each is judged by itself, from the entry, its author's rights and the clock alone: whether it fits the job is for
 * whoever reads the job to say. No reading is made here.
 */
export async function appendIn(
  tx: Transaction,
  actor: Actor,
  jobId: string,
  sent: readonly Sent[],
  now: Date,
): Promise<readonly EntryOutcome[]> {
  const [row] = await tx
    .select({ lastSeq: job.lastSeq })
    .from(job)
    .where(and(eq(job.shopId, actor.shopId), eq(job.id, jobId)))
    .for('update');
  const twins = await storedTwins(
    tx,
    actor.shopId,
    sent.map((s) => s.event.id),
  );
  let seq = row?.lastSeq ?? 0;
  const rows: (typeof jobEvent.$inferInsert)[] = [];
  const outcomes: EntryOutcome[] = [];
  const take = (
    event: AnyEvent,
    userId: string,
    as: { readonly role: Role; readonly signedIn: string; readonly letInBy: string | null },
  ) => {
    seq += 1;
    const { id, type, v, at, device, deviceSeq } = event;
    const body = event.body as unknown as Record<string, unknown>;
    rows.push({ shopId: actor.shopId, id, jobId, seq, type, v, at, device, deviceSeq, userId, body, ...as });
    twins.set(id, { ...event, user: userId });
  };
  /** The latest time of the job's own entries: what was written after them is no further ahead than they are. */
  let latest: string | null = null;
  const follows = async (event: AnyEvent): Promise<boolean> => {
    latest ??= await latestOf(tx, actor.shopId, jobId);
    const behind = Date.parse(event.at) - Date.parse(latest ?? '');
    if (!(behind <= FOLLOWS_MS)) return false;
    if (latest !== null && event.at > latest) latest = event.at;
    return true;
  };
  for (const { event, raw } of sent) {
    const { id } = event;
    const twin = twins.get(id);
    const same = twin !== undefined && sameEntry(twin, event);
    if (same) {
      outcomes.push({ id, outcome: 'known' });
      continue;
    }
    const first =
      twin !== undefined ? held('id-used') : row ? whyHeld(actor, event, now) : held('no-such-job');
    const judged = first?.why === 'clock-ahead' && (await follows(event)) ? null : first;
    if (judged === null) {
      take(event, actor.userId, {
        role: rightsOf(actor),
        signedIn: actor.chosenUnder?.userId ?? actor.userId,
        letInBy: null,
      });
      outcomes.push({ id, outcome: 'kept' });
      continue;
    }
    outcomes.push(await holdAs(tx, actor, id, { raw, ...judged }));
  }
  // A lead's word lets in what is held when it comes, by what it is; nothing comes in by it later.
  const words = rows.flatMap((r) =>
    r.type === 'entry-admitted' && r.role === 'lead' ? admissionOf(r.body) : [],
  );
  for (const { event, user, ...as } of await letIn(tx, actor, jobId, words, new Set(twins.keys())))
    take(event, user, { ...as, letInBy: actor.userId });
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await tx.insert(jobEvent).values(rows.slice(i, i + ROWS_AT_ONCE));
  if (rows.length > 0) {
    const locked = rows.filter((r) => r.type === 'release-locked').at(-1)?.seq;
    await tx
      .update(job)
      .set({ lastSeq: seq, releasedSeq: locked })
      .where(and(eq(job.shopId, actor.shopId), eq(job.id, jobId)));
    await tellMoved(tx, actor.shopId, { job: jobId, cursor: seq });
    await moveStock(tx, actor.shopId, jobId, rows);
    await noteBeside(tx, actor.shopId, jobId, rows);
  }
  return outcomes;
}

const held = (why: HeldWhy, faults: readonly EntryFault[] = []) => ({ why, faults });

/** Holds an entry, and says so. */
export async function holdAs(
  tx: Transaction,
  actor: Actor,
  id: string,
  entry: ToHold,
): Promise<EntryOutcome> {
  const digest = await hold(tx, actor, entry);
  if (digest === null) return { id, outcome: 'not-taken', code: 'held-full' };
  const { why: code, faults } = entry;
  return { id, outcome: 'held', code, digest, ...(faults.length > 0 ? { faults } : {}) };
}

/** Why an entry is held; null: it is kept. */
function whyHeld(actor: Actor, sent: AnyEvent, now: Date): ReturnType<typeof held> | null {
  const event = lifted(sent);
  const kind = kindOf(event.type);
  const faults = bodyFaults(event.type, event.body);
  if (faults.length > 0)
    return held(
      'malformed',
      faults.map((f) => ({ ...f, path: f.path === '' ? 'body' : `body.${f.path}` })),
    );
  const needs = kind.needs(event.body);
  if (!mayNow(actor, needs)) return held(heldFor(actor, needs));
  const ahead = Date.parse(event.at) - now.getTime();
  if (ahead > DAY_MS) return held('clock-ahead');
  return ahead < -OLDEST_DAYS * DAY_MS ? held('clock-behind') : null;
}

/** The latest time that an entry of a job has; null: it has none. */
async function latestOf(tx: Transaction, shopId: string, jobId: string): Promise<string | null> {
  const [row] = await tx
    .select({ at: max(jobEvent.at) })
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, jobId)));
  return row?.at ?? null;
}

async function storedTwins(
  tx: Transaction,
  shopId: string,
  ids: readonly string[],
): Promise<Map<string, AnyEvent>> {
  const rows = await tx
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), inArray(jobEvent.id, [...ids])));
  return new Map(rows.map((r) => [r.id, { ...storedEvent(r), body: r.body } as unknown as AnyStoredEvent]));
}

/** What an entry of a lead's lets in: one of before names no content, and lets nothing in. */
const admissionOf = (body: Record<string, unknown>): Admission[] =>
  typeof body.digest === 'string' && typeof body.author === 'string'
    ? [{ digest: body.digest, author: body.author }]
    : [];

function sameEntry(a: AnyEvent, b: AnyEvent): boolean {
  const pick = ({ id, job: of, type, v, at, device, deviceSeq, user, body }: AnyEvent) => ({
    id,
    of,
    type,
    v,
    at,
    device,
    deviceSeq,
    user,
    body,
  });
  return sameJson(pick(a), pick(b));
}
