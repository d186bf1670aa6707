import type { JobLine } from '@/core/job';

/** A job as the board shows it: the first of its open items, and how many there are. */
export type BoardJob = JobLine & { readonly openCount: number };

/** Open items that a line shows. */
const SHOWN = 3;

/** What goes to the screen of a job's line. */
export function boardJob(line: JobLine): BoardJob {
  const { id, number, vehicle, identity, words, openedAt, locked, abandoned, asksLock, customer } = line;
  const next = nextStage(line);
  // What is wanting is said of the stage where the job is taken up alone.
  const stages = line.stages.map((s) => (s === next || s.missing.length === 0 ? s : { ...s, missing: [] }));
  const open = line.open.slice(0, SHOWN);
  const openCount = line.open.length;
  return {
    id,
    number,
    vehicle,
    identity,
    words,
    openedAt,
    locked,
    abandoned,
    asksLock,
    customer,
    stages,
    open,
    openCount,
  };
}

/** Where a job is taken up again: its first stage that is not done, else Release. */
export function nextStage(job: JobLine): JobLine['stages'][number] | undefined {
  return job.stages.find((s) => s.state === 'open') ?? job.stages.find((s) => s.stage === 'release');
}

export const jobAddress = (job: BoardJob): string => `/jobs/${job.id}/${nextStage(job)?.stage ?? 'arrive'}`;
