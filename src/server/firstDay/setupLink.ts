import { randomBytes } from 'node:crypto';
import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connection';
import { setupLink, shop } from '../db/schema';
import { keyHashOf } from '../keyHash';

/** *Setting*: how long the link is good, ms. */
export const LINK_MS = 60 * 60 * 1000;

/** Whether the installation has no shop yet. */
export async function isUnopened(db: Database | Transaction): Promise<boolean> {
  const rows = await db.select({ id: shop.id }).from(shop).limit(1);
  return rows.length === 0;
}

/**
 * Makes the key of the one link that opens an empty installation; a key of before is good no more.
 * @returns the key, of which only the hash is kept; null: there is a shop already
 */
export async function newSetupKey(db: Database, now: Date): Promise<string | null> {
  return db.transaction(async (tx) => {
    if (!(await isUnopened(tx))) return null;
    const key = randomBytes(24).toString('base64url');
    await tx.delete(setupLink);
    await tx
      .insert(setupLink)
      .values({ keyHash: keyHashOf(key), expiresAt: new Date(now.getTime() + LINK_MS) });
    return key;
  });
}

const good = (key: string, now: Date) =>
  and(eq(setupLink.keyHash, keyHashOf(key)), isNull(setupLink.usedAt), gt(setupLink.expiresAt, now));

/** Whether a key opens this installation now. */
export async function opens(db: Database | Transaction, key: string, now: Date): Promise<boolean> {
  if (key === '' || !(await isUnopened(db))) return false;
  const rows = await db
    .select({ one: sql`1` })
    .from(setupLink)
    .where(good(key, now));
  return rows.length > 0;
}

/** Uses a key up: of two who come with it at once, one gets true. */
export async function useKey(tx: Transaction, key: string, now: Date): Promise<boolean> {
  const rows = await tx
    .update(setupLink)
    .set({ usedAt: now })
    .where(good(key, now))
    .returning({ one: setupLink.keyHash });
  return rows.length > 0 && (await isUnopened(tx));
}
