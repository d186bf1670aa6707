import type { PositionKey } from '../vehicle';
import type { WorkStep } from './placed';
import type { StripPlan } from './plan';

/** What it would take to get at a lamp again. */
export interface UndoCost {
  readonly steps: readonly string[];
  /** Off and on again. */
  readonly minutes: number;
}

/**
 * What a fault found now would cost: the steps of the way back that stand over the lamp and have been done, to be
 * undone and done again.
 * @param done ids of the steps that are done on the way back
 */
export function undoCost(plan: StripPlan, position: PositionKey, done: ReadonlySet<string>): UndoCost {
  if (plan.kind !== 'plan') return { steps: [], minutes: 0 };
  const over = [...standsOver(plan.out, position)].filter((id) => done.has(id));
  const minutes = (list: readonly WorkStep[]) =>
    list.filter((s) => over.includes(s.id)).reduce((sum, s) => sum + s.minutes, 0);
  return {
    steps: plan.back.filter((s) => over.includes(s.id)).map((s) => s.id),
    minutes: minutes(plan.out) + minutes(plan.back),
  };
}

/** A moment on the way back, after which a fault costs more than before. */
export interface HoldPoint {
  readonly position: PositionKey;
  /** Prove the lamp before this step of the way back. */
  readonly step: string;
  readonly minutesBefore: number;
  readonly minutesAfter: number;
}

/** The advised hold point of a lamp: before the step of the way back that makes a late find dearest. */
export function holdPoint(plan: StripPlan, position: PositionKey): HoldPoint | null {
  if (plan.kind !== 'plan') return null;
  let best: HoldPoint | null = null;
  const done = new Set<string>();
  for (const s of plan.back) {
    const minutesBefore = undoCost(plan, position, done).minutes;
    done.add(s.id);
    const minutesAfter = undoCost(plan, position, done).minutes;
    // The lamp's own fastening is no panel that closes over it.
    const own = s.step.lampOut === true && s.position === position;
    if (!own && minutesAfter - minutesBefore > (best ? best.minutesAfter - best.minutesBefore : 0))
      best = { position, step: s.id, minutesBefore, minutesAfter };
  }
  return best;
}

/** The steps that have to be undone before the lamp of a position comes out, that step with them. */
function standsOver(out: readonly WorkStep[], position: PositionKey): ReadonlySet<string> {
  const byId = new Map(out.map((s) => [s.id, s]));
  const found = new Set<string>();
  const walk = (id: string) => {
    if (found.has(id)) return;
    found.add(id);
    byId.get(id)?.after.forEach(walk);
  };
  out.filter((s) => s.position === position && s.step.lampOut).forEach((s) => walk(s.id));
  return found;
}
