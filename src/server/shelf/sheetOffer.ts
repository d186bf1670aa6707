import { oursId, sheetAsDone } from '@/core/job';
import type { StepSheet } from '@/core/work';
import type { Database } from '../db/connection';
import { loadJob } from '../jobs/loadJob';

/** A step sheet as a job has gone it, offered to the shelf. */
export interface SheetOffered {
  readonly body: StepSheet;
  readonly job: number;
  readonly by: string;
  readonly at: string;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The sheet of that id as a job has gone it; null: the job has none of it, or is none of this shop's. */
export async function sheetFromJob(
  db: Database,
  shopId: string,
  sheetId: string,
  jobId: string,
  language: string,
): Promise<SheetOffered | null> {
  if (!UUID.test(jobId)) return null;
  const job = await loadJob(db, shopId, jobId);
  if (!job) return null;
  const { reading, family } = job;
  const use = reading.strip.uses.find(
    (u) => u.sheet && (u.sheet.id === sheetId || oursId(family.id, u.sheet) === sheetId),
  );
  const body = use && sheetAsDone(reading, use.swap, family.id, language);
  if (!body || body.id !== sheetId) return null;
  const last = reading.record.standing.filter((e) => e.type === 'step-ticked').at(-1);
  return {
    body,
    job: job.number,
    by: last ? (job.names.get(last.user) ?? '') : '',
    at: last?.at ?? job.pack.openedAt,
  };
}
