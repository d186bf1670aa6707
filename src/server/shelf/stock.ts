import { and, eq, sql } from 'drizzle-orm';
import * as yup from 'yup';
import { type Actor, may } from '../access';
import { audit } from '../audit';
import type { Database, Transaction } from '../db/connection';
import { catalogueHead, partStock } from '../db/schema';

/** What was counted. */
export const stockForm = yup.object({
  part: yup.string().strict().max(200, 'too-long').required('missing'),
  count: yup
    .number()
    .strict()
    .integer('not-whole')
    .min(0, 'out-of-range')
    .max(99_999, 'out-of-range')
    .required('missing'),
});

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

/** Writes down what was counted of a part or a lamp of the shelf. @returns false: that is not for this person, no count, or on no shelf */
export async function setStock(db: Database, actor: Actor, part: string, count: number): Promise<boolean> {
  if (!may(actor.role, 'choose-parts') || !stockForm.isValidSync({ part, count })) return false;
  return db.transaction(async (tx) => {
    const known = and(eq(catalogueHead.shopId, actor.shopId), eq(catalogueHead.id, part));
    const [row] = await tx.select({ id: catalogueHead.id }).from(catalogueHead).where(known).limit(1);
    if (!row) return false;
    const here = and(eq(partStock.shopId, actor.shopId), eq(partStock.part, part));
    const [before] = await tx.select({ count: partStock.count }).from(partStock).where(here).for('update');
    await tx
      .insert(partStock)
      .values({ shopId: actor.shopId, part, count })
      .onConflictDoUpdate({
        target: [partStock.shopId, partStock.part],
        set: { count, version: sql`${partStock.version} + 1` },
      });
    if (before?.count !== count)
      await audit(tx, actor.shopId, actor.userId, [
        { about: 'stock', did: 'stock-counted', subject: part, before: before?.count, after: count },
      ]);
    return true;
  });
}
