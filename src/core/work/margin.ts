import type { WorkStep } from './placed';
import type { StripPlan } from './plan';
import { NOT_TIMED, type StepTime, stepTime, type Timed, type WorkTime, workTime } from './times';

type Plan = Extract<StripPlan, { kind: 'plan' }>;

/** What this shop's times of a step are kept under: its sheet, its way, its name in the sheet. */
export const timeKey = (
  w: Pick<WorkStep, 'sheet' | 'way'> & { readonly step: { readonly id: string } },
): string => `${w.sheet}/${w.way}/${w.step.id}`;

/** Times of this shop by `timeKey`. */
export type TimesSeen = Readonly<Record<string, Timed>>;

/** What is expected of each of some steps; those that take no time are none. */
export const timesOf = (steps: readonly WorkStep[], seen: TimesSeen): readonly StepTime[] =>
  steps.flatMap((w) => (w.minutes > 0 ? [stepTime(w.minutes, seen[timeKey(w)] ?? NOT_TIMED)] : []));

/** What more work costs beside what is in hand. */
export interface Margin extends WorkTime {
  /** Steps that come to it, out and back, those that have to be done again among them. */
  readonly steps: readonly WorkStep[];
  /** Minutes of tools, places and states that come to it; below 0 where they come to fewer. */
  readonly changeoverMin: number;
}

const changeover = (plan: Plan | null): number => (plan ? plan.changeoverMin + plan.backChangeoverMin : 0);

/** Steps that were put back already, and the plan of what comes by itself. */
export interface Again {
  readonly steps: ReadonlySet<string>;
  readonly alone: Plan;
}

/**
 * The work that comes to a plan: that of both together less that of the plan in hand. Steps that both want are done once,
 * and so are states that both need; what was put back before has to come off once more, with all its ways.
 * @param hand null: nothing is planned yet; @param again null: nothing was put back
 */
export function margin(
  hand: Plan | null,
  union: Plan,
  seen: TimesSeen = {},
  again: Again | null = null,
): Margin {
  const key = (w: WorkStep) => `${w.way} ${w.id}`;
  const there = new Set(hand ? [...hand.out, ...hand.back].map(key) : []);
  const steps = [...union.out, ...union.back].filter((w) => !there.has(key(w)) || again?.steps.has(w.id));
  // States that are changed on the way are steps of their own, and are in the changeover too: they count once.
  const moved = (plan: Plan | null) =>
    plan ? [...plan.out, ...plan.back].reduce((n, w) => n + (w.sheet === '' ? w.minutes : 0), 0) : 0;
  const fixed = again
    ? changeover(again.alone) - moved(again.alone)
    : changeover(union) - moved(union) - (changeover(hand) - moved(hand));
  return { steps, changeoverMin: fixed, ...workTime(timesOf(steps, seen), fixed) };
}
