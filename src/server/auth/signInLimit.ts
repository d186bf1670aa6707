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

/** Whether a person’s sign-in is shut somewhere: a lead sees it and can open it. */
export async function isBlocked(db: Database | Transaction, username: string): Promise<boolean> {
  const rows = await db
    .select({ username: signInFailure.username })
    .from(signInFailure)
    .where(
      sql`${ofName(username)} and ${running} and ${signInFailure.count} >= case when ${signInFailure.username} = ${nameKey(username)} then ${FAILURES_OF_NAME}::int else ${FAILURES_PER_WINDOW}::int end`,
    )
    .limit(1);
  return rows.length > 0;
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
