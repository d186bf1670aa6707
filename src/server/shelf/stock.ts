import { eq, sql } from 'drizzle-orm';
import { type Actor, may } from '../access';
import type { Database, Transaction } from '../db/connection';
import { partStock } from '../db/schema';

/** How many of each part and lamp lie on the shop's own shelf; what was never counted is absent. */
export async function stockOf(
  db: Database | Transaction,
  shopId: string,
): Promise<Readonly<Record<string, number>>> {
  const rows = await db
    .select({ part: partStock.part, count: partStock.count })
    .from(partStock)
    .where(eq(partStock.shopId, shopId));
  return Object.fromEntries(rows.map((r) => [r.part, r.count]));
}

/** Writes down what was counted. */
export async function setStock(db: Database, actor: Actor, part: string, count: number): Promise<boolean> {
  if (!may(actor.role, 'choose-parts') || !Number.isInteger(count) || count < 0 || count > 99_999)
    return false;
  await db
    .insert(partStock)
    .values({ shopId: actor.shopId, part, count })
    .onConflictDoUpdate({
      target: [partStock.shopId, partStock.part],
      set: { count, version: sql`${partStock.version} + 1` },
    });
  return true;
}
