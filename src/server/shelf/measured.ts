import type { Family, Lamp, ShelfKind } from '@/core/catalogue';
import { corrected } from '@/core/job';
import type { Database } from '../db/connection';
import { loadJob } from '../jobs/loadJob';

/** A row as a time that was measured in a job would have it, with who measured and when. */
export interface MeasuredRow {
  readonly body: Family | Lamp;
  readonly job: number;
  readonly by: string;
  readonly at: string;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The row with what a job's entry measured of it; null: no such entry in this shop, or it measured something else. */
export async function measuredRow(
  db: Database,
  shopId: string,
  row: { readonly kind: ShelfKind; readonly body: unknown },
  jobId: string,
  eventId: string,
): Promise<MeasuredRow | null> {
  if (row.kind !== 'family' && row.kind !== 'lamp') return null;
  if (!UUID.test(jobId)) return null;
  const job = await loadJob(db, shopId, jobId);
  const e = [...(job?.reading.record.lightTimes.values() ?? [])].find((t) => t.event.id === eventId)?.event;
  if (!job || !e) return null;
  // A flash says something of the vehicle's own line only.
  if (row.kind === 'family' && job.pack.family.body.id !== (row.body as Family).id) return null;
  const body = corrected({ kind: row.kind, body: row.body } as Parameters<typeof corrected>[0], e.body);
  return body && { body, job: job.number, by: job.pack.names[e.user] ?? '', at: e.at };
}
