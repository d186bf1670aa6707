import type { JobLine } from '@/core/job';
import type { Wording } from '@/words';

/** A job as the board shows it, in words: the board opens without those of all reasons that there are. */
export interface BoardJob extends Omit<JobLine, 'stages' | 'open'> {
  readonly stages: readonly Pick<JobLine['stages'][number], 'stage' | 'state' | 'tags'>[];
  /** Where the job is taken up again; undefined: it has no stage left. */
  readonly next: JobLine['stages'][number]['stage'] | undefined;
  /** What is wanting where it is taken up; null: nothing, or Release, which says it in open items. */
  readonly wants: string | null;
  /** The first of its open items. */
  readonly open: readonly {
    readonly id: string;
    readonly origin: JobLine['open'][number]['origin'];
    readonly said: string;
  }[];
  readonly openCount: number;
}

/** Open items that a line shows. */
const SHOWN = 3;

/** What goes to the screen of a job's line. */
export function boardJob(line: JobLine, say: Wording): BoardJob {
  const { stages, open, ...rest } = line;
  // A job is taken up again at its first stage that is not done, else at Release.
  const next = stages.find((s) => s.state === 'open') ?? stages.find((s) => s.stage === 'release');
  const wants = next && next.stage !== 'release' ? next.missing[0] : undefined;
  return {
    ...rest,
    stages: stages.map(({ stage, state, tags }) => ({ stage, state, tags })),
    next: next?.stage,
    wants: wants ? say.reason(wants).text : null,
    open: open.slice(0, SHOWN).map((i) => ({ id: i.id, origin: i.origin, said: say.item(i) })),
    openCount: open.length,
  };
}

export const jobAddress = (job: BoardJob): string => `/jobs/${job.id}/${job.next ?? 'arrive'}`;
