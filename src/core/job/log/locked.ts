import type { JobRecord } from '../fold';

/** Whether the job is locked and nothing came after the lock. */
export const isLocked = (record: Pick<JobRecord, 'locks' | 'late'>): boolean =>
  record.locks.length > 0 && record.late.length === 0;

/** Whether the job was given up and not taken up again. */
export const isAbandoned = (record: Pick<JobRecord, 'abandonment'>): boolean =>
  record.abandonment?.event.body.abandoned === true;

/** What the customer said, as it was put right last. */
export const customerWords = (record: Pick<JobRecord, 'opened' | 'correctedWords'>): string =>
  record.correctedWords?.event.body.words ?? record.opened?.body.words ?? '';
