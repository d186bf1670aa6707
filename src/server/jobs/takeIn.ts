import { type AnyEvent, lesserRole, parseEntry } from '@/core/job';
import { type Actor, inNameOf } from '../access';
import type { Database } from '../db/connection';
import { retrying } from '../db/retrying';
import { type PeopleHere, peopleHere } from '../devices/devices';
import { appendIn, type EntryOutcome, holdAs, type Sent } from './appendEvents';
import type { ToHold } from './held';

/** Entries in one batch; a device sends the rest in the next. */
export const MAX_ENTRIES = 500;

export interface TakenIn {
  readonly status: 200 | 400;
  readonly answer:
    | { readonly outcomes: readonly EntryOutcome[]; readonly now: string }
    | { readonly code: 'malformed'; readonly path: string };
}

/** An entry of a batch: its place there, its text, and as whom it is taken. */
interface Placed {
  readonly place: number;
  readonly id: string;
  readonly raw: unknown;
  readonly text: string;
  readonly by: Actor;
  /** Nothing of it is kept before somebody lets it in: its author works here no more. */
  readonly gone: boolean;
}

/**
 * Takes a batch in. Each entry is answered by itself, in the order sent: what cannot be read is held, and keeps none of
 * the others out. Only a body that is no list of entries at all is refused whole (400), and nothing was written then.
 *
 * A device says of its entries who was signed in when they were written (`under`: people's ids by id of entry) and which
 * were written before the password was given here last (`unproven`). Both take rights away, and neither gives any.
 * @param device where several may work, whoever of them is signed in; null: it comes from none
 */
export async function takeIn(
  db: Database,
  actor: Actor,
  text: string,
  now: Date,
  device: string | null = null,
): Promise<TakenIn> {
  const bad = (path: string): TakenIn => ({ status: 400, answer: { code: 'malformed', path } });
  let sent: unknown;
  try {
    sent = JSON.parse(text);
  } catch {
    return bad('');
  }
  const list = fieldOf(sent, 'events');
  if (!Array.isArray(list) || list.length === 0 || list.length > MAX_ENTRIES) return bad('events');
  const outcomes = new Map<number, EntryOutcome>();
  const placed = await withAuthors(db, actor, list as readonly unknown[], sent, now, device, outcomes);
  /** By author, rights and job: each entry is taken as its author's. */
  const lots = new Map<string, { by: Actor; job: string; entries: { place: number; sent: Sent }[] }>();
  const unread: (ToHold & { readonly at: Placed })[] = [];
  for (const at of placed) {
    const parsed = parseEntry(at.raw);
    if (parsed.kind === 'faults') unread.push({ at, raw: at.text, why: 'malformed', faults: parsed.faults });
    else if (at.gone) unread.push({ at, raw: at.text, why: 'author-gone', faults: [] });
    else {
      const { job } = parsed.event;
      const key = [at.by.userId, at.by.proven, at.by.chosenUnder?.userId ?? '', job].join(' ');
      const lot = lots.get(key) ?? { by: at.by, job, entries: [] };
      lot.entries.push({ place: at.place, sent: { event: at.raw as AnyEvent, raw: at.text } });
      lots.set(key, lot);
    }
  }
  if (unread.length > 0)
    await db.transaction(async (tx) => {
      for (const { at, ...what } of unread) outcomes.set(at.place, await holdAs(tx, at.by, at.id, what));
    });
  for (const { by, job, entries } of lots.values()) {
    const answers = await retrying(db, (tx) =>
      appendIn(
        tx,
        by,
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

/** Each entry with as whom it is taken; one of somebody who may not write from here waits on its device, said in `outcomes`. */
async function withAuthors(
  db: Database,
  actor: Actor,
  list: readonly unknown[],
  sent: unknown,
  now: Date,
  device: string | null,
  outcomes: Map<number, EntryOutcome>,
): Promise<readonly Placed[]> {
  const under = fieldOf(sent, 'under');
  const unproven = fieldOf(sent, 'unproven');
  const old = new Set<unknown>(Array.isArray(unproven) ? (unproven as readonly unknown[]) : []);
  let people: Promise<PeopleHere> | null = null;
  const placed: Placed[] = [];
  for (const [place, given] of list.entries()) {
    // A program that names no author writes as who it signed in as.
    const raw = signed(given, actor.userId);
    const text = JSON.stringify(raw) ?? 'null';
    const id = idOf(raw);
    const named = fieldOf(raw, 'user');
    const writer = fieldOf(under, id);
    const own = named === actor.userId || typeof named !== 'string';
    if (own && (typeof writer !== 'string' || writer === actor.userId)) {
      placed.push({
        place,
        id,
        raw,
        text,
        by: old.has(id) ? { ...actor, proven: false } : actor,
        gone: false,
      });
      continue;
    }
    people ??= peopleHere(db, actor, device, now);
    const { here, members } = await people;
    // An entry arrives under the name that it was written in: it waits on the device for its author.
    const author = own ? actor : (here.get(named) ?? members.get(named));
    const gone = author !== undefined && !own && members.get(named)?.ended === true;
    if (!author || (!own && !gone && !here.has(named))) {
      outcomes.set(place, { id, outcome: 'not-taken', code: 'other-author' });
      continue;
    }
    // What a device claims bounds the rights and is never the record of who sent: that is the session's. Of one's own
    // entries it says that they were chosen under another's, if that is somebody of the shop.
    const wrote = typeof writer === 'string' ? members.get(writer) : actor;
    const bound = lesserRole(wrote?.role ?? 'counter', actor.role);
    const who = own && wrote ? wrote.userId : actor.userId;
    placed.push({ place, id, raw, text, by: inNameOf(author, { userId: who, role: bound }), gone });
  }
  return placed;
}

const fieldOf = (of: unknown, name: string): unknown =>
  of !== null && typeof of === 'object' && Object.hasOwn(of, name)
    ? (of as Readonly<Record<string, unknown>>)[name]
    : undefined;

const signed = (sent: unknown, user: string): unknown =>
  sent !== null && typeof sent === 'object' && !Array.isArray(sent) && !('user' in sent)
    ? { ...sent, user }
    : sent;

const idOf = (raw: unknown): string => {
  const id = fieldOf(raw, 'id');
  return typeof id === 'string' ? id : '';
};
