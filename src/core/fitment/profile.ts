import type { Rule } from '../rule';
import type { Application, Family, Lamp, Place, Profile, Requirement, Supply } from '../catalogue/types';
import {
  type FactRegistry,
  type FactValue,
  factRef,
  type LightColour,
  type Position,
  type PositionKey,
  type Provided,
  positionKey,
  type Side,
} from '../vehicle';
import { bindAt, type Condition, type Constant, type Leaf, type LeafOrigin } from '../rule/condition';

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
  /** `after`, with further functions lost. */
  readonly without: (lost: readonly LostFunction[]) => Condition;
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
  side: null,
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
    side: null,
  };
}

const OF_PROFILE: LeafOrigin = { kind: 'profile', code: 'market', facts: {} };

/** Holds when the vehicle must keep this profile. */
export function inMarket(profile: Profile): Leaf {
  return impliedLeaf(`market:${profile.id}`, 'market', [profile.id], OF_PROFILE);
}

/** Whether a function, or a part that makes up for one, is of the kind and colour that a requirement wants. */
function matches(r: Requirement, p: Provided): boolean {
  if (p.does !== r.does) return false;
  return (
    r.colours.length === 0 ||
    (p.colour !== undefined && (r.colours as readonly LightColour[]).includes(p.colour))
  );
}

/**
 * Whether what a lamp does there is seen from where a requirement asks for it. A function that says which way it shows
 * counts there alone; another counts at its lamp's end, and at the side where its lamp sits at one.
 */
function seenFrom(r: Requirement, place: Place, f: Provided): boolean {
  if (f.shows) return r.end === 'any' || f.shows === r.end;
  return (
    r.end === 'any' || place.position.end === r.end || (r.end === 'side' && place.position.side !== 'centre')
  );
}

/** The same of a part that goes with lamps at some places: one that says which way it shows counts there alone. */
function suppliedFrom(r: Requirement, s: Supply, at: readonly Position[]): boolean {
  if (s.shows) return r.end === 'any' || s.shows === r.end;
  return r.end === 'any' || at.some((p) => p.end === r.end || (r.end === 'side' && p.side !== 'centre'));
}

/**
 * Whether the vehicle was built with what a requirement wants for both sides in its middle, and nowhere else: the one headlamp
 * of a motorcycle is its left one and its right one.
 */
function inMiddle(r: Requirement, family: Family): boolean {
  if (r.sides !== 'both') return false;
  const having = family.places.filter((p) => p.functions.some((f) => matches(r, f) && seenFrom(r, p, f)));
  return having.length > 0 && having.every((p) => p.position.side === 'centre');
}

/** Whether a side of the vehicle counts for a side of a requirement. @param middle what sits in the middle counts for either */
const onSide = (r: Requirement, at: Side, side: 'left' | 'right', middle: boolean): boolean =>
  r.sides === 'any' || at === side || (middle && at === 'centre');

/** A part that makes up for a function, with the places whose lamps it goes with. */
interface Supplied {
  readonly supply: Supply;
  readonly at: readonly Position[];
}

/** What an application supplies, at the places of its swap. */
export const suppliedBy = ({ application, places }: SwapPlan): readonly Supplied[] => {
  const at = places.map((p) => p.place.position);
  return application.supplies.map((supply) => ({ supply, at }));
};

/** A vehicle with lamps in some of its places, and what goes with them. */
export interface Fitted {
  readonly family: Family;
  readonly places: SwapPlan['places'];
  readonly supplies: readonly Supplied[];
  /** What further swaps bring with them, on the sides where they are made. */
  readonly given?: readonly Supplied[];
}

/** A function that a mend costs: what it does and where; `unless` holds where the mend is not needed there. */
export interface LostFunction {
  readonly does: string;
  readonly at: PositionKey;
  readonly unless: Condition;
}

/**
 * Whether the vehicle has what a requirement wants, over all its places.
 * @param fitted with these lamps in their places, else as it was built
 * @param lost functions that are lost besides
 */
export function hasIt(
  r: Requirement,
  vehicle: Fitted,
  fitted: boolean,
  registry: FactRegistry,
  lost: readonly LostFunction[] = [],
): Condition {
  const sides = r.sides === 'both' ? (['left', 'right'] as const) : (['left'] as const);
  const swapped = new Map(vehicle.places.map((p) => [positionKey(p.place.position), p.lamp]));
  const supplies = vehicle.supplies.filter(
    ({ supply, at }) => matches(r, supply) && suppliedFrom(r, supply, at),
  );
  const middle = inMiddle(r, vehicle.family);
  return all(
    sides.map((side) => {
      const found: Condition[] = [];
      for (const place of vehicle.family.places) {
        if (!onSide(r, place.position.side, side, middle)) continue;
        const key = positionKey(place.position);
        const lamp = fitted ? swapped.get(key) : undefined;
        const gone = lost.find((l) => l.at === key && l.does === r.does);
        const has = (is: Condition) => found.push(gone ? all([is, gone.unless]) : is);
        for (const f of lamp ? lamp.functions : place.functions) {
          if (!matches(r, f) || !seenFrom(r, place, f)) continue;
          const when = 'when' in f ? (f.when as Rule | undefined) : undefined;
          has(when ? bindAt(when, key, registry, () => OF_PROFILE) : constant(`has:${r.id}:${key}`, 'yes'));
        }
      }
      for (const { supply, at } of fitted ? (vehicle.given ?? []) : [])
        if (
          matches(r, supply) &&
          suppliedFrom(r, supply, at) &&
          at.some((p) => onSide(r, p.side, side, middle))
        )
          found.push(constant(`given:${r.id}@${side}`, 'yes'));
      const lack = {
        ...constant(`lack:${r.id}:${r.does}:${r.colours.join('+')}@${side}`, 'no'),
        side: r.sides === 'both' ? side : null,
        mends: fitted ? supplies.map((s) => asMend(s.supply)) : [],
      };
      return any([...found, lack]);
    }),
  );
}

const asMend = (s: Supply) => ({
  mend: { parts: s.parts, minutes: s.minutes },
  when: null,
  counts: `supply:${s.does}:${s.colour ?? ''}:${s.parts.map((n) => n.part).join('+')}`,
});

/** Whether the swap touches what a requirement speaks of: only then may it be judged by it. */
function touches(r: Requirement, plan: SwapPlan): boolean {
  const middle = inMiddle(r, plan.family);
  return plan.places.some(
    ({ place, lamp }) =>
      (['left', 'right'] as const).some((side) => onSide(r, place.position.side, side, middle)) &&
      [...place.functions, ...lamp.functions].some((f) => matches(r, f) && seenFrom(r, place, f)),
  );
}

/**
 * Every requirement of every on-road profile that the swap touches, over the whole vehicle.
 * @param others further swaps of the same job: what they take away is gone as well
 */
export function boundRequirements(
  plan: SwapPlan,
  profiles: readonly Profile[],
  registry: FactRegistry,
  others: readonly SwapPlan[] = [],
): readonly BoundRequirement[] {
  const vehicle = wholeVehicle(plan, others);
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
          without: (lost: readonly LostFunction[]) => hasIt(requirement, vehicle, true, registry, lost),
        })),
    );
}

/** The vehicle with the lamps of this swap and of the job's others; only this swap's own supplies make up for a loss. */
function wholeVehicle(plan: SwapPlan, others: readonly SwapPlan[]): Fitted {
  const mine = new Set(plan.places.map((p) => positionKey(p.place.position)));
  return {
    family: plan.family,
    places: [
      ...plan.places,
      ...others.flatMap((o) => o.places.filter((p) => !mine.has(positionKey(p.place.position)))),
    ],
    supplies: suppliedBy(plan),
    given: others.flatMap(suppliedBy),
  };
}
