import { lookAt } from '../../kernel/ids';
import { type GroupBalance, type HoldPoint, type StepLook, type WorkStep } from '../../work';
import type { PositionKey } from '../../vehicle';
import type { StepLooked, StepOutcome } from '../events';
import type { JobRecord } from '../fold';

/** A step of the plan with what happened at it. */
export interface StepLine {
  readonly step: WorkStep;
  readonly tick: {
    readonly event: string;
    readonly by: string;
    readonly at: string;
    readonly outcome: StepOutcome;
    readonly words: string;
    readonly rivals: number;
  } | null;
  readonly fasteners: readonly GroupBalance[];
  /** On the way back: prove these lamps before this step. */
  readonly holds: readonly HoldPoint[];
  /** On the way back: what has to be looked at with it. */
  readonly looks: readonly StepLookLine[];
  /** Half and half, on the way out: lamps that have to be in again before this one is touched. */
  readonly waits: { readonly positions: readonly PositionKey[]; readonly met: boolean } | null;
}

/** A look that a step wants, and what was seen. */
export interface StepLookLine {
  readonly look: StepLook;
  readonly seen: {
    readonly event: string;
    readonly by: string;
    readonly at: string;
    readonly value: StepLooked;
    readonly words: string;
  } | null;
}

/** Something was really done at the step. */
export const isDone = (l: StepLine): boolean => l.tick !== null && l.tick.outcome !== 'not-needed';

/** Whether a step of the way back has to be done: what was not undone need not be done again. */
export function isDue(l: StepLine, out: readonly StepLine[]): boolean {
  const twin = out.find((o) => o.step.id === l.step.id);
  return twin === undefined || twin.tick === null || twin.tick.outcome !== 'not-needed';
}

type TickedStep = JobRecord['ticks'] extends ReadonlyMap<string, infer L> ? L : never;

/** What was ticked of a step. */
export function tickOf(latest: TickedStep | undefined): StepLine['tick'] {
  if (!latest) return null;
  const { event, rivals } = latest;
  return {
    event: event.id,
    by: event.user,
    at: event.at,
    outcome: event.body.outcome,
    words: event.body.words ?? '',
    rivals: rivals.filter((r) => r.body.outcome !== event.body.outcome).length,
  };
}

/** The looks of a step on the way back, as they were taken. */
export const looksOf = (w: WorkStep, record: Pick<JobRecord, 'stepLooks'>): readonly StepLookLine[] =>
  (w.step.looks ?? []).map((look) => {
    const latest = record.stepLooks.get(lookAt(w.id, look))?.event;
    return {
      look,
      seen: latest
        ? {
            event: latest.id,
            by: latest.user,
            at: latest.at,
            value: latest.body.seen,
            words: latest.body.words ?? '',
          }
        : null,
    };
  });
