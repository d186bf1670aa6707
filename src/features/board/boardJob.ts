import type { JobLine } from '@/core/job';

export type BoardJob = JobLine;

/** Where a job is taken up again: its first stage that is not done, else Release. */
export function nextStage(job: BoardJob): BoardJob['stages'][number] | undefined {
  return job.stages.find((s) => s.state === 'open') ?? job.stages.find((s) => s.stage === 'release');
}

export const jobAddress = (job: BoardJob): string => `/jobs/${job.id}/${nextStage(job)?.stage ?? 'arrive'}`;
