import { SYSTEMS_V, worksOn } from '../electric/formulas';
import { compareText, type Prose, type Reason, reason } from '../kernel/reason';
import type { PartNeed } from '../rule';
import { because, openFacts } from '../rule/because';
import { bindRule, type Condition, fold, simplify } from '../rule/condition';
import { evaluate, type Known, prepare } from '../rule/evaluate';
import { needsOf, type PartNeeded } from '../rule/needs';
import { type Verdict, verdictOf } from '../rule/rank';
import type { Money, Part, Profile } from '../catalogue/types';
import { type FactRef, type FactRegistry, positionKey } from '../vehicle';
import { claimsOf, disputeReasons } from './dispute';
import { certainty, type FunctionRow, functionRows } from './functionRows';
import { explain } from './explain';
import { costing, lostBy, mendOf } from './losses';
import { withDerived } from './derived';
import { onLine } from './onLine';
import {
  all,
  any,
  type BoundRequirement,
  boundRequirements,
  impliedLeaf,
  not,
  type SwapPlan,
} from './profile';
import { judgeRoad, type RoadMark } from './road';
import { type Change, whatWouldChange } from './whatWouldChange';

/** A part that goes with the lamp. `certain: false`: only if one of the `open` facts turns out badly. */
export type PartLine = PartNeeded;

/** Work that makes the lamp fit, without a part. */
export interface WorkLine {
  readonly words: Prose | null;
  readonly minutes: number;
  readonly certain: boolean;
}

/** All that is said of one application on one vehicle. */
export interface Judgement {
  readonly application: string;
  /** Lamp of each place, by position key. */
  readonly lamps: Readonly<Record<string, string>>;
  readonly verdict: Verdict;
  /** false: more combinations than the limit of exactness would have to be tried; it may be too careful. */
  readonly exact: boolean;
  /** A `fits-with-parts` that some open fact could still raise to a plain fit. */
  readonly mayRise: boolean;
  /** The facts the verdict stands on; for `check-first` those known facts that already tell something. */
  readonly because: readonly FactRef[];
  /** What is still worth a look: for `check-first` to settle it, else to settle which parts are needed. */
  readonly openFacts: readonly FactRef[];
  readonly reasons: readonly Reason[];
  readonly wouldChange: readonly Change[];
  readonly parts: readonly PartLine[];
  readonly work: readonly WorkLine[];
  readonly minutes: { readonly low: number; readonly high: number };
  /** Lamps and certain parts, in the currency of the first lamp; null where currencies are mixed. */
  readonly price: Money | null;
  readonly functions: readonly FunctionRow[];
  readonly road: { readonly mark: RoadMark; readonly reasons: readonly Reason[] };
}

/** What a judgement is made with, besides the rows themselves. */
export interface JudgeContext {
  readonly known: Known;
  readonly registry: FactRegistry;
  readonly profiles: readonly Profile[];
  readonly parts: ReadonlyMap<string, Part>;
  /** The job's other swaps, as far as they are chosen. */
  readonly others?: readonly SwapPlan[];
}

/** The whole condition of a swap: the application's rule, what is disputed, the voltage range, no required function lost. */
export function fitCondition(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  { registry }: Pick<JudgeContext, 'registry'>,
): Condition {
  const voltages = plan.places.map(({ lamp }) => {
    const suits = SYSTEMS_V.filter((v) => worksOn(v, lamp.workingMinV, lamp.workingMaxV)).map(String);
    const facts = { minV: String(lamp.workingMinV), maxV: String(lamp.workingMaxV) };
    return impliedLeaf('lamp-voltage', 'system-voltage', suits, {
      kind: 'lamp',
      code: 'lamp-voltage',
      facts,
    });
  });
  // A passing beam for the other side of the road dazzles there: no aim mends it.
  const hands = plan.places.flatMap(({ lamp }) =>
    lamp.traffic
      ? [
          impliedLeaf('lamp-traffic', 'traffic-side', [lamp.traffic], {
            kind: 'lamp',
            code: 'lamp-traffic',
            facts: { side: lamp.traffic },
          }),
        ]
      : [],
  );
  const keys = plan.places.map((p) => positionKey(p.place.position));
  const ofRow = [
    bindRule(plan.application.rule, keys, registry),
    ...(plan.application.disputes ?? []).flatMap((d) => keys.map((at) => claimsOf(d, at, registry))),
  ];
  return simplify(
    all([
      ...ofRow.map((c) => costing(onLine(c, plan.family.id), plan, requirements)),
      ...voltages,
      ...hands,
      ...requirements.map(notLost),
    ]),
  );
}

/** A requirement is not broken by the swap: it does not apply, the vehicle never met it, or still does. */
const notLost = (r: BoundRequirement): Condition => any([r.outside, not(r.before), r.after]);

/** The facts as a condition reads them, and all that was bound for one swap. */
export interface BoundSwap {
  readonly requirements: readonly BoundRequirement[];
  readonly condition: Condition;
}

/** Binds a swap: its requirements over the whole vehicle, its condition. */
export function bindSwap(plan: SwapPlan, context: JudgeContext): BoundSwap {
  const registry = withDerived(context.registry, plan.family);
  const requirements = boundRequirements(plan, context.profiles, registry, context.others ?? []);
  return { requirements, condition: fitCondition(plan, requirements, { registry }) };
}

/**
 * Judges one application for one swap on one vehicle: verdict with its reasons, parts, functions, road mark.
 * Pure; the same call serves the screen, the stored choice and the later check of that choice.
 */
export function judge(plan: SwapPlan, given: JudgeContext): Judgement {
  const registry = withDerived(given.registry, plan.family);
  const context = { ...given, registry };
  const { known } = context;
  const { requirements, condition } = bindSwap(plan, context);
  const prepared = prepare(condition, registry);
  const evaluation = evaluate(prepared, known);
  const verdict = verdictOf(evaluation);
  const settled = verdict !== 'check-first';
  const facts = because(prepared, known);
  const sides = [...new Set(plan.places.map((p) => p.place.position.side))].sort(compareText);
  const needs = verdict === 'does-not-fit' ? null : needsOf(prepared, known, sides);
  const parts = addUp([...alwaysOf(plan, sides), ...(needs?.parts ?? [])]);
  const open = settled
    ? [...new Set(needs?.parts.flatMap((p) => p.open) ?? [])].sort(compareText)
    : openFacts(prepared, known);
  const functions = functionRows(
    plan,
    requirements,
    known,
    registry,
    parts,
    lostBy(prepared.condition, needs?.certain ?? [], plan),
  );
  const outcomes = requirements.map((r) => ({
    does: r.requirement.does,
    requirement: r.requirement.id,
    profile: r.profile.id,
    interval: evaluate(prepare(fold(notLost(r)), registry), known),
  }));
  return {
    application: plan.application.id,
    lamps: lampsOf(plan),
    verdict,
    exact: evaluation.exact && (needs?.exact ?? true),
    mayRise: verdict === 'fits-with-parts' && evaluation.hi > evaluation.lo,
    because: facts,
    openFacts: open,
    reasons: [
      ...explain(
        prepared,
        known,
        { verdict, facts, open, mended: needs?.certain ?? [], perhaps: needs?.perhaps ?? [] },
        outcomes,
        plan.application.id,
      ),
      ...functions.filter((f) => f.lostUnasked).map(({ does }) => reason('lost-unasked', { does })),
      ...disputeReasons(plan.application.disputes ?? [], Object.keys(lampsOf(plan)), known, registry),
    ],
    wouldChange: settled ? whatWouldChange(prepared, known, facts) : [],
    parts,
    work: needs?.work.map((w) => workLine(prepared.condition, w)) ?? [],
    minutes: {
      low: plan.application.minutesLow + (needs?.minutes.low ?? 0),
      high: plan.application.minutesHigh + (needs?.minutes.high ?? 0),
    },
    price: priceOf(plan, parts, context.parts),
    functions,
    road: judgeRoad(plan, requirements, context, (c) => certainty(c, known, registry)),
  };
}

const lampsOf = (plan: SwapPlan): Readonly<Record<string, string>> =>
  Object.fromEntries(plan.places.map((p) => [positionKey(p.place.position), p.lamp.id]));

/** Parts that always go with it: once a side or once for the set. */
function alwaysOf(plan: SwapPlan, sides: readonly string[]): readonly PartLine[] {
  const count = (n: PartNeed) => n.quantity * (n.per === 'side' ? sides.length : 1);
  return (plan.application.always ?? []).map((n) => ({
    part: n.part,
    quantity: count(n),
    certain: true,
    open: [],
  }));
}

function workLine(condition: Condition, w: { leaf: string; at: number; certain: boolean }): WorkLine {
  const mend = mendOf(condition, w);
  return { words: mend?.work ?? null, minutes: mend?.minutes ?? 0, certain: w.certain };
}

function addUp(lines: readonly PartLine[]): readonly PartLine[] {
  const sums = new Map<string, PartLine>();
  for (const line of lines) {
    const key = `${line.part}|${line.certain}`;
    const before = sums.get(key);
    sums.set(key, before ? { ...before, quantity: before.quantity + line.quantity } : line);
  }
  return [...sums.entries()].sort(([a], [b]) => compareText(a, b)).map(([, line]) => line);
}

function priceOf(plan: SwapPlan, parts: readonly PartLine[], shelf: ReadonlyMap<string, Part>): Money | null {
  const prices = [
    ...plan.places.map((p) => p.lamp.price),
    ...parts
      .filter((p) => p.certain)
      .flatMap((p) => {
        const price = shelf.get(p.part)?.price;
        return price ? [{ ...price, minor: price.minor * p.quantity }] : [];
      }),
  ];
  const currency = prices[0]?.currency;
  if (!currency || prices.some((p) => p.currency !== currency)) return null;
  return { currency, minor: prices.reduce((sum, p) => sum + p.minor, 0) };
}
