import { wayStep } from '../kernel/ids';
import { type Broken, type ClockMark, timings, type TimesSeen } from '../work';
import type { EventType, StepOutcome } from './events';
import type { JobReading } from './readJob';

/** What this shop has learnt of the steps of some sheets. */
export interface Learnt {
  readonly timed: TimesSeen;
  /** Fasteners of groups that came out and broke, by `spareKey`. */
  readonly broken: Readonly<Record<string, Broken>>;
}
/** Of a shop that has locked no job yet. */
export const NOTHING_LEARNT: Learnt = { timed: {}, broken: {} };

/** What is kept of a group of fasteners: its sheet, its step, its name. */
export const spareKey = (sheet: string, step: string, group: string): string => `${sheet}/${step}/${group}`;

/** Entries that belong to the step that is in hand: they end no work. */
const OF_THE_STEP: ReadonlySet<EventType> = new Set([
  'fastener-counted',
  'photo-added',
  'photo-marked',
  'step-added',
  'step-looked',
  'item-raised',
  'item-closed',
  'breakage-noted',
  'change-noted',
  'steps-arranged',
  'crew-arranged',
  'side-kept',
  'void',
]);

/** What one step of a job taught. */
export interface LearntStep {
  readonly sheet: string;
  /** Its name in the sheet. */
  readonly step: string;
  readonly position: string;
  readonly way: 'out' | 'back';
  readonly outcome: StepOutcome;
  readonly words: string;
  /** null: it was not timed, or its time is not to be believed. */
  readonly minutes: number | null;
  readonly fasteners: Readonly<Record<string, Broken>>;
}

/** What a job's entries say of when hands were at which step. */
export function clockMarks({ record, strip }: Pick<JobReading, 'record' | 'strip'>): readonly ClockMark[] {
  const lines = [...strip.out, ...strip.back];
  const sheetMin = new Map(lines.map((l) => [wayStep(l.step.way, l.step.id), l.step.minutes]));
  return record.standing.flatMap((e): readonly ClockMark[] => {
    const who = `${e.user}/${e.device}`;
    if (e.type === 'work-paused') return [{ at: e.at, who, kind: e.body.act }];
    if (e.type !== 'step-ticked') return OF_THE_STEP.has(e.type) ? [] : [{ at: e.at, who, kind: 'other' }];
    const step = wayStep(e.body.way, e.body.step);
    // What was not needed took no time of its own; it ends the one before.
    if (e.body.outcome === 'not-needed') return [{ at: e.at, who, kind: 'other' }];
    return [{ at: e.at, who, kind: 'tick', step, sheetMin: sheetMin.get(step) ?? 0 }];
  });
}

/** What a job taught of the steps of its sheets: how long they took, what broke, what went otherwise. */
export function learntOf(reading: Pick<JobReading, 'record' | 'strip'>): readonly LearntStep[] {
  const { strip } = reading;
  const lines = [...strip.out, ...strip.back];
  const took = new Map(timings(clockMarks(reading)).map((t) => [t.step, t.minutes]));
  return lines.flatMap(({ step, tick, fasteners }): readonly LearntStep[] => {
    if (!tick || step.sheet === '') return [];
    return [
      {
        sheet: step.sheet,
        step: step.step.id,
        position: step.position ?? '',
        way: step.way,
        outcome: tick.outcome,
        words: tick.words,
        minutes: took.get(wayStep(step.way, step.id)) ?? null,
        // Counted once: on the way out.
        fasteners:
          step.way === 'out'
            ? Object.fromEntries(
                fasteners.flatMap((g) =>
                  g.counts.out > 0
                    ? [
                        [
                          g.group,
                          {
                            out: g.counts.out,
                            broken: Math.min(g.counts.out, g.counts.broken + g.counts.replaced),
                          },
                        ],
                      ]
                    : [],
                ),
              )
            : {},
      },
    ];
  });
}
