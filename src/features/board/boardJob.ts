import type { OpenItem, StageState } from '@/core/job';

/** A job as a line of the board. */
export interface BoardJob {
  readonly id: string;
  readonly number: number;
  readonly vehicle: string;
  readonly identity: string;
  readonly words: string;
  readonly openedAt: string;
  readonly stages: readonly StageState[];
  readonly open: readonly Pick<OpenItem, 'id' | 'origin' | 'what'>[];
  readonly locked: boolean;
}

/** Where a job is taken up again: its first stage that is not done, else Release. */
export function nextStage(job: BoardJob): BoardJob['stages'][number] | undefined {
  return job.stages.find((s) => s.state === 'open') ?? job.stages.find((s) => s.stage === 'release');
}

export const jobAddress = (job: BoardJob): string => `/jobs/${job.id}/${nextStage(job)?.stage ?? 'arrive'}`;
