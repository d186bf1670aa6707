import type { PositionKey } from '../vehicle';
import { TOOL_CHANGE_MIN, ZONE_CHANGE_MIN } from './order';
import type { WorkStep } from './placed';
import type { StripPlan } from './plan';
import { undoCost } from './lateFind';

type Plan = Extract<StripPlan, { kind: 'plan' }>;

/** Minutes of tools and places that change from step to step. */
export const changeovers = (steps: readonly Pick<WorkStep, 'tool' | 'place'>[]): number => {
  let [tool, place, sum] = ['', '', 0];
  for (const s of steps) {
    if (s.tool !== '' && s.tool !== tool) sum += TOOL_CHANGE_MIN;
    if (s.place !== '' && s.place !== place) sum += ZONE_CHANGE_MIN;
    [tool, place] = [s.tool || tool, s.place || place];
  }
  return sum;
};

/** What half and half divides a plan into. */
export interface HalfParts {
  /** Steps of the way out at the lamp that stays, that come when the others are in again. */
  readonly keptOut: ReadonlySet<string>;
  /** Steps of the way back at the others, that come before the lamp that stays is touched. */
  readonly firstBack: ReadonlySet<string>;
}

/** Where a plan with a lamp that stays is divided. */
export function halfParts(
  plan: Pick<Plan, 'out' | 'back'>,
  keep: PositionKey,
  others: readonly PositionKey[],
): HalfParts {
  const other = (s: WorkStep) => s.position !== null && others.includes(s.position);
  const lastOut = plan.out.findLastIndex(other);
  const keepBack = plan.back.findIndex((s) => s.position === keep);
  const firstKept = keepBack < 0 ? plan.back.length : keepBack;
  return {
    keptOut: new Set(plan.out.filter((s, i) => s.position === keep && i > lastOut).map((s) => s.id)),
    firstBack: new Set(plan.back.filter((s, i) => other(s) && i < firstKept).map((s) => s.id)),
  };
}

/** The steps of half and half as they come: one lamp out and in, then the one that stayed, then what stands over both. */
export function halfSequence(
  plan: Plan,
  keep: PositionKey,
  others: readonly PositionKey[],
): readonly WorkStep[] {
  const { keptOut, firstBack } = halfParts(plan, keep, others);
  return [
    ...plan.out.filter((s) => !keptOut.has(s.id)),
    ...plan.back.filter((s) => firstBack.has(s.id)),
    ...plan.out.filter((s) => keptOut.has(s.id)),
    ...plan.back.filter((s) => !firstBack.has(s.id)),
  ];
}

/** Both lamps of a pair at once, against one that stays as the reference. */
export interface HalfCost {
  /** Steps and changeovers, minutes. */
  readonly bothMin: number;
  readonly halfMin: number;
  /** What is undone and done again where the new lamp turns out wrong after all is together: with both in, with one. */
  readonly wrongBothMin: number;
  readonly wrongHalfMin: number;
}

/**
 * What half and half costs and what it saves: tools and places change more often; a lamp that turns out wrong beside
 * the one that stayed is one lamp wrong, and nothing over it has been closed yet.
 * @param both the plan for both at once; @param half the plan with one that stays
 */
export function halfCost(
  both: Plan,
  half: Plan,
  keep: PositionKey,
  others: readonly PositionKey[],
): HalfCost {
  const minutes = (steps: readonly WorkStep[]) =>
    steps.reduce((n, s) => n + s.minutes, 0) + changeovers(steps);
  const allBack = new Set(both.back.map((s) => s.id));
  const lamps = [keep, ...others];
  const over = new Map(lamps.flatMap((p) => undoCost(both, p, allBack).steps.map((id) => [id, id] as const)));
  const undo = (ids: ReadonlySet<string> | ReadonlyMap<string, string>, plan: Plan) =>
    [...plan.out, ...plan.back].reduce((n, s) => n + (ids.has(s.id) ? s.minutes : 0), 0);
  // With one that stays the proof comes before anything that stands over both is closed.
  const { firstBack } = halfParts(half, keep, others);
  return {
    bothMin: minutes([...both.out, ...both.back]),
    halfMin: minutes(halfSequence(half, keep, others)),
    wrongBothMin: undo(over, both),
    wrongHalfMin: undo(firstBack, half),
  };
}
