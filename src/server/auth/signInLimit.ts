import { sql } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connection';
import { signInFailure } from '../db/schema';

/** Failed sign-ins that one user name may have in a window, from wherever they come. */
export const FAILURES_PER_WINDOW = 10;
const WINDOW_MINUTES = 15;
const running = sql`${signInFailure.windowStart} > now() - make_interval(mins => ${WINDOW_MINUTES})`;

const keyOf = (username: string) => username.trim().toLowerCase().slice(0, 100);

/** Whether a user name has used its failures up. */
export async function isBlocked(db: Database, username: string): Promise<boolean> {
  const rows = await db
    .select({ count: signInFailure.count })
    .from(signInFailure)
    .where(sql`${signInFailure.username} = ${keyOf(username)} and ${running}`);
  return (rows[0]?.count ?? 0) >= FAILURES_PER_WINDOW;
}

/** Counts a failure; a window that has run out starts anew. */
export async function countFailure(db: Database, username: string): Promise<void> {
  await db
    .insert(signInFailure)
    .values({ username: keyOf(username), windowStart: new Date(), count: 1 })
    .onConflictDoUpdate({
      target: signInFailure.username,
      set: {
        count: sql`case when ${running} then ${signInFailure.count} + 1 else 1 end`,
        windowStart: sql`case when ${running} then ${signInFailure.windowStart} else now() end`,
      },
    });
}

/** A good sign-in wipes the count. */
export async function clearFailures(db: Database | Transaction, username: string): Promise<void> {
  await db.delete(signInFailure).where(sql`${signInFailure.username} = ${keyOf(username)}`);
}
