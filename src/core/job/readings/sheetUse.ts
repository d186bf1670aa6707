import { sheetStep, wayStep } from '../../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { sameList } from '../../kernel/part';
import { isAddedStep, withAddedSteps } from '../byHand/handSteps';
import { type Certainty, certainty } from '../../fitment/functionRows';
import { bindAt } from '../../rule/condition';
import type { Known } from '../../fitment';
import {
  type Margin,
  margin,
  type PlanWish,
  type SheetUse,
  type Step,
  type StepSheet,
  stripPlan,
  type StripPlan,
  wayOf,
  type WorkTime,
} from '../../work';
import type { Family } from '../../catalogue/types';
import { type FactRegistry, type PositionKey, positionKey } from '../../vehicle';
import type { RowRef } from '../events';
import type { JobRecord, SwapRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { Unfit } from '../log/standing';
import type { SheetTime } from './orders';

/** The ways that the shelf has of getting at a swap's lamps, and the one that is gone. */
export interface SheetUseView {
  readonly swap: string;
  readonly positions: readonly PositionKey[];
  /** `none`: the shelf has no sheet. `unknown`: what is not known yet decides whether one is for this vehicle. */
  readonly state: 'chosen' | 'taken' | 'none' | 'unknown';
  readonly sheet: StepSheet | null;
  /** The quickest first. */
  readonly candidates: readonly SheetCandidate[];
  /** What it takes besides the lamps of before; null: there is no way, or no order of it. */
  readonly time: WorkTime | null;
  /** What its way shares with lamps that were in the job before it; null: nothing. */
  readonly shared: SharedWork | null;
  /** Choices of another way that came while steps of this one were done. */
  readonly unfit: readonly Unfit[];
}

/** A way of getting at the lamps. */
export interface SheetCandidate {
  readonly sheet: StepSheet;
  readonly suits: Certainty;
  /** Out and back with changes of tool, place and state, besides the lamps of before; null: it has no order. */
  readonly time: WorkTime | null;
  /** Changes of tool, place and state in it. */
  readonly changeoverMin: number;
}

/** Steps of a sheet that are done once for several swaps: whoever came first has paid for them. */
export interface SharedWork {
  /** What the lamps would take by themselves less what they take now, half of such jobs. */
  readonly minutes: number;
  /** The shared steps by the sheet, out and back. */
  readonly stepsMin: number;
  readonly steps: readonly Step[];
  /** Put back before these lamps came into the job: they have to come off once more. */
  readonly again: readonly Step[];
}

/** The line, its facts and its step sheets. */
export interface StripSources {
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly known: Known;
  readonly sheet: (ref: RowRef) => StepSheet | undefined;
}

/** The steps of some sheets: sheets by their identity, where they are used and what is wished by their text. */
export const planOf = weakMapMemoize(
  (usedText: string, wishText: string, family: Family, ...sheets: readonly StepSheet[]): StripPlan => {
    const used = JSON.parse(usedText) as readonly SheetUse['positions'][];
    return stripPlan(
      sheets.map((sheet, i) => ({ sheet, positions: used[i] ?? [] })),
      family.states,
      JSON.parse(wishText) as PlanWish,
    );
  },
);

/** A sheet and the lamps it is used at. */
export interface UsedSheet {
  readonly sheet: StepSheet;
  readonly positions: readonly PositionKey[];
}

/** The plan of some sheets on a line. */
export function planAt(family: Family, used: readonly UsedSheet[], wish: PlanWish = {}): StripPlan {
  const sides = new Map(family.places.map((p) => [positionKey(p.position), p.position.side]));
  const at = used.map((u) =>
    u.positions.flatMap((key) => (sides.has(key) ? [{ key, side: sides.get(key) ?? 'centre' }] : [])),
  );
  return planOf(JSON.stringify(at), JSON.stringify(wish), family, ...used.map((u) => u.sheet));
}

/**
 * By the sheet as it was pinned, not by the shop's times: what was agreed must not change because somebody was quick.
 */
const marginOf = weakMapMemoize(
  (hand: StripPlan | null, union: StripPlan, alone: StripPlan, again: string): Margin | null =>
    union.kind === 'plan' && hand?.kind !== 'fault' && alone.kind === 'plan'
      ? margin(hand, union, {}, again === '' ? null : { steps: new Set(again.split('\n')), alone })
      : null,
);

/** Minutes of a step out and back. */
function bothWays(step: Step): number {
  const way = wayOf(step);
  return (way === 'back' ? 0 : step.minutes) + (way === 'out' ? 0 : (step.back?.minutes ?? step.minutes));
}

/** The work of a swap as its quote goes by it: the same object for the same figures. */
export const sheetTime = weakMapMemoize(
  (time: WorkTime, sharedMin: number, sharedStepsMin: number): SheetTime => ({
    p50: time.p50,
    p90: time.p90,
    sharedMin,
    sharedStepsMin,
  }),
);

/** The way to each swap's lamps, in the order in which they came into the job: the later pay for what they add. */
export function sheetUses(record: JobRecord, s: StripSources): readonly SheetUseView[] {
  const before: UsedSheet[] = [];
  return record.swaps
    .filter((w) => w.choice)
    .map((swap) => {
      const use = sheetUse(swap, record, s, before);
      if (use.sheet) before.push({ sheet: use.sheet, positions: swap.positions });
      return use;
    });
}

function sheetUse(
  swap: SwapRecord,
  record: JobRecord,
  s: StripSources,
  before: readonly UsedSheet[],
): SheetUseView {
  const ofShelf = (swap.choice?.event.body.sheets ?? []).flatMap((ref) => s.sheet(ref) ?? []);
  const shared = (sheet: StepSheet) => sharedSteps(sheet, swap, record, before);
  const hand = before.length > 0 ? planAt(s.family, before) : null;
  const costOf = (sheet: StepSheet) => {
    const mine = { sheet, positions: swap.positions };
    const again = shared(sheet).again.map((x) => x.id);
    const [union, alone] = [planAt(s.family, [...before, mine]), planAt(s.family, [mine])];
    return marginOf(hand, union, alone, again.join('\n'));
  };
  const aloneOf = (sheet: StepSheet) => {
    const alone = planAt(s.family, [{ sheet, positions: swap.positions }]);
    return marginOf(null, alone, alone, '');
  };
  const candidates = withSteps(swap, record, s.family, ofShelf)
    .map((sheet): SheetCandidate => {
      const cost = costOf(sheet);
      return {
        sheet,
        suits: suits(sheet, swap, s),
        time: cost,
        changeoverMin: cost?.changeoverMin ?? 0,
      };
    })
    .filter((c) => c.suits !== 'no')
    .sort(
      (a, b) => (a.time?.p50 ?? Infinity) - (b.time?.p50 ?? Infinity) || (a.sheet.id < b.sheet.id ? -1 : 1),
    );
  // Nobody has chosen: the way that was begun, else the quickest that is surely for this vehicle; it can be exchanged.
  const ticked = new Set([...record.ticks.values()].map((t) => sheetStep(t.event.body.step)));
  const ofBefore = new Set(before.flatMap((u) => u.sheet.steps.map((x) => x.id)));
  const begun = (sheet: StepSheet) =>
    sheet.steps.some((x) => ticked.has(x.id) && !ofBefore.has(x.id) && !isAddedStep(x.id));
  const certain = candidates.filter((c) => c.suits === 'yes');
  const sure = certain.find((c) => begun(c.sheet)) ?? certain[0];
  const { chosen, unfit } = chosenSheet(swap.id, record, candidates, sure?.sheet ?? null);
  const sheet = chosen ?? sure?.sheet ?? null;
  const time = candidates.find((c) => c.sheet === sheet)?.time ?? null;
  const both = sheet && shared(sheet);
  return {
    swap: swap.id,
    positions: swap.positions,
    candidates,
    unfit,
    sheet,
    time,
    shared:
      both && both.steps.length + both.again.length > 0
        ? {
            ...both,
            minutes: Math.max(0, (aloneOf(sheet)?.p50 ?? 0) - (time?.p50 ?? 0)),
            stepsMin: both.steps.reduce((n, x) => n + bothWays(x), 0),
          }
        : null,
    state: chosen ? 'chosen' : sure ? 'taken' : candidates.length > 0 ? 'unknown' : 'none',
  };
}

/** Sheets with the steps that were written down at the vehicle, or those alone where the shelf has none. */
function withSteps(
  swap: SwapRecord,
  record: Pick<JobRecord, 'addedSteps'>,
  family: Family,
  ofShelf: readonly StepSheet[],
): readonly StepSheet[] {
  const added = sameList(record.addedSteps.filter((e) => e.body.swap === swap.id));
  const place = family.places.find((p) => positionKey(p.position) === swap.positions[0])?.position;
  if (!place || added.length === 0) return ofShelf;
  return (ofShelf.length > 0 ? ofShelf : [null]).flatMap(
    (sheet) => withAddedSteps(swap.id, place.role, place.end, family.id, sheet, ...added) ?? [],
  );
}

/** What of a sheet lamps of before do already, and what of it was put back before these lamps came. */
function sharedSteps(
  sheet: StepSheet,
  swap: SwapRecord,
  record: JobRecord,
  before: readonly UsedSheet[],
): Omit<SharedWork, 'minutes' | 'stepsMin'> {
  const once = new Set(
    before.flatMap((u) => u.sheet.steps.flatMap((x) => (x.scope === 'once' ? [x.id] : []))),
  );
  const shared = sheet.steps.filter((x) => x.scope === 'once' && once.has(x.id));
  const since = swap.chosenSince;
  const isBack = (x: Step) => {
    const out = record.ticks.get(wayStep('out', x.id))?.event;
    const back = record.ticks.get(wayStep('back', x.id))?.event;
    const done = [out, back].every((e) => e !== undefined && e.body.outcome !== 'not-needed');
    return done && back !== undefined && since !== null && compareEvents(back, since) < 0;
  };
  const again = shared.filter(isBack);
  return { steps: shared.filter((x) => !again.includes(x)), again };
}

/**
 * The way that is gone. Choices are walked in history order: one that leaves a way of which steps had been done by
 * then, and still are, does not stand, since what is apart must find its way back. Among choices that did not see
 * one another the frontier decides, as with every value.
 */
function chosenSheet(
  swap: string,
  record: JobRecord,
  candidates: SheetUseView['candidates'],
  taken: StepSheet | null,
): { readonly chosen: StepSheet | null; readonly unfit: readonly Unfit[] } {
  const sheetOf = (id: string | undefined) => candidates.find((c) => c.sheet.id === id)?.sheet ?? null;
  const ticks = [...record.ticks.values()].map((t) => t.event);
  const begunBefore = (sheet: StepSheet, at: { at: string; id: string }) => {
    const steps = new Set(sheet.steps.map((s) => s.id).filter((id) => !isAddedStep(id)));
    return ticks.some((t) => steps.has(sheetStep(t.body.step)) && compareEvents(t, at) < 0);
  };
  const unfit: Unfit[] = [];
  let now = taken;
  let chosen: StepSheet | null = null;
  const latest = record.sheets.get(swap)?.event.id;
  for (const e of record.sheetChoices.get(swap) ?? []) {
    const wanted = sheetOf(e.body.sheet);
    if (!wanted) continue;
    if (now && now.id !== wanted.id && begunBefore(now, e)) {
      unfit.push({ event: e as Unfit['event'], code: 'sheet-in-use' });
      continue;
    }
    if (e.id !== latest && record.sheets.get(swap)?.rivals.some((r) => r.id === e.id)) continue;
    now = wanted;
    chosen = wanted;
  }
  return { chosen, unfit };
}

function suits(sheet: StepSheet, swap: SwapRecord, s: StripSources): Certainty {
  if (!sheet.when) return 'yes';
  const rule = sheet.when;
  const each = swap.positions.map((p) => certainty(bindAt(rule, p, s.registry), s.known, s.registry));
  return each.includes('no') ? 'no' : each.includes('unknown') ? 'unknown' : 'yes';
}
