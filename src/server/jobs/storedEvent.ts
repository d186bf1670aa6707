import { type AnyStoredEvent, lifted } from '@/core/job';
import type { jobEvent } from '../db/schema';

/** A row of the event table as the core reads it, its body lifted to the present version. */
export function storedEvent(row: typeof jobEvent.$inferSelect): AnyStoredEvent {
  const { id, jobId, type, v, at, device, deviceSeq, userId, body, seq, receivedAt, role } = row;
  return lifted({
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
    role,
  }) as unknown as AnyStoredEvent;
}
