import { and, eq } from 'drizzle-orm';
import type { Actor } from './access';
import type { Database, Transaction } from './db/connection';
import { onceRequest } from './db/schema';

/** The same id was used for another request, or by another person. */
export class RequestIdUsed extends Error {}

/**
 * Does something once however often it is sent: the answer is kept with the request's id, and a resend gets it again.
 * Simultaneous sends of one id wait for each other. An answer that is not `final` changed nothing and is not kept.
 * @param work what is done, in one transaction with the note that it was
 */
export async function once<A extends object>(
  db: Database,
  actor: Actor,
  id: string,
  kind: string,
  work: (tx: Transaction) => Promise<{ readonly answer: A; readonly final: boolean }>,
): Promise<A> {
  return db.transaction(async (tx) => {
    const key = and(eq(onceRequest.shopId, actor.shopId), eq(onceRequest.id, id));
    const mine = await tx
      .insert(onceRequest)
      .values({ shopId: actor.shopId, id, kind, userId: actor.userId })
      .onConflictDoNothing()
      .returning({ id: onceRequest.id });
    if (mine.length === 0) {
      const [before] = await tx.select().from(onceRequest).where(key);
      if (!before?.answer || before.kind !== kind || before.userId !== actor.userId)
        throw new RequestIdUsed(id);
      return before.answer as A;
    }
    const { answer, final } = await work(tx);
    if (final)
      await tx
        .update(onceRequest)
        .set({ answer: answer as Record<string, unknown> })
        .where(key);
    else await tx.delete(onceRequest).where(key);
    return answer;
  });
}
