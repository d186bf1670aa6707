import { and, eq, gte, sql } from 'drizzle-orm';
import type { AnyEvent } from '@/core/job';
import type { Actor } from '../access';
import type { Database } from '../db/connection';
import { partStock } from '../db/schema';
import { appendIn, type EventOutcome } from './appendEvents';

/** Takes parts off the shop's own shelf for a job: the count and the job's entry, both or neither. */
export async function takeFromStock(
  db: Database,
  actor: Actor,
  event: Extract<AnyEvent, { type: 'part-moved' }>,
  now: Date,
): Promise<EventOutcome> {
  try {
    return await db.transaction(async (tx): Promise<EventOutcome> => {
      const [outcome] = await appendIn(tx, actor, event.job, [event], now);
      if (outcome?.outcome !== 'kept')
        return outcome ?? { id: event.id, outcome: 'refused', code: 'no-such-job' };
      const { part, quantity } = event.body;
      const here = and(
        eq(partStock.shopId, actor.shopId),
        eq(partStock.part, part),
        gte(partStock.count, quantity),
      );
      const left = await tx
        .update(partStock)
        .set({ count: sql`${partStock.count} - ${quantity}`, version: sql`${partStock.version} + 1` })
        .where(here)
        .returning({ count: partStock.count });
      if (left.length === 0) throw new NotInStock();
      return outcome;
    });
  } catch (error) {
    if (error instanceof NotInStock) return { id: event.id, outcome: 'refused', code: 'not-in-stock' };
    throw error;
  }
}

/** Ends the transaction: neither the entry nor the count stands. */
class NotInStock extends Error {}
