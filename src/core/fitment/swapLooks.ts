import { type LookPlan, planLooks } from '../decide/lookPlan';
import type { Aim } from '../decide/quest';
import type { Application, Family, Lamp } from '../catalogue/types';
import type { FactRef, PositionKey } from '../vehicle';
import { withDerived } from './derived';
import { certainty } from './functionRows';
import { bindSwap, type JudgeContext } from './judge';
import { judgeRoad } from './road';
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
  const { family } = input;
  const registry = withDerived(input.context.registry, family);
  const context = { ...input.context, registry };
  const targets = input.applications.flatMap((application) => {
    const plan = planSwap(application, family, input.positions, input.lamps);
    if (!plan) return [];
    const { requirements, condition } = bindSwap(plan, context);
    const road = judgeRoad(plan, requirements, context, (c) => certainty(c, context.known, registry));
    return [
      {
        id: application.id,
        condition,
        wishesMet: wishesMetBy(plan, input.wishes).length,
        offRoad: road.mark === 'not-approved',
      },
    ];
  });
  return planLooks({
    targets,
    known: context.known,
    registry,
    aim: input.aim,
    priors: family.priors ?? [],
    untold: input.untold,
  });
}
