import type { AnyStoredEvent } from '@/core/job';
import type { jobEvent } from '../db/schema';

/** A row of the event table as the core reads it. */
export function storedEvent(row: typeof jobEvent.$inferSelect): AnyStoredEvent {
  const { id, jobId, type, v, at, device, deviceSeq, userId, body, seq, receivedAt } = row;
  return {
    id,
    job: jobId,
    type,
    v,
    at,
    device,
    deviceSeq,
    user: userId,
    body,
    seq,
    receivedAt: receivedAt.toISOString(),
  } as unknown as AnyStoredEvent;
}
