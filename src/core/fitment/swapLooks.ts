import type { Application, Family, Lamp } from '../shelf/types';
import type { FactRef, PositionKey } from '../vehicle';
import { fitCondition, type JudgeContext } from './judge';
import { type LookPlan, planLooks } from './lookPlan';
import { boundRequirements } from './profile';
import type { Aim } from './quest';
import { planSwap, type Wish, wishesMetBy } from './shortlist';

/** The candidates of a swap, what is known, and what is wanted. */
export interface SwapLooksInput {
  readonly applications: readonly Application[];
  readonly family: Family;
  readonly positions: readonly PositionKey[];
  readonly lamps: ReadonlyMap<string, Lamp>;
  readonly wishes: readonly Wish[];
  readonly aim: Aim;
  /** Facts that somebody has looked at and could not tell. */
  readonly untold: ReadonlySet<FactRef>;
  readonly context: JudgeContext;
}

/** The looks that settle a shortlist soonest: what to ask next, how long it takes, how long it all takes. */
export function swapLooks(input: SwapLooksInput): LookPlan {
  const { context, family } = input;
  const targets = input.applications.flatMap((application) => {
    const plan = planSwap(application, family, input.positions, input.lamps);
    if (!plan) return [];
    const requirements = boundRequirements(plan, context.profiles, context.registry);
    return [
      {
        id: application.id,
        condition: fitCondition(plan, requirements, context),
        wishesMet: wishesMetBy(plan, input.wishes).length,
      },
    ];
  });
  return planLooks({
    targets,
    known: context.known,
    registry: context.registry,
    aim: input.aim,
    priors: family.priors ?? [],
    untold: input.untold,
  });
}
