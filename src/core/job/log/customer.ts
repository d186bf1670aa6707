import type { ContactConsent } from '../events';
import type { JobRecord } from '../fold';

/** The customer of a job. Empty texts and null: nobody asked. */
export interface Customer {
  readonly name: string;
  readonly reach: string;
  readonly language: string;
  readonly consent: ContactConsent | null;
}

/** Who the customer is, as it was written last; null: nobody wrote it down. */
export function customerOf(record: Pick<JobRecord, 'customer'>): Customer | null {
  const body = record.customer?.event.body;
  if (!body) return null;
  const { name, reach = '', language = '', consent = null } = body;
  return { name, reach, language, consent };
}

/** Who asked a lead last to lock the job, where that stands: nobody locked it since. */
export function lockAsked(
  record: Pick<JobRecord, 'lockAsks' | 'locks'>,
): { readonly by: string; readonly at: string; readonly event: string } | null {
  const ask = record.lockAsks.at(-1);
  const lockedAt = Math.max(-1, ...record.locks.map((l) => l.seq));
  return ask && ask.seq > lockedAt ? { by: ask.user, at: ask.at, event: ask.id } : null;
}
