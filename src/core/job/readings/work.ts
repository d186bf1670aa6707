import { sheetStep, wayStep } from '../../kernel/ids';
import { weakMapMemoize } from 'reselect';
import type { Prose } from '../../kernel/reason';
import { sameList } from '../../kernel/part';
import { isAddedStep, withAddedSteps } from '../byHand/handSteps';
import { type Certainty, certainty } from '../../fitment/functionRows';
import { bindAt } from '../../rule/condition';
import type { Known } from '../../fitment';
import {
  arrives,
  fastenerBalance,
  type FastenerEntry,
  type GroupBalance,
  type HoldPoint,
  holdPoint,
  stripPlan,
  type SheetUse,
  type Step,
  type StripPlan,
  type StateRow,
  type StepSheet,
  totalBalance,
  undoCost,
  type UndoCost,
  type VehicleState,
  wayOf,
  withStates,
  type WorkStep,
  type Zone,
} from '../../work';
import type { Family } from '../../catalogue/types';
import { type FactRegistry, type PositionKey, positionKey } from '../../vehicle';
import type { WireWork } from './wireNeeds';
import type { RowRef, StepOutcome } from '../events';
import type { JobRecord, SwapRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { Unfit } from '../log/standing';

/** The ways that the shelf has of getting at a swap's lamps, and the one that is gone. */
export interface SheetUseView {
  readonly swap: string;
  readonly positions: readonly PositionKey[];
  /** `none`: the shelf has no sheet. `unknown`: what is not known yet decides whether one is for this vehicle. */
  readonly state: 'chosen' | 'taken' | 'none' | 'unknown';
  readonly sheet: StepSheet | null;
  /** `minutes`: out and back, without what lamps of before have taken off already. */
  readonly candidates: readonly {
    readonly sheet: StepSheet;
    readonly suits: Certainty;
    readonly minutes: number;
  }[];
  /** What its way shares with lamps that were in the job before it; null: nothing. */
  readonly shared: SharedWork | null;
  /** Choices of another way that came while steps of this one were done. */
  readonly unfit: readonly Unfit[];
}

/** Steps of a sheet that are done once for several swaps: whoever came first has paid for them. */
export interface SharedWork {
  /** Out and back, of those that need not be done again. */
  readonly minutes: number;
  readonly steps: readonly Step[];
  /** Put back before these lamps came into the job: they have to come off once more. */
  readonly again: readonly Step[];
}

/** A step of the plan with what happened at it. */
export interface StepLine {
  readonly step: WorkStep;
  readonly tick: {
    readonly event: string;
    readonly by: string;
    readonly at: string;
    readonly outcome: StepOutcome;
    readonly words: string;
    readonly rivals: number;
  } | null;
  readonly fasteners: readonly GroupBalance[];
  /** On the way back: prove these lamps before this step. */
  readonly holds: readonly HoldPoint[];
}

/** How a vehicle stands that is left half stripped. */
export interface ParkingState {
  readonly apart: readonly { readonly id: string; readonly step: WorkStep }[];
  readonly lampsOut: readonly PositionKey[];
  readonly state: VehicleState;
  /** What stands otherwise than it arrived, with the line's own words for it where it has some. */
  readonly away: readonly StateAway[];
}

/** A state of the vehicle that is not as it arrived. */
export interface StateAway {
  readonly name: string;
  readonly value: string;
  /** null: a state that every line has. */
  readonly words: { readonly state: Prose; readonly value: Prose } | null;
}

/** The work at the vehicle as it stands: steps, fasteners, what is apart. */
export interface StripReading {
  readonly uses: readonly SheetUseView[];
  readonly fault: Extract<StripPlan, { kind: 'fault' }> | null;
  /** Changeovers of the way out: tools, places and states, minutes; null: there is no plan. */
  readonly order: { readonly changeoverMin: number; readonly boundMin: number } | null;
  readonly out: readonly StepLine[];
  readonly back: readonly StepLine[];
  readonly balance: readonly GroupBalance[];
  readonly total: ReturnType<typeof totalBalance>;
  /** Every count by itself, newest last, so that one can be taken back. */
  readonly entries: readonly (FastenerEntry & { readonly event: string; readonly by: string })[];
  /** null: nothing is apart. */
  readonly parking: ParkingState | null;
  /** What a fault found now would cost at each lamp. */
  readonly lateFind: Readonly<Record<PositionKey, UndoCost>>;
}

/** The line, its facts and its step sheets. */
export interface StripSources {
  readonly family: Family;
  readonly registry: FactRegistry;
  readonly known: Known;
  readonly sheet: (ref: RowRef) => StepSheet | undefined;
}

/** The steps of some sheets: sheets by their identity, where they are used by its text. */
const planOf = weakMapMemoize(
  (usedText: string, family: Family, ...sheets: readonly StepSheet[]): StripPlan => {
    const used = JSON.parse(usedText) as readonly SheetUse['positions'][];
    return stripPlan(
      sheets.map((sheet, i) => ({ sheet, positions: used[i] ?? [] })),
      family.states,
    );
  },
);
const holdOf = weakMapMemoize(holdPoint);

/** Reads how a job's vehicle comes apart and together: the sheets, the steps with their ticks, the fasteners. */
export function readStripping(
  record: JobRecord,
  s: StripSources,
  uses: readonly SheetUseView[],
  wiring: readonly WireWork[],
): StripReading {
  const sides = new Map(s.family.places.map((p) => [positionKey(p.position), p.position.side]));
  const used = uses.flatMap(({ sheet, positions }) =>
    sheet
      ? [
          {
            sheet,
            positions: positions.flatMap((key) =>
              sides.has(key) ? [{ key, side: sides.get(key) ?? 'centre' }] : [],
            ),
          },
        ]
      : [],
  );
  const plan = planOf(JSON.stringify(used.map((u) => u.positions)), s.family, ...used.map((u) => u.sheet));
  const out = plan.kind === 'plan' ? plan.out : [];
  // What the wiring asks for is laid and made before the lamps go back.
  const ends = new Map(s.family.places.map((p) => [positionKey(p.position), p.position.end]));
  const back = [
    ...wiring.map((w) => wiringStep(w, ends.get(w.position ?? uses[0]?.positions[0] ?? '') ?? 'front')),
    ...(plan.kind === 'plan' ? plan.back : []),
  ];
  const entries = record.counts.map((e) => e.body);
  const groups = out.flatMap((w) => (w.step.fasteners ?? []).map((group) => ({ step: w.id, group })));
  const balance = fastenerBalance(entries, groups);
  const line = (w: WorkStep): StepLine => ({
    step: w,
    tick: tickOf(record.ticks.get(wayStep(w.way, w.id))),
    fasteners: balance.filter((g) => g.step === w.id),
    holds: [],
  });
  const positions = uses.flatMap((u) => u.positions);
  const holds = positions.flatMap((p) => holdOf(plan, p) ?? []);
  const backLines = back.map((w) => ({ ...line(w), holds: holds.filter((h) => h.step === w.id) }));
  const doneBack = new Set(backLines.filter((l) => isDone(l)).map((l) => l.step.id));
  const outLines = out.map(line);
  return {
    uses,
    fault: plan.kind === 'fault' ? plan : null,
    order: plan.kind === 'plan' ? { changeoverMin: plan.changeoverMin, boundMin: plan.boundMin } : null,
    out: outLines,
    back: backLines,
    balance,
    total: totalBalance(balance),
    entries: record.counts.map((e) => ({ ...e.body, event: e.id, by: e.user })),
    parking: parkingState(outLines, backLines, s.family.states ?? []),
    lateFind: Object.fromEntries(positions.map((p) => [p, undoCost(plan, p, doneBack)])),
  };
}

/** A step that no sheet has, because the wiring of this very job asks for it. */
const wiringStep = ({ id, position, what, minutes }: WireWork, zone: Zone): WorkStep => ({
  id,
  step: { id, kind: 'transfer', scope: 'once', title: {}, zone, minutes },
  position,
  way: 'back',
  minutes,
  said: what,
  because: [],
  after: [],
  needs: {},
  sets: {},
  place: `${zone}/${position ?? ''}`,
  tool: '',
});

/** Something was really done at the step. */
export const isDone = (l: StepLine): boolean => l.tick !== null && l.tick.outcome !== 'not-needed';

/** Whether a step of the way back has to be done: what was not undone need not be done again. */
export function isDue(l: StepLine, out: readonly StepLine[]): boolean {
  const twin = out.find((o) => o.step.id === l.step.id);
  return twin === undefined || twin.tick === null || twin.tick.outcome !== 'not-needed';
}

type TickedStep = JobRecord['ticks'] extends ReadonlyMap<string, infer L> ? L : never;

function tickOf(latest: TickedStep | undefined): StepLine['tick'] {
  if (!latest) return null;
  const { event, rivals } = latest;
  return {
    event: event.id,
    by: event.user,
    at: event.at,
    outcome: event.body.outcome,
    words: event.body.words ?? '',
    rivals: rivals.filter((r) => r.body.outcome !== event.body.outcome).length,
  };
}

/** The way to each swap's lamps, in the order in which they came into the job: the later pay for what they add. */
export function sheetUses(record: JobRecord, s: StripSources): readonly SheetUseView[] {
  const before = new Map<string, Step>();
  return record.swaps
    .filter((w) => w.choice)
    .map((swap) => {
      const use = sheetUse(swap, record, s, before);
      for (const step of use.sheet?.steps ?? []) if (step.scope === 'once') before.set(step.id, step);
      return use;
    });
}

function sheetUse(
  swap: SwapRecord,
  record: JobRecord,
  s: StripSources,
  before: ReadonlyMap<string, Step>,
): SheetUseView {
  const ofShelf = (swap.choice?.event.body.sheets ?? []).flatMap((ref) => s.sheet(ref) ?? []);
  const candidates = withSteps(swap, record, s.family, ofShelf)
    .map((sheet) => ({
      sheet,
      suits: suits(sheet, swap, s),
      minutes:
        minutesOf(sheet, swap.positions.length) - (sharedWork(sheet, swap, record, before)?.minutes ?? 0),
    }))
    .filter((c) => c.suits !== 'no')
    .sort((a, b) => a.minutes - b.minutes || (a.sheet.id < b.sheet.id ? -1 : 1));
  // Nobody has chosen: the way that was begun, else the quickest that is surely for this vehicle; it can be exchanged.
  const ticked = new Set([...record.ticks.values()].map((t) => sheetStep(t.event.body.step)));
  const begun = (sheet: StepSheet) =>
    sheet.steps.some((x) => ticked.has(x.id) && !before.has(x.id) && !isAddedStep(x.id));
  const certain = candidates.filter((c) => c.suits === 'yes');
  const sure = certain.find((c) => begun(c.sheet)) ?? certain[0];
  const { chosen, unfit } = chosenSheet(swap.id, record, candidates, sure?.sheet ?? null);
  const sheet = chosen ?? sure?.sheet ?? null;
  return {
    swap: swap.id,
    positions: swap.positions,
    candidates,
    unfit,
    sheet,
    shared: sheet && sharedWork(sheet, swap, record, before),
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

/** What of a sheet lamps of before do already; null: nothing. */
function sharedWork(
  sheet: StepSheet,
  swap: SwapRecord,
  record: JobRecord,
  before: ReadonlyMap<string, Step>,
): SharedWork | null {
  const shared = sheet.steps.filter((x) => x.scope === 'once' && before.has(x.id));
  if (shared.length === 0) return null;
  const since = swap.chosenSince;
  const isBack = (x: Step) => {
    const out = record.ticks.get(wayStep('out', x.id))?.event;
    const back = record.ticks.get(wayStep('back', x.id))?.event;
    const done = [out, back].every((e) => e !== undefined && e.body.outcome !== 'not-needed');
    return done && back !== undefined && since !== null && compareEvents(back, since) < 0;
  };
  const again = shared.filter(isBack);
  const steps = shared.filter((x) => !again.includes(x));
  return { minutes: steps.reduce((n, x) => n + bothWays(x), 0), steps, again };
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

/** Minutes out and back, as if nothing were shared with another swap. */
function minutesOf(sheet: StepSheet, lamps: number): number {
  return sheet.steps.reduce((sum, step) => {
    const times = step.scope === 'once' ? 1 : step.sides ? Math.min(lamps, step.sides.length) : lamps;
    return sum + times * bothWays(step);
  }, 0);
}

/** Minutes of a step out and back. */
function bothWays(step: Step): number {
  const way = wayOf(step);
  return (way === 'back' ? 0 : step.minutes) + (way === 'out' ? 0 : (step.back?.minutes ?? step.minutes));
}

function parkingState(
  out: readonly StepLine[],
  back: readonly StepLine[],
  states: readonly StateRow[],
): ParkingState | null {
  const restored = new Set(back.filter((l) => l.tick !== null).map((l) => l.step.id));
  const returns = new Set(back.map((l) => l.step.id));
  const apart = out.filter((l) => isDone(l) && returns.has(l.step.id) && !restored.has(l.step.id));
  if (apart.length === 0) return null;
  const ticked = [...out, ...back]
    .filter(isDone)
    .sort((a, b) => ((a.tick?.at ?? '') < (b.tick?.at ?? '') ? -1 : 1));
  const start = arrives(states);
  const state = ticked.reduce<VehicleState>((now, l) => withStates(now, l.step.sets), start);
  return {
    apart: apart.map((l) => ({ id: l.step.id, step: l.step })),
    lampsOut: apart.flatMap((l) => (l.step.step.lampOut && l.step.position ? [l.step.position] : [])),
    state,
    away: Object.entries(state).flatMap(([name, value]): readonly StateAway[] => {
      if (value === start[name]) return [];
      const row = states.find((r) => r.id === name);
      const words = row && { state: row.name, value: row.values.find((v) => v.id === value)?.name ?? {} };
      return [{ name, value, words: words ?? null }];
    }),
  };
}
