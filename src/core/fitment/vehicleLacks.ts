import type { Family, Requirement } from '../catalogue/types';
import { bindAt } from '../rule/condition';
import { certainty } from './functionRows';
import type { JudgeContext } from './judge';
import { all, type BoundRequirement, hasIt, inMarket, suppliedBy, type SwapPlan } from './profile';

/** Something that the vehicle must have by the rule set it keeps, and has at no lamp. */
export interface VehicleLack {
  readonly profile: string;
  readonly requirement: string;
  readonly does: Requirement['does'];
  readonly source: string;
}

/**
 * Requirements that surely apply to the vehicle and that it surely does not meet once the planned lamps are in: whether
 * a swap touches them or not. What is not known is left to the looks. Only rows with a condition of their own (a width, a
 * length) are asked: the others speak of vehicles with such lamps, and rule sets do not tell trailers from vans.
 */
export function vehicleLacks(
  family: Family,
  plans: readonly SwapPlan[],
  { known, registry, profiles }: Pick<JudgeContext, 'known' | 'registry' | 'profiles'>,
): readonly VehicleLack[] {
  const together = {
    family,
    places: plans.flatMap((p) => p.places),
    supplies: plans.flatMap(suppliedBy),
  };
  return profiles
    .filter((p) => p.onRoad)
    .flatMap((profile) =>
      profile.requirements.flatMap((r): readonly VehicleLack[] => {
        if (!r.when) return [];
        const applies: BoundRequirement['before'] = all([
          inMarket(profile),
          bindAt(r.when, 'vehicle', registry),
        ]);
        if (certainty(applies, known, registry) !== 'yes') return [];
        if (certainty(hasIt(r, together, true, registry), known, registry) !== 'no') return [];
        return [{ profile: profile.id, requirement: r.id, does: r.does, source: r.source }];
      }),
    );
}
