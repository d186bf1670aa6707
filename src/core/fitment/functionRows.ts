import { compareText } from '../kernel/reason';
import {
  DUTIES,
  type FactRegistry,
  LAMP_FUNCTIONS,
  type LightColour,
  positionKey,
  type Provided,
  type Side,
} from '../vehicle';
import { bindAt, type Condition, fold } from '../rule/condition';
import { evaluate, type Known, prepare } from '../rule/evaluate';
import { NO } from '../rule/rank';
import { any, type BoundRequirement, inMarket, type SwapPlan } from './profile';

/** Whether something holds: surely, surely not, or not known. */
export type Certainty = 'yes' | 'no' | 'unknown';
/** What the swap does to a function of the place. */
export type FunctionChange = 'kept' | 'gained' | 'lost' | 'colour-changed' | 'unknown';

/** One lamp function or duty across the swap. Colours and sides are those of the swapped places only. */
export interface FunctionRow {
  readonly does: Provided['does'];
  readonly change: FunctionChange;
  readonly oldColours: readonly LightColour[];
  readonly newColours: readonly LightColour[];
  readonly oldSides: readonly Side[];
  readonly newSides: readonly Side[];
  /** Whether a profile that the vehicle must keep asks for it. */
  readonly required: Certainty;
  /** The vehicle still does it elsewhere, or a part of the application makes up for it. */
  readonly stillMet: Certainty;
  /** A part that surely goes with the lamp does it instead, asked for or not. */
  readonly madeUp: boolean;
  /** It is lost, nothing makes up for it, and no rule of the vehicle's market that the shelf has clears that. */
  readonly lostUnasked: boolean;
}

const ORDER: readonly string[] = [...LAMP_FUNCTIONS, ...DUTIES];

/** What a condition comes to, mends counted as good. */
export function certainty(c: Condition, known: Known, registry: FactRegistry): Certainty {
  const { lo, hi } = evaluate(prepare(fold(c), registry), known);
  return lo > NO ? 'yes' : hi === NO ? 'no' : 'unknown';
}

/**
 * Old against new, function by function, in the order of the terms list.
 * @param parts what goes with the lamp
 * @param lost what mends cost, `does@position`
 */
export function functionRows(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  known: Known,
  registry: FactRegistry,
  parts: readonly { readonly part: string; readonly certain: boolean }[],
  lost: ReadonlySet<string> = new Set(),
): readonly FunctionRow[] {
  const old = plan.places.flatMap(({ place }) =>
    place.functions.map((f) => ({
      f,
      side: place.position.side,
      is: f.when
        ? certainty(bindAt(f.when, positionKey(place.position), registry), known, registry)
        : ('yes' as const),
    })),
  );
  const fitted = plan.places.flatMap(({ place, lamp }) =>
    lamp.functions
      .filter((f) => !lost.has(`${f.does}@${positionKey(place.position)}`))
      .map((f) => ({ f, side: place.position.side })),
  );
  const all = [...new Set([...old.map((o) => o.f.does), ...fitted.map((n) => n.f.does)])];
  all.sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b));
  return all.flatMap((does) => {
    const was = old.filter((o) => o.f.does === does && o.is !== 'no');
    const now = fitted.filter((n) => n.f.does === does);
    if (was.length === 0 && now.length === 0) return [];
    const oldColours = distinct(was.flatMap((o) => o.f.colour ?? []));
    const newColours = distinct(now.flatMap((n) => n.f.colour ?? []));
    const mine = requirements.filter((r) => r.requirement.does === does);
    const madeUp = plan.application.supplies.some(
      (s) => s.does === does && s.parts.every((n) => parts.some((p) => p.part === n.part && p.certain)),
    );
    const becomes = change(
      was.map((o) => o.is),
      now.length > 0,
      oldColours,
      newColours,
    );
    // A rule speaks of it, and is kept without it or does not ask: silence clears nothing.
    const cleared = mine.some(
      (r) =>
        certainty(inMarket(r.profile), known, registry) === 'yes' &&
        certainty(any([r.outside, r.after]), known, registry) === 'yes',
    );
    const broken = mine.some((r) => certainty(any([r.outside, r.after]), known, registry) === 'no');
    return [
      {
        does,
        change: becomes,
        oldColours,
        newColours,
        oldSides: distinct(was.map((o) => o.side)),
        newSides: distinct(now.map((n) => n.side)),
        required: anyOf(mine.map((r) => invert(certainty(r.outside, known, registry)))),
        madeUp,
        lostUnasked: becomes === 'lost' && !madeUp && !cleared && !broken,
        stillMet: allOf(mine.map((r) => certainty(any([r.outside, r.after]), known, registry))),
      },
    ];
  });
}

function change(
  was: readonly Certainty[],
  now: boolean,
  before: readonly string[],
  after: readonly string[],
): FunctionChange {
  if (was.length === 0) return 'gained';
  const sure = was.includes('yes');
  if (!now) return sure ? 'lost' : 'unknown';
  if (!sure) return 'unknown';
  return before.join() === after.join() ? 'kept' : 'colour-changed';
}

const distinct = <T extends string>(list: readonly T[]): readonly T[] => [...new Set(list)].sort(compareText);
const invert = (c: Certainty): Certainty => (c === 'yes' ? 'no' : c === 'no' ? 'yes' : 'unknown');
const anyOf = (list: readonly Certainty[]): Certainty =>
  list.includes('yes') ? 'yes' : list.includes('unknown') ? 'unknown' : 'no';
const allOf = (list: readonly Certainty[]): Certainty =>
  list.includes('no') ? 'no' : list.includes('unknown') ? 'unknown' : 'yes';
