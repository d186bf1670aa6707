import { worksOn } from '../electrical';
import { type Reason, reason } from '../kernel/reason';
import type { Money, Part, Profile, RoadFlag } from '../shelf/types';
import { type FactRef, factRef, type FactRegistry, positionKey } from '../vehicle';
import { because, openFacts } from './because';
import { disputeCondition, disputeReasons } from './dispute';
import { bindRule, type Condition, fold, MEND, simplify } from './condition';
import { evaluate, type Known, prepare, type Verdict, verdictOf } from './evaluate';
import { type Certainty, certainty, type FunctionRow, functionRows } from './functionRows';
import { type NeededMend, neededMends } from './partsToAdd';
import {
  all,
  any,
  type BoundRequirement,
  boundRequirements,
  constant,
  impliedLeaf,
  inMarket,
  not,
  type SwapPlan,
} from './profile';
import { explain } from './explain';
import { type Change, whatWouldChange } from './whatWouldChange';

/** `off-road`: the vehicle keeps no road rule set, so there is nothing to meet. */
export const ROAD_MARKS = ['meets-profile', 'not-approved', 'off-road', 'unknown'] as const;
export type RoadMark = (typeof ROAD_MARKS)[number];

/** A part that goes with the lamp. `certain: false`: only if an open fact turns out badly. */
export interface PartLine {
  readonly part: string;
  readonly quantity: number;
  readonly certain: boolean;
}

/** All that is said of one application on one vehicle. */
export interface Judgement {
  readonly application: string;
  /** Lamp of each place, by position key. */
  readonly lamps: Readonly<Record<string, string>>;
  readonly verdict: Verdict;
  /** false: more unknown facts correlate than can be tried; the verdict may be too careful. */
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
}

/** The whole condition of a swap: the application's rule, what is disputed, the voltage range, no required function lost. */
export function fitCondition(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  { registry, known }: Pick<JudgeContext, 'registry' | 'known'>,
): Condition {
  const voltages = plan.places.map(({ lamp }) => {
    const suits = ([12, 24] as const)
      .filter((v) => worksOn(v, lamp.workingMinV, lamp.workingMaxV))
      .map(String);
    const facts = { minV: String(lamp.workingMinV), maxV: String(lamp.workingMaxV) };
    return impliedLeaf('lamp-voltage', 'system-voltage', suits, {
      kind: 'lamp',
      code: 'lamp-voltage',
      facts,
    });
  });
  const keys = plan.places.map((p) => positionKey(p.place.position));
  return simplify(
    all([
      bindRule(plan.application.rule, keys, registry),
      ...(plan.application.disputes ?? []).flatMap((d) =>
        keys.map((at) => disputeCondition(d, at, known, registry)),
      ),
      ...voltages,
      ...requirements.map(notLost),
    ]),
  );
}

/** A requirement is not broken by the swap: it does not apply, the vehicle never met it, or still does. */
const notLost = (r: BoundRequirement): Condition => any([r.outside, not(r.before), r.after]);

function roadConditions(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  profiles: readonly Profile[],
) {
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
  const onRoad = profiles.filter((p) => p.onRoad);
  const flags = new Set<RoadFlag>(plan.places.flatMap((p) => p.lamp.flags));
  const lampIds = [...new Set(plan.places.map((p) => p.lamp.id))];
  for (const profile of onRoad) {
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

function judgeRoad(
  plan: SwapPlan,
  requirements: readonly BoundRequirement[],
  c: JudgeContext,
): Judgement['road'] {
  const market = c.known.get(factRef('market', 'vehicle'));
  if (c.profiles.some((p) => p.id === market && !p.onRoad)) return { mark: 'off-road', reasons: [] };
  const judged = roadConditions(plan, requirements, c.profiles).map((r) => ({
    ...r,
    is: certainty(r.condition, c.known, c.registry),
  }));
  const worst: Certainty = judged.some((j) => j.is === 'no')
    ? 'no'
    : judged.some((j) => j.is === 'unknown')
      ? 'unknown'
      : 'yes';
  const mark: RoadMark = worst === 'no' ? 'not-approved' : worst === 'unknown' ? 'unknown' : 'meets-profile';
  const reasons = judged.filter((j) => j.is === worst && worst !== 'yes').map((j) => j.why(j.is));
  return { mark, reasons };
}

/**
 * Judges one application for one swap on one vehicle: verdict with its reasons, parts, functions, road mark.
 * Pure; the same call serves the screen, the stored choice and the later check of that choice.
 */
export function judge(plan: SwapPlan, context: JudgeContext): Judgement {
  const { known, registry } = context;
  const requirements = boundRequirements(plan, context.profiles, registry);
  const prepared = prepare(fitCondition(plan, requirements, context), registry);
  const evaluation = evaluate(prepared, known);
  const verdict = verdictOf(evaluation);
  const settled = verdict !== 'check-first';
  const mayRise = verdict === 'fits-with-parts' && evaluation.hi > evaluation.lo;
  const facts = because(prepared, known);
  const mends = verdict === 'does-not-fit' ? [] : neededMends(prepared, known);
  const open = settled ? partsFacts(mends, requirements, context) : openFacts(prepared, known);
  const places = new Set(plan.places.map((p) => p.place.position.side)).size;
  const parts = addUp(
    mends.flatMap((m) =>
      m.mend.parts.map((n) => ({
        part: n.part,
        quantity: n.quantity * (n.per === 'side' && !m.leafId.includes('@') ? places : 1),
        certain: m.certain,
      })),
    ),
  );
  const extra = mends.reduce(
    (sum, m) => ({ low: sum.low + (m.certain ? m.mend.minutes : 0), high: sum.high + m.mend.minutes }),
    { low: 0, high: 0 },
  );
  return {
    application: plan.application.id,
    lamps: Object.fromEntries(plan.places.map((p) => [positionKey(p.place.position), p.lamp.id])),
    verdict,
    exact: evaluation.exact,
    mayRise,
    because: facts,
    openFacts: open,
    reasons: [
      ...explain(prepared, known, verdict, facts, open, outcomes(requirements, context)),
      ...(verdict === 'does-not-fit'
        ? []
        : disputeReasons(
            plan.application.disputes ?? [],
            plan.places.map((p) => positionKey(p.place.position)),
            known,
            registry,
          )),
    ],
    wouldChange: settled ? whatWouldChange(prepared, known, facts) : [],
    parts,
    minutes: {
      low: plan.application.minutesLow + extra.low,
      high: plan.application.minutesHigh + extra.high,
    },
    price: priceOf(plan, parts, context.parts),
    functions: functionRows(plan, requirements, known, registry, parts),
    road: judgeRoad(plan, requirements, context),
  };
}

/** Unknown facts on which it hangs whether a part is needed. */
function partsFacts(
  mends: readonly NeededMend[],
  requirements: readonly BoundRequirement[],
  { known, registry }: JudgeContext,
): readonly FactRef[] {
  const direct = mends.flatMap((m) => (m.certain || m.ref === null || known.has(m.ref) ? [] : [m.ref]));
  const required = requirements.flatMap((r) => {
    const prepared = prepare(fold(notLost(r)), registry);
    const { lo, hi } = evaluate(prepared, known);
    return lo === MEND && hi > lo ? openFacts(prepared, known) : [];
  });
  return [...new Set([...direct, ...required])].sort();
}

function outcomes(requirements: readonly BoundRequirement[], { known, registry }: JudgeContext) {
  return requirements.map((r) => ({
    does: r.requirement.does,
    requirement: r.requirement.id,
    profile: r.profile.id,
    interval: evaluate(prepare(fold(notLost(r)), registry), known),
  }));
}

function addUp(lines: readonly PartLine[]): readonly PartLine[] {
  const sums = new Map<string, PartLine>();
  for (const line of lines) {
    const key = `${line.part}|${line.certain}`;
    const before = sums.get(key);
    sums.set(key, before ? { ...before, quantity: before.quantity + line.quantity } : line);
  }
  return [...sums.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, line]) => line);
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
