import { createHash } from 'node:crypto';
import { and, count, desc, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import {
  type AnyEvent,
  type EntryFault,
  type HeldEntry,
  isKeepable,
  kindOf,
  leastRole,
  parseEntry,
  type Role,
} from '@/core/job';
import { type Actor, may, rightsOf } from '../access';
import type { Database, Transaction } from '../db/connection';
import { heldEntry, jobEvent, user } from '../db/schema';

/** Who was signed in where an entry came. */
const signedIn = alias(user, 'signed_in_user');

/** *Setting*: entries of one person that may be held at a time; past it, what is sent stays on the device. */
const HELD_MAX = 500;
/** Entries that are listed at once. */
const LISTED_MAX = 200;
/** Faults that are kept of one entry. */
const FAULTS_MAX = 20;

/** Why an entry was not let in: decided from the entry, its author's rights and the clock alone. */
export type HeldWhy =
  | 'malformed'
  | 'not-allowed'
  /** A lead wrote it without their password at hand, or somebody in a lead's name. */
  | 'needs-lead'
  /** Its author works here no more. */
  | 'author-gone'
  | 'clock-ahead'
  /** Older than any entry waits on a device. */
  | 'clock-behind'
  | 'id-used'
  | 'no-such-job';
/** A lead's word is enough for these; the others need an entry that is put right. */
export const ADMISSIBLE: readonly HeldWhy[] = [
  'not-allowed',
  'needs-lead',
  'author-gone',
  'clock-ahead',
  'clock-behind',
];

export interface ToHold {
  readonly raw: string;
  readonly why: HeldWhy;
  readonly faults: readonly EntryFault[];
}

/**
 * Holds an entry back, as it came. The same one again is held once.
 * @returns what it is kept under; null: this person has as many held as may be, and nothing was written
 */
export async function hold(tx: Transaction, actor: Actor, entry: ToHold): Promise<string | null> {
  const raw = Buffer.from(entry.raw, 'utf8');
  const digest = createHash('sha256').update(`${actor.userId}\n`).update(raw).digest('hex');
  const here = and(eq(heldEntry.shopId, actor.shopId), eq(heldEntry.digest, digest));
  const [known] = await tx.select({ digest: heldEntry.digest }).from(heldEntry).where(here);
  if (known) return digest;
  const mine = and(
    eq(heldEntry.shopId, actor.shopId),
    eq(heldEntry.userId, actor.userId),
    isNull(heldEntry.settled),
  );
  const [open] = await tx.select({ n: count() }).from(heldEntry).where(mine);
  if ((open?.n ?? 0) >= HELD_MAX) return null;
  const named = namesIn(entry.raw);
  await tx
    .insert(heldEntry)
    .values({
      shopId: actor.shopId,
      digest,
      raw,
      entryId: named.id,
      jobId: named.job,
      type: named.type,
      userId: actor.userId,
      signedIn: actor.chosenUnder?.userId ?? actor.userId,
      role: rightsOf(actor),
      why: entry.why,
      faults: entry.faults.slice(0, FAULTS_MAX).map((f) => ({ path: plain(f.path), code: f.code })),
    })
    .onConflictDoNothing();
  return digest;
}

const plain = (text: string) => (isKeepable(text) ? text.slice(0, 300) : '');

/** What an entry says it is, as far as that is text that can be kept. */
function namesIn(raw: string): { id: string | null; job: string | null; type: string | null } {
  let sent: unknown;
  try {
    sent = JSON.parse(raw);
  } catch {
    sent = null;
  }
  const name = (key: string) => {
    const v = typeof sent === 'object' && sent !== null ? (sent as Record<string, unknown>)[key] : undefined;
    return typeof v === 'string' && v.length <= 120 && isKeepable(v) ? v : null;
  };
  return { id: name('id'), job: name('job'), type: name('type') };
}

/** Entries that are held: a lead sees everybody's, others their own and those of who works beside them. Newest first. */
export async function heldEntries(
  db: Database,
  actor: Actor,
  others: readonly string[] = [],
): Promise<readonly HeldEntry[]> {
  const rows = await db
    .select({ held: heldEntry, name: user.name, signedIn: signedIn.name })
    .from(heldEntry)
    .innerJoin(user, eq(user.id, heldEntry.userId))
    .leftJoin(signedIn, eq(signedIn.id, heldEntry.signedIn))
    .where(or(openFor(actor, others), sentBy(actor)))
    .orderBy(desc(heldEntry.heldAt), desc(heldEntry.digest))
    .limit(LISTED_MAX);
  return rows.map(({ held: h, name, signedIn: sender }) => ({
    digest: h.digest,
    job: h.jobId,
    type: h.type,
    entry: h.entryId,
    why: h.why,
    faults: h.faults,
    user: h.userId,
    by: name,
    ...(sender !== null && h.signedIn !== h.userId ? { signedIn: sender } : {}),
    says: saysOf(h.raw),
    heldAt: h.heldAt.toISOString(),
    admissible: h.entryId !== null && ADMISSIBLE.some((w) => w === h.why),
    raw: h.raw.toString('utf8').slice(0, 600),
  }));
}

/** How many entries are held that this person may see. */
export async function heldCount(db: Database, actor: Actor): Promise<number> {
  const [row] = await db
    .select({ n: count() })
    .from(heldEntry)
    .where(or(openFor(actor), sentBy(actor)));
  return row?.n ?? 0;
}

const openFor = (actor: Actor, others: readonly string[] = []) =>
  and(
    eq(heldEntry.shopId, actor.shopId),
    isNull(heldEntry.settled),
    may(actor.role, 'admit-entry') ? undefined : inArray(heldEntry.userId, [actor.userId, ...others]),
  );

/** Entries that somebody sent under another's name: they see what became of them, and settle nothing of it. */
const sentBy = (actor: Actor) =>
  and(eq(heldEntry.shopId, actor.shopId), isNull(heldEntry.settled), eq(heldEntry.signedIn, actor.userId));

/** What a held entry says in a person's words, so that a lead sees what they let in; '' where there are none. */
function saysOf(raw: Buffer): string {
  try {
    const { body } = JSON.parse(raw.toString('utf8')) as { body?: Readonly<Record<string, unknown>> };
    return [body?.words, body?.item, body?.how]
      .filter((x): x is string => typeof x === 'string')
      .join(' · ')
      .slice(0, 300);
  } catch {
    return '';
  }
}

/** Puts a held entry aside: it is kept, and nobody is asked about it any more. A lead may, and its author. */
export async function setAside(db: Database, actor: Actor, digest: string): Promise<boolean> {
  const done = await db
    .update(heldEntry)
    .set({ settled: 'set-aside', settledBy: actor.userId, settledAt: sql`now()` })
    .where(and(openFor(actor), eq(heldEntry.digest, digest)))
    .returning({ digest: heldEntry.digest });
  return done.length > 0;
}

/** What a lead's word names: this content, of this author. */
export interface Admission {
  readonly digest: string;
  readonly author: string;
}

/** A held entry that was let in, with what it was written as. */
export interface LetIn {
  readonly event: AnyEvent;
  readonly user: string;
  readonly signedIn: string;
  /** What it counts as: no more than it needs, where its author had not that right. */
  readonly role: Role;
}

/**
 * Lets held entries of one job in by what they are: digest, author and job have to be those that were named, and none of
 * their ids used. Only what comes in counts as settled; the rest stays held.
 * @param used ids that are taken by entries on their way in
 */
export async function letIn(
  tx: Transaction,
  by: { readonly shopId: string; readonly userId: string },
  jobId: string,
  words: readonly Admission[],
  used: ReadonlySet<string>,
): Promise<readonly LetIn[]> {
  const named = new Map(words.map((w) => [w.digest, w.author]));
  if (named.size === 0) return [];
  const rows = await tx
    .select()
    .from(heldEntry)
    .where(
      and(
        eq(heldEntry.shopId, by.shopId),
        eq(heldEntry.jobId, jobId),
        inArray(heldEntry.digest, [...named.keys()]),
        inArray(heldEntry.why, [...ADMISSIBLE]),
        isNull(heldEntry.settled),
      ),
    )
    .orderBy(heldEntry.heldAt, heldEntry.digest)
    .for('update');
  const stored = await tx
    .select({ id: jobEvent.id })
    .from(jobEvent)
    .where(
      and(
        eq(jobEvent.shopId, by.shopId),
        inArray(
          jobEvent.id,
          rows.flatMap((r) => (r.entryId === null ? [] : [r.entryId])),
        ),
      ),
    );
  const taken = new Set([...used, ...stored.map((r) => r.id)]);
  const come = rows.flatMap((row): (LetIn & { readonly digest: string })[] => {
    const raw: unknown = JSON.parse(row.raw.toString('utf8'));
    const parsed = parseEntry(raw);
    if (parsed.kind === 'faults' || named.get(row.digest) !== row.userId) return [];
    const { event } = parsed;
    if (event.job !== jobId || event.user !== row.userId || taken.has(event.id)) return [];
    taken.add(event.id);
    const needs = kindOf(event.type).needs(event.body);
    const had = row.role ?? 'counter';
    const role = may(had, needs) ? had : leastRole(needs);
    const sent = raw as AnyEvent;
    return [
      { event: sent, user: row.userId, signedIn: row.signedIn ?? row.userId, role, digest: row.digest },
    ];
  });
  if (come.length > 0)
    await tx
      .update(heldEntry)
      .set({ settled: 'admitted', settledBy: by.userId, settledAt: sql`now()` })
      .where(
        and(
          eq(heldEntry.shopId, by.shopId),
          inArray(
            heldEntry.digest,
            come.map((c) => c.digest),
          ),
        ),
      );
  return come;
}
