import { type AnyEvent, parseEntry } from '@/core/job';
import type { Actor } from '../access';
import type { Database } from '../db/connection';
import { retrying } from '../db/retrying';
import { appendIn, type EntryOutcome, type Sent } from './appendEvents';
import { hold } from './held';

/** Entries in one batch; a device sends the rest in the next. */
export const MAX_ENTRIES = 500;

export interface TakenIn {
  readonly status: 200 | 400;
  readonly answer:
    | { readonly outcomes: readonly EntryOutcome[]; readonly now: string }
    | { readonly code: 'malformed'; readonly path: string };
}

/**
 * Takes a batch in. Each entry is answered by itself, in the order sent: what cannot be read is held, and keeps none of
 * the others out. Only a body that is no list of entries at all is refused whole (400), and nothing was written then.
 * @param others who else may write from this device, whoever is signed in there
 */
export async function takeIn(
  db: Database,
  actor: Actor,
  text: string,
  now: Date,
  others: ReadonlyMap<string, Actor> = NOBODY,
): Promise<TakenIn> {
  const bad = (path: string): TakenIn => ({ status: 400, answer: { code: 'malformed', path } });
  let sent: unknown;
  try {
    sent = JSON.parse(text);
  } catch {
    return bad('');
  }
  const list = sent !== null && typeof sent === 'object' && 'events' in sent ? sent.events : undefined;
  if (!Array.isArray(list) || list.length === 0 || list.length > MAX_ENTRIES) return bad('events');
  const outcomes = new Map<number, EntryOutcome>();
  /** By author and job: each entry is taken as its author's, with that person's rights. */
  const byJob = new Map<string, { author: Actor; job: string; entries: { place: number; sent: Sent }[] }>();
  const unread: {
    place: number;
    id: string;
    raw: string;
    by: Actor;
    faults: Parameters<typeof hold>[2]['faults'];
  }[] = [];
  list.forEach((sent: unknown, place) => {
    // A program that names no author writes as who it signed in as.
    const raw = signed(sent, actor.userId);
    const text = JSON.stringify(raw) ?? 'null';
    const id = idOf(raw);
    const author = raw !== null && typeof raw === 'object' && 'user' in raw ? raw.user : undefined;
    // An entry arrives under the name it was written in: it waits on the device for its author.
    const by = author === actor.userId || typeof author !== 'string' ? actor : others.get(author);
    if (!by) return outcomes.set(place, { id, outcome: 'not-taken', code: 'other-author' });
    const parsed = parseEntry(raw);
    if (parsed.kind === 'faults') return unread.push({ place, id, raw: text, by, faults: parsed.faults });
    const { job } = parsed.event;
    const key = `${by.userId} ${job}`;
    const lot = byJob.get(key) ?? { author: by, job, entries: [] };
    lot.entries.push({ place, sent: { event: raw as AnyEvent, raw: text } });
    return byJob.set(key, lot);
  });
  if (unread.length > 0)
    await db.transaction(async (tx) => {
      for (const { place, id, raw, by, faults } of unread)
        outcomes.set(
          place,
          (await hold(tx, by, { raw, why: 'malformed', faults }))
            ? { id, outcome: 'held', code: 'malformed', faults }
            : { id, outcome: 'not-taken', code: 'held-full' },
        );
    });
  for (const { author, job, entries } of byJob.values()) {
    const answers = await retrying(db, (tx) =>
      appendIn(
        tx,
        author,
        job,
        entries.map((e) => e.sent),
        now,
      ),
    );
    entries.forEach((e, i) =>
      outcomes.set(e.place, answers[i] ?? { id: e.sent.event.id, outcome: 'not-taken' }),
    );
  }
  return {
    status: 200,
    answer: {
      outcomes: list.map((_, i) => outcomes.get(i) ?? { id: '', outcome: 'not-taken' as const }),
      now: now.toISOString(),
    },
  };
}

const NOBODY: ReadonlyMap<string, Actor> = new Map();

const signed = (sent: unknown, user: string): unknown =>
  sent !== null && typeof sent === 'object' && !Array.isArray(sent) && !('user' in sent)
    ? { ...sent, user }
    : sent;

const idOf = (raw: unknown): string =>
  raw !== null && typeof raw === 'object' && 'id' in raw && typeof raw.id === 'string' ? raw.id : '';
