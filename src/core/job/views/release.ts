import { releaseCheck, type ReleaseCheck } from '../release/release';
import { type ToDo, toRelease } from '../stages/toDo';
import { lockAsked } from '../log/customer';
import { type Job, perJob } from './view';

/** What Release shows. */
export interface ReleaseView {
  readonly check: ReleaseCheck;
  /** What stands between the job and its lock, each with the place where it is settled. */
  readonly toDo: readonly ToDo[];
  /** Who asked a lead to lock it, where nobody has since. */
  readonly asked: ReturnType<typeof lockAsked>;
  /** Entries that came after the last lock. */
  readonly late: number;
  readonly locks: readonly { readonly revision: number; readonly at: string; readonly by: string }[];
}

/** Lays out Release. */
export const releaseView = perJob(({ reading }: Job): ReleaseView => ({
  check: releaseCheck(reading),
  toDo: toRelease(reading),
  asked: lockAsked(reading.record),
  late: reading.record.late.length,
  locks: reading.record.locks.map((l) => ({ revision: l.body.revision, at: l.at, by: l.user })),
}));
