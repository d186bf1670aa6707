import { type AnyStoredEvent, lifted, type Surety } from '@/core/job';
import type { jobEvent } from '../db/schema';

/** A row of the event table as the core reads it, its body lifted to the present version. */
export function storedEvent(row: typeof jobEvent.$inferSelect): AnyStoredEvent {
  const { id, jobId, type, v, at, device, deviceSeq, userId, body, seq, receivedAt, role } = row;
  const { signedIn, letInBy } = row;
  const sure: Surety | null =
    letInBy !== null
      ? { by: 'let-in', signedIn: signedIn ?? userId, letInBy }
      : signedIn !== null && signedIn !== userId
        ? { by: 'device', signedIn }
        : null;
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
    ...(sure ? { sure } : {}),
  }) as unknown as AnyStoredEvent;
}
