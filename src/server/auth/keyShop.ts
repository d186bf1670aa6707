import { and, eq, isNull, lt, or } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { shop, shopKey } from '../db/schema';
import { keyHashOf } from '../keyHash';

const HOUR_MS = 3_600_000;

/** The shop that a request's key opens. */
export interface KeyShop {
  readonly shopId: string;
  readonly zone: string;
}

/**
 * The shop whose key a request carries (`Authorization: Bearer …`), if that key opens this; null: none, another's, or
 * one that was revoked. When a key was used is written down by the hour.
 */
export async function keyShop(
  db: Database,
  request: Request,
  opens: (typeof shopKey.$inferSelect)['opens'],
  now: Date,
): Promise<KeyShop | null> {
  const key = /^Bearer (yb_[A-Za-z0-9_-]{43})$/.exec(request.headers.get('authorization') ?? '')?.[1];
  if (key === undefined) return null;
  const good = and(eq(shopKey.keyHash, keyHashOf(key)), eq(shopKey.opens, opens), isNull(shopKey.revokedAt));
  const [row] = await db
    .select({ shopId: shop.id, zone: shop.zone })
    .from(shopKey)
    .innerJoin(shop, eq(shop.id, shopKey.shopId))
    .where(good);
  if (!row) return null;
  await db
    .update(shopKey)
    .set({ usedAt: now })
    .where(and(good, or(isNull(shopKey.usedAt), lt(shopKey.usedAt, new Date(now.getTime() - HOUR_MS)))));
  return row;
}
