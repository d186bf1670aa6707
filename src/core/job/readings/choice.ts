import { weakMapMemoize } from 'reselect';
import { judge, type Judgement, type Known, planSwap, type SwapPlan } from '../../fitment';
import type { Application, Family, Lamp, Part, Profile } from '../../shelf/types';
import type { FactRegistry, FactValue } from '../../vehicle';

/** Parts by id, once for as long as the list lives. */
export const partsById = weakMapMemoize(
  (parts: readonly Part[]): ReadonlyMap<string, Part> => new Map(parts.map((p) => [p.id, p])),
);

/** Facts as text: alike for alike facts, whatever order they came in. */
export const knownText = (known: Known): string =>
  JSON.stringify([...known].sort(([a], [b]) => (a < b ? -1 : 1)));

/**
 * A pinned choice judged with today's facts: rows by their identity, facts and places by their text.
 * @returns null where the row serves none of these places
 */
export const judged = weakMapMemoize(
  (
    row: Application,
    family: Family,
    registry: FactRegistry,
    profiles: readonly Profile[],
    parts: readonly Part[],
    positionsText: string,
    factsText: string,
    ...lamps: readonly Lamp[]
  ): { readonly plan: SwapPlan; readonly now: Judgement } | null => {
    const positions = JSON.parse(positionsText) as readonly string[];
    const plan = planSwap(row, family, positions, new Map(lamps.map((l) => [l.id, l])));
    if (!plan) return null;
    const known = new Map(JSON.parse(factsText) as readonly (readonly [string, FactValue])[]);
    return { plan, now: judge(plan, { known, registry, profiles, parts: partsById(parts) }) };
  },
);
