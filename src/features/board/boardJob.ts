import type { JobLine } from '@/core/job';

/** A job as the board shows it: the first of its open items, and how many there are. */
export type BoardJob = JobLine & { readonly openCount: number };

/** Open items that a line shows. */
const SHOWN = 3;

/** What goes to the screen of a job's line. */
export const boardJob = (line: JobLine): BoardJob => ({
  ...line,
  open: line.open.slice(0, SHOWN),
  openCount: line.open.length,
});

/** Where a job is taken up again: its first stage that is not done, else Release. */
export function nextStage(job: BoardJob): BoardJob['stages'][number] | undefined {
  return job.stages.find((s) => s.state === 'open') ?? job.stages.find((s) => s.stage === 'release');
}

export const jobAddress = (job: BoardJob): string => `/jobs/${job.id}/${nextStage(job)?.stage ?? 'arrive'}`;
