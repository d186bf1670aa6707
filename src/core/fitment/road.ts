import { type Reason, reason } from '../kernel/reason';
import type { Condition } from '../rule/condition';
import type { Known } from '../rule/evaluate';
import type { Profile, RoadFlag } from '../catalogue/types';
import { factRef, type FactValue } from '../vehicle';
import type { Certainty } from './functionRows';
import { any, type BoundRequirement, constant, impliedLeaf, inMarket, not, type SwapPlan } from './profile';

/** `off-road`: the vehicle keeps no road rule set, so there is nothing to meet. */
export const ROAD_MARKS = ['meets-profile', 'not-approved', 'off-road', 'unknown'] as const;
export type RoadMark = (typeof ROAD_MARKS)[number];

/** A lamp on the road: the mark, and what it comes from. */
export interface RoadJudgement {
  readonly mark: RoadMark;
  readonly reasons: readonly Reason[];
}

/** What a lamp must be to be used on the road, each with its reason. */
export function roadConditions(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  profiles: readonly Profile[],
): readonly { readonly why: (is: Certainty) => Reason; readonly condition: Condition }[] {
  const found: { readonly why: (is: Certainty) => Reason; readonly condition: Condition }[] = [];
  for (const r of requirements)
    found.push({
      why: (is) =>
        reason('road-required', {
          does: r.requirement.does,
          requirement: r.requirement.id,
          profile: r.profile.id,
          is,
        }),
      condition: any([r.outside, r.after]),
    });
  const flags = new Set<RoadFlag>(plan.places.flatMap((p) => p.lamp.flags));
  const lampIds = [...new Set(plan.places.map((p) => p.lamp.id))];
  for (const profile of profiles.filter((p) => p.onRoad)) {
    const outside = not(inMarket(profile));
    for (const flag of [...flags].sort())
      found.push({
        why: (is) => reason(`road-${flag}`, { profile: profile.id, is }),
        condition: any([outside, constant(flag, 'no')]),
      });
    const marks = lampIds.map((id) => plan.places.find((p) => p.lamp.id === id)?.lamp.marks[profile.id]);
    const worst = marks.includes('none') ? 'no' : marks.includes(undefined) ? 'unknown' : 'yes';
    found.push({
      why: (is) =>
        reason(worst === 'unknown' ? 'road-mark-unseen' : 'road-mark', { profile: profile.id, is }),
      condition: any([outside, constant(`mark:${profile.id}`, worst)]),
    });
  }
  return found;
}

/**
 * The road mark of a swap. Where the vehicle goes by rules that no profile of the shelf tells, nobody has looked whether it
 * keeps them: that is not known, and no approval.
 * @param certainty of a condition under what is known
 */
export function judgeRoad(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  { known, profiles }: { readonly known: Known; readonly profiles: readonly Profile[] },
  certainty: (c: Condition) => Certainty,
): RoadJudgement {
  const market = known.get(factRef('market', 'vehicle'));
  if (profiles.some((p) => p.id === market && !p.onRoad)) return { mark: 'off-road', reasons: [] };
  const judged = roadConditions(plan, requirements, profiles).map((r) => ({
    ...r,
    is: certainty(r.condition),
  }));
  judged.push(...untold(plan, market, profiles, certainty));
  const worst: Certainty = judged.some((j) => j.is === 'no')
    ? 'no'
    : judged.some((j) => j.is === 'unknown')
      ? 'unknown'
      : 'yes';
  const mark: RoadMark = worst === 'no' ? 'not-approved' : worst === 'unknown' ? 'unknown' : 'meets-profile';
  const reasons = judged.filter((j) => j.is === worst && worst !== 'yes').map((j) => j.why(j.is));
  return { mark, reasons };
}

/** What speaks against a swap where its market may have no profile, or has none. */
function untold(
  plan: SwapPlan,
  market: FactValue | null | undefined,
  profiles: readonly Profile[],
  certainty: (c: Condition) => Certainty,
): readonly {
  readonly why: (is: Certainty) => Reason;
  readonly condition: Condition;
  readonly is: Certainty;
}[] {
  const told = impliedLeaf(
    'market:told',
    'market',
    profiles.map((p) => p.id),
    { kind: 'profile', code: 'market', facts: {} },
  );
  if (certainty(told) === 'yes') return [];
  const profile = typeof market === 'string' ? market : '';
  // A lens that is known to carry no mark for these rules is known to be wrong, whether their text is here or not.
  const none = plan.places.some((p) => profile !== '' && p.lamp.marks[profile] === 'none');
  return [
    none
      ? { why: (is) => reason('road-mark', { profile, is }), condition: told, is: 'no' }
      : {
          why: () => (profile === '' ? reason('road-unsaid') : reason('road-untold', { profile })),
          condition: told,
          is: 'unknown',
        },
  ];
}
