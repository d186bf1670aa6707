import { and, eq, inArray } from 'drizzle-orm';
import { customerOf, type EventType, foldJob, isAbandoned, type JobRecord } from '@/core/job';
import type { Transaction } from '../db/connection';
import { job, jobEvent } from '../db/schema';
import { storedEvent } from './storedEvent';

/** What a job's entries come to that lists and searches ask for, kept beside the job: by the type that tells of it. */
const BESIDE: readonly {
  readonly type: EventType;
  readonly of: (record: JobRecord) => Partial<typeof job.$inferInsert>;
}[] = [
  { type: 'job-abandoned', of: (record) => ({ abandoned: isAbandoned(record) }) },
  {
    type: 'customer-noted',
    of: (record) => {
      const customer = customerOf(record);
      return { customer: customer?.name ?? '', reach: customer?.reach ?? '' };
    },
  },
];

/** Keeps beside the job what has changed by what was just written. @param rows what was just written */
export async function noteBeside(
  tx: Transaction,
  shopId: string,
  jobId: string,
  rows: readonly (typeof jobEvent.$inferInsert)[],
): Promise<void> {
  const touched = BESIDE.filter((b) => rows.some((r) => r.type === b.type || r.type === 'void'));
  if (touched.length === 0) return;
  const types = [...touched.map((b) => b.type), 'void' as const];
  const told = await tx
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.shopId, shopId), eq(jobEvent.jobId, jobId), inArray(jobEvent.type, types)));
  const changed = touched.filter((b) => told.some((r) => r.type === b.type));
  if (changed.length === 0) return;
  const record = foldJob(told.map(storedEvent));
  await tx
    .update(job)
    .set(Object.assign({}, ...changed.map((b) => b.of(record))) as Partial<typeof job.$inferInsert>)
    .where(and(eq(job.shopId, shopId), eq(job.id, jobId)));
}
