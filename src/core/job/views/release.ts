import { releaseCheck, type ReleaseCheck } from '../release/release';
import { type Job, perJob } from './view';

/** What Release shows. */
export interface ReleaseView {
  readonly check: ReleaseCheck;
  /** Entries that came after the last lock. */
  readonly late: number;
  readonly locks: readonly { readonly revision: number; readonly at: string; readonly by: string }[];
}

/** Lays out Release. */
export const releaseView = perJob(({ reading }: Job): ReleaseView => ({
  check: releaseCheck(reading),
  late: reading.record.late.length,
  locks: reading.record.locks.map((l) => ({ revision: l.body.revision, at: l.at, by: l.user })),
}));
