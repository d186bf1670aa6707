import { weakMapMemoize } from 'reselect';
import { judge, type Judgement, type Known, planSwap, type SwapPlan } from '../../fitment';
import type { Application, Family, Lamp, Part, Profile } from '../../catalogue/types';
import type { FactRegistry, FactValue } from '../../vehicle';

/** Parts by id, once for as long as the list lives. */
export const partsById = weakMapMemoize(
  (parts: readonly Part[]): ReadonlyMap<string, Part> => new Map(parts.map((p) => [p.id, p])),
);

/** Facts as text: alike for alike facts, whatever order they came in. */
export const knownText = (known: Known): string =>
  JSON.stringify([...known].sort(([a], [b]) => (a < b ? -1 : 1)));

/** The swap that a pinned row makes at these positions; null where it serves not all of them. */
export const plannedSwap = weakMapMemoize(
  (row: Application, family: Family, positionsText: string, ...lamps: readonly Lamp[]): SwapPlan | null => {
    const positions = JSON.parse(positionsText) as readonly string[];
    return planSwap(row, family, positions, new Map(lamps.map((l) => [l.id, l])));
  },
);

/**
 * A pinned choice judged with today's facts: the plan by its identity, facts by their text.
 * @param others the swaps that the job has chosen besides: functions are judged over the whole vehicle
 */
export const judged = weakMapMemoize(
  (
    plan: SwapPlan,
    registry: FactRegistry,
    profiles: readonly Profile[],
    parts: readonly Part[],
    factsText: string,
    ...others: readonly SwapPlan[]
  ): { readonly plan: SwapPlan; readonly now: Judgement } => {
    const known = new Map(JSON.parse(factsText) as readonly (readonly [string, FactValue])[]);
    return { plan, now: judge(plan, { known, registry, profiles, parts: partsById(parts), others }) };
  },
);
