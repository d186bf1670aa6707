import { and, eq } from 'drizzle-orm';
import type { Actor } from '../access';
import type { Database } from '../db/connection';
import { member } from '../db/schema';

/** Keeps the language a person reads this shop's screens in. */
export async function saveLocale(db: Database, actor: Actor, locale: string): Promise<void> {
  await db
    .update(member)
    .set({ locale })
    .where(and(eq(member.shopId, actor.shopId), eq(member.userId, actor.userId)));
}
