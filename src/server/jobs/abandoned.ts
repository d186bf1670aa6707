import { and, eq, inArray } from 'drizzle-orm';
import { foldJob, isAbandoned } from '@/core/job';
import type { Transaction } from '../db/connection';
import { job, jobEvent } from '../db/schema';
import { storedEvent } from './storedEvent';

const TELLING = ['job-abandoned', 'void'] as const;

/** Keeps beside the job whether it is given up, for the lists that leave it out. @param rows what was just written */
export async function noteAbandoned(
  tx: Transaction,
  shopId: string,
  jobId: string,
  rows: readonly (typeof jobEvent.$inferInsert)[],
): Promise<void> {
  if (!rows.some((r) => TELLING.some((t) => t === r.type))) return;
  const told = await tx
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, jobId), inArray(jobEvent.type, [...TELLING])));
  if (!told.some((r) => r.type === 'job-abandoned')) return;
  await tx
    .update(job)
    .set({ abandoned: isAbandoned(foldJob(told.map(storedEvent))) })
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId)));
}
