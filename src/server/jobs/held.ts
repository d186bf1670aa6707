import { createHash } from 'node:crypto';
import { and, count, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { type EntryFault, type HeldEntry, isKeepable } from '@/core/job';
import { type Actor, may } from '../access';
import type { Database, Transaction } from '../db/connection';
import { heldEntry, user } from '../db/schema';

/** *Setting*: entries of one person that may be held at a time; past it, what is sent stays on the device. */
const HELD_MAX = 500;
/** Entries that are listed at once. */
const LISTED_MAX = 200;
/** Faults that are kept of one entry. */
const FAULTS_MAX = 20;

/** Why an entry was not let in: decided from the entry, its author's rights and the clock alone. */
export type HeldWhy = 'malformed' | 'not-allowed' | 'clock-ahead' | 'id-used' | 'no-such-job';
/** A lead's word is enough for these; the others need an entry that is put right. */
export const ADMISSIBLE: readonly HeldWhy[] = ['not-allowed', 'clock-ahead'];

export interface ToHold {
  readonly raw: string;
  readonly why: HeldWhy;
  readonly faults: readonly EntryFault[];
}

/**
 * Holds an entry back, as it came. The same one again is held once.
 * @returns false: this person has as many held as may be, and nothing was written
 */
export async function hold(tx: Transaction, actor: Actor, entry: ToHold): Promise<boolean> {
  const raw = Buffer.from(entry.raw, 'utf8');
  const digest = createHash('sha256').update(`${actor.userId}\n`).update(raw).digest('hex');
  const here = and(eq(heldEntry.shopId, actor.shopId), eq(heldEntry.digest, digest));
  const [known] = await tx.select({ digest: heldEntry.digest }).from(heldEntry).where(here);
  if (known) return true;
  const mine = and(
    eq(heldEntry.shopId, actor.shopId),
    eq(heldEntry.userId, actor.userId),
    isNull(heldEntry.settled),
  );
  const [open] = await tx.select({ n: count() }).from(heldEntry).where(mine);
  if ((open?.n ?? 0) >= HELD_MAX) return false;
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
      why: entry.why,
      faults: entry.faults.slice(0, FAULTS_MAX).map((f) => ({ path: plain(f.path), code: f.code })),
    })
    .onConflictDoNothing();
  return true;
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
    .select({ held: heldEntry, name: user.name })
    .from(heldEntry)
    .innerJoin(user, eq(user.id, heldEntry.userId))
    .where(openFor(actor, others))
    .orderBy(desc(heldEntry.heldAt), desc(heldEntry.digest))
    .limit(LISTED_MAX);
  return rows.map(({ held: h, name }) => ({
    digest: h.digest,
    job: h.jobId,
    type: h.type,
    entry: h.entryId,
    why: h.why,
    faults: h.faults,
    by: name,
    heldAt: h.heldAt.toISOString(),
    admissible: h.entryId !== null && ADMISSIBLE.some((w) => w === h.why),
    raw: h.raw.toString('utf8').slice(0, 600),
  }));
}

/** How many entries are held that this person may see. */
export async function heldCount(db: Database, actor: Actor): Promise<number> {
  const [row] = await db.select({ n: count() }).from(heldEntry).where(openFor(actor));
  return row?.n ?? 0;
}

const openFor = (actor: Actor, others: readonly string[] = []) =>
  and(
    eq(heldEntry.shopId, actor.shopId),
    isNull(heldEntry.settled),
    may(actor.role, 'admit-entry') ? undefined : inArray(heldEntry.userId, [actor.userId, ...others]),
  );

/** Puts a held entry aside: it is kept, and nobody is asked about it any more. A lead may, and its author. */
export async function setAside(db: Database, actor: Actor, digest: string): Promise<boolean> {
  const done = await db
    .update(heldEntry)
    .set({ settled: 'set-aside', settledBy: actor.userId, settledAt: sql`now()` })
    .where(and(openFor(actor), eq(heldEntry.digest, digest)))
    .returning({ digest: heldEntry.digest });
  return done.length > 0;
}

/** The entries of some ids that a lead's word can let in, as they came; they count as settled from here on. */
export async function admit(
  tx: Transaction,
  lead: Actor,
  entryIds: readonly string[],
): Promise<readonly { readonly raw: string; readonly user: string }[]> {
  if (entryIds.length === 0) return [];
  const rows = await tx
    .update(heldEntry)
    .set({ settled: 'admitted', settledBy: lead.userId, settledAt: sql`now()` })
    .where(
      and(
        eq(heldEntry.shopId, lead.shopId),
        inArray(heldEntry.entryId, [...entryIds]),
        inArray(heldEntry.why, [...ADMISSIBLE]),
        isNull(heldEntry.settled),
      ),
    )
    .returning({ raw: heldEntry.raw, user: heldEntry.userId });
  return rows.map((r) => ({ raw: r.raw.toString('utf8'), user: r.user }));
}
