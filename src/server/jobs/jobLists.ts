import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { job } from '../db/schema';

/**
 * Jobs that nobody gave up and that are not locked, or took something in after their lock. A late entry that was undone again keeps its job
 * among them: whether it counts is for the reading to say.
 */
export const IN_WORK = sql`(not ${job.abandoned} and ${job.releasedSeq} is distinct from ${job.lastSeq})`;
/** Jobs that are locked and took nothing in since. */
export const RELEASED = sql`(not ${job.abandoned} and ${job.releasedSeq} = ${job.lastSeq})`;

/** Ids of the shop's jobs in work, newest first. */
export async function newestInWork(db: Database, shopId: string, limit: number): Promise<readonly string[]> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.shopId, shopId), IN_WORK))
    .orderBy(desc(job.number))
    .limit(limit);
  return rows.map((r) => r.id);
}

/** Numbers of jobs of the shop, by id. */
export async function jobNumbers(
  db: Database,
  shopId: string,
  ids: readonly string[],
): Promise<Readonly<Record<string, number>>> {
  if (ids.length === 0) return {};
  const rows = await db
    .select({ id: job.id, number: job.number })
    .from(job)
    .where(and(eq(job.shopId, shopId), inArray(job.id, [...new Set(ids)])));
  return Object.fromEntries(rows.map((r) => [r.id, r.number]));
}
