import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connection';
import { signInFailure } from '../db/schema';

/**
 * *Settings*: failed sign-ins in a window that cost nothing but their own time: of one user name from one place, and from
 * all places where it is not known together. Past them tries take turns.
 */
export const FREE_TRIES = 10;
const FREE_OF_NAME = 30;
const WINDOW_MINUTES = 15;
/** *Settings*: time from one turn to the next, s, and how long somebody is kept waiting for theirs; after that: later. */
export const TURN_S = 5;
const PATIENCE_S = 15;
/** *Setting*: wrong passwords in a window of somebody who is signed in and gives another's, or their own again. */
export const GUESSES_OF_PERSON = 10;
const running = sql`${signInFailure.windowStart} > now() - make_interval(mins => ${WINDOW_MINUTES})`;

/** One more in a window; one that has run out starts anew. */
const ONE_MORE = {
  count: sql`case when ${running} then least(${signInFailure.count} + 1, 1000000) else 1 end`,
  windowStart: sql`case when ${running} then ${signInFailure.windowStart} else now() end`,
};

const nameKey = (username: string) => username.trim().toLowerCase().slice(0, 100);
/** A name at an address. User names have no blanks: no name is the beginning of another's key. */
const placeKey = (username: string, client: string) => `${nameKey(username)} ${client.slice(0, 60)}`;
/** A blank stands first: no user name begins so. */
const personKey = (userId: string) => ` by ${userId.slice(0, 60)}`;
const ofName = (username: string) =>
  sql`(${signInFailure.username} = ${nameKey(username)} or starts_with(${signInFailure.username}, ${`${nameKey(username)} `}))`;

/** Which of some names have to wait for a turn somewhere: a lead sees it and can open them. */
export async function blockedAmong(
  db: Database | Transaction,
  usernames: readonly string[],
): Promise<ReadonlySet<string>> {
  if (usernames.length === 0) return new Set();
  const name = sql<string>`split_part(${signInFailure.username}, ' ', 1)`;
  const rows = await db
    .selectDistinct({ name })
    .from(signInFailure)
    .where(
      and(
        inArray(name, usernames.map(nameKey)),
        running,
        sql`${signInFailure.count} >= case when strpos(${signInFailure.username}, ' ') = 0 then ${FREE_OF_NAME}::int else ${FREE_TRIES}::int end`,
      ),
    );
  return new Set(rows.map((r) => r.name));
}

/** What a try costs: seconds until its turn; null: there is no turn soon, and none was taken. */
async function counted(db: Database | Transaction, key: string, free: number): Promise<number | null> {
  const turns = sql`${running} and ${signInFailure.count} >= ${free}`;
  // Whoever was first in line has had their turn once it is past.
  const next = sql`greatest(now(), coalesce(${signInFailure.turnAt}, now()) + make_interval(secs => ${TURN_S}))`;
  const [row] = await db
    .insert(signInFailure)
    .values({ username: key, windowStart: new Date(), count: 1 })
    .onConflictDoUpdate({
      target: signInFailure.username,
      set: {
        ...ONE_MORE,
        turnAt: sql`case when ${turns} then ${next} else null end`,
      },
      setWhere: sql`not (${turns}) or ${next} <= now() + make_interval(secs => ${PATIENCE_S})`,
    })
    .returning({
      wait: sql<number>`greatest(0, extract(epoch from coalesce(${signInFailure.turnAt}, now()) - now()))::float8`,
    });
  return row ? row.wait : null;
}

/** Where somebody tries to sign in from: an address, or a device that the name is known on. */
export type From = { readonly address: string } | { readonly device: string };

const placeOf = (from: From): string => ('device' in from ? `known:${from.device}` : from.address);
const pause = (seconds: number) => new Promise<void>((go) => setTimeout(go, seconds * 1000));

/**
 * Takes one of the tries of a name at a place, before anything is compared, and waits for its turn: guessing gets slow, and
 * nobody is shut out. A device that the name is known on has turns of its own, whatever others guess elsewhere.
 * @returns false: there is no turn soon
 */
export async function takeTry(
  db: Database,
  username: string,
  from: From,
  wait: (seconds: number) => Promise<void> = pause,
): Promise<boolean> {
  const here = await counted(db, placeKey(username, placeOf(from)), FREE_TRIES);
  if (here === null) return false;
  const name = 'device' in from ? 0 : await counted(db, nameKey(username), FREE_OF_NAME);
  if (name === null) return false;
  const seconds = Math.max(here, name);
  if (seconds > 0) await wait(seconds);
  return true;
}

/** Gives a try back that proved nothing: the request was not about the password. */
export async function giveTryBack(db: Database, username: string, from: From): Promise<void> {
  const keys = [placeKey(username, placeOf(from)), ...('device' in from ? [] : [nameKey(username)])];
  await db
    .update(signInFailure)
    .set({ count: sql`greatest(0, ${signInFailure.count} - 1)` })
    .where(and(inArray(signInFailure.username, keys), running));
}

/**
 * Takes one of the guesses that somebody who is signed in has, whoever's password they give and from whatever device:
 * they are counted against who guesses, and cost the other nothing.
 * @returns false: there are none left
 */
export async function takeGuess(db: Database, userId: string): Promise<boolean> {
  const key = personKey(userId);
  const [row] = await db
    .insert(signInFailure)
    .values({ username: key, windowStart: new Date(), count: 1 })
    .onConflictDoUpdate({
      target: signInFailure.username,
      set: ONE_MORE,
    })
    .returning({ count: signInFailure.count });
  return (row?.count ?? 1) <= GUESSES_OF_PERSON;
}

/** A right password, or a lead, wipes the guesses of a person. */
export async function clearGuesses(db: Database | Transaction, userId: string): Promise<void> {
  await db.delete(signInFailure).where(eq(signInFailure.username, personKey(userId)));
}

/** A good sign-in, or a lead, wipes every count of a name. */
export async function clearFailures(db: Database | Transaction, username: string): Promise<void> {
  await db.delete(signInFailure).where(ofName(username));
}
