import { compareText } from '../kernel/reason';
import {
  type Application,
  type Family,
  type Lamp,
  LAMP_TRAITS,
  type LampTrait,
  type Shelf,
} from '../catalogue/types';
import {
  comparePositions,
  LAMP_FUNCTIONS,
  type LampFunction,
  type Position,
  type PositionKey,
  positionKey,
} from '../vehicle';
import { traitsOf } from '../light/program/traits';
import type { Verdict } from '../rule';
import { judge, type JudgeContext, type Judgement } from './judge';
import type { SwapPlan } from './profile';

/** What the customer wants of the new lamps: a function or a trait. */
export type Wish = LampFunction | LampTrait;
/** Every wish that can be said, in the order in which it is asked. */
export const WISHES: readonly Wish[] = [
  'drl',
  'brighter-low',
  'switchback',
  'sequential-turn',
  'drl-dims',
  'front-fog',
  'reverse',
  'work',
];

/** One line of a shortlist. */
export interface Candidate {
  readonly judgement: Judgement;
  readonly wishesMet: readonly Wish[];
  readonly wishesMissed: readonly Wish[];
}

/** Shelf rows by id, built once per request. */
export interface ShelfIndex {
  readonly lamps: ReadonlyMap<string, Lamp>;
  readonly families: ReadonlyMap<string, Family>;
  readonly applications: ReadonlyMap<string, Application>;
}

/** Rows by their ids, for many questions. */
export function indexShelf(shelf: Pick<Shelf, 'lamps' | 'families' | 'applications'>): ShelfIndex {
  const byId = <T extends { id: string }>(rows: readonly T[]) => new Map(rows.map((r) => [r.id, r]));
  return { lamps: byId(shelf.lamps), families: byId(shelf.families), applications: byId(shelf.applications) };
}

/**
 * The swap that an application would make at these positions; null where it does not serve every one of them
 * (other family, other role or end, no lamp for a side).
 */
export function planSwap(
  application: Application,
  family: Family,
  positions: readonly PositionKey[],
  lamps: ReadonlyMap<string, Lamp>,
): SwapPlan | null {
  if (!application.families.includes(family.id) || positions.length === 0) return null;
  const places: SwapPlan['places'][number][] = [];
  for (const place of [...family.places].sort((a, b) => comparePositions(a.position, b.position))) {
    if (!positions.includes(positionKey(place.position))) continue;
    if (place.position.role !== application.role || place.position.end !== application.end) return null;
    const lamp = lamps.get(lampAt(application, place.position) ?? '');
    if (!lamp) return null;
    places.push({ place, lamp });
  }
  return places.length === positions.length ? { family, application, places } : null;
}

/** The lamp of a row for a place: of its layer or number where the row tells them apart, else of its side. */
export function lampAt({ lamps }: Pick<Application, 'lamps'>, p: Position): string | undefined {
  const { side, layer, ordinal } = p;
  const names = [
    ...(layer && ordinal ? [`${side}.${ordinal}.${layer}`] : []),
    ...(layer ? [`${side}.${layer}`] : []),
    ...(ordinal ? [`${side}.${ordinal}`] : []),
    side,
  ];
  return names.map((n) => lamps[n]).find((id) => id !== undefined);
}

const VERDICT_ORDER: readonly Verdict[] = ['fits', 'fits-with-parts', 'check-first', 'does-not-fit'];

/**
 * Every application of the shelf that serves the swap's positions, judged and ranked: whether it can go in and onto the
 * road at all, wishes met, verdict, parts and minutes, id. The order of the shelf does not matter.
 */
export function shortlist(
  applications: readonly Application[],
  family: Family,
  positions: readonly PositionKey[],
  lamps: ReadonlyMap<string, Lamp>,
  wishes: readonly Wish[],
  context: JudgeContext,
): readonly Candidate[] {
  const found = applications.flatMap((application) => {
    const plan = planSwap(application, family, positions, lamps);
    return plan ? [candidate(plan, wishes, context)] : [];
  });
  return found.sort(
    (a, b) =>
      tierOf(a.judgement) - tierOf(b.judgement) ||
      b.wishesMet.length - a.wishesMet.length ||
      VERDICT_ORDER.indexOf(a.judgement.verdict) - VERDICT_ORDER.indexOf(b.judgement.verdict) ||
      partCount(a) - partCount(b) ||
      a.judgement.minutes.high - b.judgement.minutes.high ||
      compareText(a.judgement.application, b.judgement.application),
  );
}

/**
 * Before wishes: what may go in, then what may not be driven with on the road, then what does not fit. Within a tier
 * what the customer wants comes first: a lamp without it is none of theirs, however well it fits.
 */
function tierOf(j: Judgement): number {
  if (j.verdict === 'does-not-fit') return 2;
  return isOffRoadOnly(j) ? 1 : 0;
}

/** It goes in, and may not be driven with on the road: never to be called a plain fit. */
export function isOffRoadOnly(j: Pick<Judgement, 'verdict' | 'road'>): boolean {
  return (j.verdict === 'fits' || j.verdict === 'fits-with-parts') && j.road.mark === 'not-approved';
}

function partCount(c: Candidate): number {
  return c.judgement.parts.reduce((sum, p) => sum + p.quantity, 0);
}

function candidate(plan: SwapPlan, wishes: readonly Wish[], context: JudgeContext): Candidate {
  const met = wishesMetBy(plan, wishes);
  return {
    judgement: judge(plan, context),
    wishesMet: met,
    wishesMissed: [...wishes].sort(compareText).filter((w) => !met.includes(w)),
  };
}

/** The wishes that every lamp of a swap meets, in text order. */
export function wishesMetBy(plan: SwapPlan, wishes: readonly Wish[]): readonly Wish[] {
  return [...wishes]
    .sort(compareText)
    .filter((wish) =>
      plan.places.every(({ lamp }) =>
        isTrait(wish)
          ? traitsOf(lamp).includes(wish)
          : isFunction(wish) && lamp.functions.some((f) => f.does === wish),
      ),
    );
}

const isTrait = (w: Wish): w is LampTrait => (LAMP_TRAITS as readonly string[]).includes(w);
const isFunction = (w: Wish): w is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(w);
