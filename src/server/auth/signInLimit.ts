import { and, inArray, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connection';
import { signInFailure } from '../db/schema';

/** *Settings*: failed sign-ins that one user name may have in a window from one address, and from all of them together. */
export const FAILURES_PER_WINDOW = 10;
const FAILURES_OF_NAME = 100;
const WINDOW_MINUTES = 15;
const running = sql`${signInFailure.windowStart} > now() - make_interval(mins => ${WINDOW_MINUTES})`;

const nameKey = (username: string) => username.trim().toLowerCase().slice(0, 100);
/** A name at an address. User names have no blanks: no name is the beginning of another’s key. */
const placeKey = (username: string, client: string) => `${nameKey(username)} ${client.slice(0, 60)}`;
const ofName = (username: string) =>
  sql`(${signInFailure.username} = ${nameKey(username)} or starts_with(${signInFailure.username}, ${`${nameKey(username)} `}))`;

/** Which of some names are shut somewhere: a lead sees it and can open them. */
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
        sql`${signInFailure.count} >= case when strpos(${signInFailure.username}, ' ') = 0 then ${FAILURES_OF_NAME}::int else ${FAILURES_PER_WINDOW}::int end`,
      ),
    );
  return new Set(rows.map((r) => r.name));
}

/** Counts one more; a window that has run out starts anew. @returns the count with this one */
async function counted(db: Database | Transaction, key: string): Promise<number> {
  const [row] = await db
    .insert(signInFailure)
    .values({ username: key, windowStart: new Date(), count: 1 })
    .onConflictDoUpdate({
      target: signInFailure.username,
      set: {
        count: sql`case when ${running} then ${signInFailure.count} + 1 else 1 end`,
        windowStart: sql`case when ${running} then ${signInFailure.windowStart} else now() end`,
      },
    })
    .returning({ count: signInFailure.count });
  return row?.count ?? 1;
}

/** Where somebody tries to sign in from: an address, or a device that the name is known on. */
export type From = { readonly address: string } | { readonly device: string };

const placeOf = (from: From): string => ('device' in from ? `known:${from.device}` : from.address);

/**
 * Takes one of the tries that a name has at an address, before anything is compared: of many at once no more get
 * through than there are. A device that the name is known on has tries of its own: what others guess shuts it not out.
 * @returns false: there are none left
 */
export async function takeTry(db: Database, username: string, from: From): Promise<boolean> {
  const here = await counted(db, placeKey(username, placeOf(from)));
  if (here > FAILURES_PER_WINDOW) return false;
  return 'device' in from || (await counted(db, nameKey(username))) <= FAILURES_OF_NAME;
}

/** Gives a try back that proved nothing: the request was not about the password. */
export async function giveTryBack(db: Database, username: string, from: From): Promise<void> {
  const keys = [placeKey(username, placeOf(from)), ...('device' in from ? [] : [nameKey(username)])];
  await db
    .update(signInFailure)
    .set({ count: sql`greatest(0, ${signInFailure.count} - 1)` })
    .where(and(inArray(signInFailure.username, keys), running));
}

/** A good sign-in, or a lead, wipes every count of a name. */
export async function clearFailures(db: Database | Transaction, username: string): Promise<void> {
  await db.delete(signInFailure).where(ofName(username));
}
