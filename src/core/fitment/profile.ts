import type { Application, Family, Lamp, Place, Profile, Requirement, Supply } from '../shelf/types';
import {
  type FactRegistry,
  type FactValue,
  factRef,
  type LightColour,
  type Provided,
  positionKey,
} from '../vehicle';
import { bindAt, type Condition, type Constant, type Leaf, type LeafOrigin } from './condition';

/** A swap as the fitment sees it: the places it touches and the lamp that would sit at each. */
export interface SwapPlan {
  readonly family: Family;
  readonly application: Application;
  readonly places: readonly { readonly place: Place; readonly lamp: Lamp }[];
}

/** A requirement of a profile bound to a swap. */
export interface BoundRequirement {
  readonly profile: Profile;
  readonly requirement: Requirement;
  /** Holds where the requirement does not apply: other market, or its own condition not met. */
  readonly outside: Condition;
  /** Whether the vehicle has it before and after the swap; `after` may be mended by what the application supplies. */
  readonly before: Condition;
  readonly after: Condition;
}

/** A condition that is decided from the start. */
export const constant = (
  id: string,
  value: Constant['value'],
  code = '',
  facts: Record<string, string> = {},
): Constant => ({
  kind: 'constant',
  id,
  value,
  mends: [],
  origin: { kind: 'profile', code, facts },
  position: null,
});

/** Holds where every one does. */
export const all = (of: readonly Condition[]): Condition => ({ kind: 'all', of });
/** Holds where one does. */
export const any = (of: readonly Condition[]): Condition => ({ kind: 'any', of });
/** Holds where it does not; certainty is kept. */
export const not = (of: Condition): Condition => ({ kind: 'not', of });

/** A leaf that the program itself adds, on a fact of the vehicle. */
export function impliedLeaf(
  id: string,
  fact: string,
  values: readonly FactValue[],
  origin: LeafOrigin,
): Leaf {
  return {
    kind: 'leaf',
    id,
    ref: factRef(fact, 'vehicle'),
    accepts: { kind: 'values', values },
    mends: [],
    origin,
    position: null,
  };
}

const OF_PROFILE: LeafOrigin = { kind: 'profile', code: 'market', facts: {} };

/** Holds when the vehicle must keep this profile. */
export function inMarket(profile: Profile): Leaf {
  return impliedLeaf(`market:${profile.id}`, 'market', [profile.id], OF_PROFILE);
}

function matches(r: Requirement, p: Provided): boolean {
  if (p.does !== r.does) return false;
  return (
    r.colours.length === 0 ||
    (p.colour !== undefined && (r.colours as readonly LightColour[]).includes(p.colour))
  );
}

function onSide(place: Place, r: Requirement, side: 'left' | 'right'): boolean {
  if (
    r.end !== 'any' &&
    place.position.end !== r.end &&
    !(r.end === 'side' && place.position.side !== 'centre')
  )
    return false;
  return r.sides === 'any' || place.position.side === side;
}

/** A vehicle with lamps in some of its places, and what goes with them. */
export interface Fitted {
  readonly family: Family;
  readonly places: SwapPlan['places'];
  readonly supplies: readonly Supply[];
}

/** Whether the vehicle has what a requirement wants. @param fitted with these lamps in their places, else as it was built */
export function hasIt(r: Requirement, plan: Fitted, fitted: boolean, registry: FactRegistry): Condition {
  const sides = r.sides === 'both' ? (['left', 'right'] as const) : (['left'] as const);
  const swapped = new Map(plan.places.map((p) => [positionKey(p.place.position), p.lamp]));
  const mends = fitted ? plan.supplies.filter((s) => matches(r, s)).map(asMend) : [];
  return all(
    sides.map((side) => {
      const found: Condition[] = [];
      for (const place of plan.family.places) {
        if (!onSide(place, r, side)) continue;
        const key = positionKey(place.position);
        const lamp = fitted ? swapped.get(key) : undefined;
        if (lamp) {
          if (lamp.functions.some((f) => matches(r, f))) found.push(constant(`has:${r.id}:${key}`, 'yes'));
          continue;
        }
        for (const f of place.functions)
          if (matches(r, f))
            found.push(
              f.when
                ? bindAt(f.when, key, registry, () => OF_PROFILE)
                : constant(`has:${r.id}:${key}`, 'yes'),
            );
      }
      const lack = { ...constant(`lack:${r.does}@${side}`, 'no'), mends };
      return any([...found, lack]);
    }),
  );
}

function asMend(s: Supply) {
  return { mend: { parts: s.parts, minutes: s.minutes }, when: null };
}

/** Whether the swap touches what a requirement speaks of: only then may it be judged by it. */
function touches(r: Requirement, plan: SwapPlan): boolean {
  return plan.places.some(
    ({ place, lamp }) =>
      (onSide(place, r, 'left') || onSide(place, r, 'right')) &&
      (place.functions.some((f) => f.does === r.does) || lamp.functions.some((f) => f.does === r.does)),
  );
}

/** Every requirement of every on-road profile that the swap touches. */
export function boundRequirements(
  plan: SwapPlan,
  profiles: readonly Profile[],
  registry: FactRegistry,
): readonly BoundRequirement[] {
  const vehicle = { ...plan, supplies: plan.application.supplies };
  return profiles
    .filter((p) => p.onRoad)
    .flatMap((profile) =>
      profile.requirements
        .filter((r) => touches(r, plan))
        .map((requirement) => ({
          profile,
          requirement,
          outside: any([
            not(inMarket(profile)),
            ...(requirement.when
              ? [not(bindAt(requirement.when, 'vehicle', registry, () => OF_PROFILE))]
              : []),
          ]),
          before: hasIt(requirement, vehicle, false, registry),
          after: hasIt(requirement, vehicle, true, registry),
        })),
    );
}
