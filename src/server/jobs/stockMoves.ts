import { and, eq, inArray, sql } from 'drizzle-orm';
import { stockTaken } from '@/core/job';
import type { Transaction } from '../db/connection';
import { jobEvent, partStock } from '../db/schema';
import { storedEvent } from './storedEvent';

/** Entries that change what a job has taken off the shelf. */
const MOVING = ['part-moved', 'void'] as const;

/**
 * Counts the shop's shelf down for what was taken off it, and up again for what was taken back. It may go below zero:
 * somebody has taken what nobody had counted.
 * @param rows the entries of a job that were just written
 */
export async function moveStock(
  tx: Transaction,
  shopId: string,
  jobId: string,
  rows: readonly (typeof jobEvent.$inferInsert)[],
): Promise<void> {
  if (!rows.some((r) => MOVING.some((t) => t === r.type))) return;
  const stored = await tx
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, jobId), inArray(jobEvent.type, [...MOVING])));
  const fresh = new Set(rows.map((r) => r.id));
  const now = stockTaken(stored.map(storedEvent));
  const before = stockTaken(stored.filter((r) => !fresh.has(r.id)).map(storedEvent));
  // In one order, so that two jobs that take of the same parts wait for each other and not crosswise.
  for (const part of [...new Set([...now.keys(), ...before.keys()])].sort()) {
    const by = (before.get(part) ?? 0) - (now.get(part) ?? 0);
    if (by !== 0)
      await tx
        .update(partStock)
        .set({ count: sql`${partStock.count} + ${by}`, version: sql`${partStock.version} + 1` })
        .where(and(eq(partStock.shopId, shopId), eq(partStock.part, part)));
  }
}
