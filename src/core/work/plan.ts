import { plannedStep, sheetStep } from '../kernel/ids';
import { type Reason, reason } from '../kernel/reason';
import type { PositionKey, Side } from '../vehicle';
import { type Orderable, orderAsListed, type Ordering, orderSteps, type StateChange } from './order';
import type { StateMove } from './orderTask';
import { arrives, movesOf, RESTRAINT, type StateRow, toolText } from './states';
import {
  type Edge,
  type StatePart,
  type Step,
  type StepSheet,
  type VehicleState,
  wayOf,
  withStates,
} from './types';

/** A step at its place: once for the vehicle (`position: null`) or at one lamp. */
export interface WorkStep extends Orderable {
  /** `bonnet-open`, or `lamp-out@headlamp.front.left`. The same on the way out and back. */
  readonly id: string;
  readonly step: Step;
  readonly position: PositionKey | null;
  readonly way: 'out' | 'back';
  readonly minutes: number;
  /** What is to be done, of a step that no sheet has: the wiring asks for it. */
  readonly said?: Reason;
  /** Why it waits for others, as far as somebody wrote it down. */
  readonly because: readonly { readonly after: string; readonly why: Edge['why'] }[];
}

/** The steps of some sheets in order, out and back; or what is wrong with them. */
export type StripPlan =
  | {
      readonly kind: 'plan';
      readonly out: readonly WorkStep[];
      readonly back: readonly WorkStep[];
      /** How the vehicle stands when everything is apart. */
      readonly apart: VehicleState;
      /** Minutes of changeover on the way out, and what no order can go below. */
      readonly changeoverMin: number;
      readonly boundMin: number;
    }
  | {
      readonly kind: 'fault';
      readonly way: 'out' | 'back';
      readonly fault: Exclude<Ordering<never>, { kind: 'order' }>;
    };

/** The steps that stand in the way of a plan; none where it is not known whether there is one. */
export function stuckSteps(fault: Extract<StripPlan, { kind: 'fault' }>['fault']): readonly string[] {
  switch (fault.kind) {
    case 'loop':
      return fault.loop;
    case 'state':
      return [fault.step];
    case 'undecided':
      return [];
  }
}

/** Where the sheets of a job are used. */
export interface SheetUse {
  readonly sheet: StepSheet;
  readonly positions: readonly { readonly key: PositionKey; readonly side: Side }[];
}

/**
 * Lays out the work: every `each` step at every lamp it is for, a `once` step a single time even if several sheets
 * have it. The way back is the reverse, except what has to go in first and what is done on the way back only.
 */
export function stripPlan(uses: readonly SheetUse[], states: readonly StateRow[] = []): StripPlan {
  const all = expand(uses);
  const [start, moves] = [arrives(states), movesOf(states)];
  const steps = all.filter((s) => wayOf(s.step) !== 'back').map((s) => outStep(s, all));
  const out = orderSteps(keptAsSet(steps, moves), { start, moves });
  if (out.kind !== 'order') return { kind: 'fault', way: 'out', fault: out };
  const back = wayBack(out, all, start, moves);
  if (back.kind !== 'order') return { kind: 'fault', way: 'back', fault: back };
  return {
    kind: 'plan',
    out: withChanges('out', out, states),
    back: withChanges('back', back, states),
    apart: out.end,
    changeoverMin: out.changeoverMin,
    boundMin: out.boundMin,
  };
}

/**
 * What has taken a state away keeps it away: a step that waits for it is done in that state, if it does not ask for another.
 * So power that is joined for a test in mid-job is taken off again before the next step.
 */
function keptAsSet(steps: readonly WorkStep[], moves: readonly StateMove[]): readonly WorkStep[] {
  const movable = new Set(moves.map((m) => m.name));
  const byId = new Map(steps.map((s) => [s.id, s]));
  const known = new Map<string, StatePart>();
  /** What stands as it was set by the steps that a step waits for. */
  const left = (id: string): StatePart => {
    const found = known.get(id);
    if (found) return found;
    known.set(id, {});
    const s = byId.get(id);
    const waits = (s?.after ?? []).map(left);
    const sets = Object.entries(s?.sets ?? {}).filter(([name]) => movable.has(name));
    const all: StatePart = Object.assign({}, ...waits, Object.fromEntries(sets)) as StatePart;
    known.set(id, all);
    return all;
  };
  return steps.map((s) => {
    const before = Object.assign({}, ...s.after.map(left)) as StatePart;
    const own = new Set([...Object.keys(s.needs), ...Object.keys(s.sets)]);
    const kept = Object.entries(before).filter(([name]) => !own.has(name));
    return kept.length === 0 ? s : { ...s, needs: { ...Object.fromEntries(kept), ...s.needs } };
  });
}

/** The steps of an order with a step of its own for every state that is changed between them. */
function withChanges(
  way: 'out' | 'back',
  order: Extract<Ordering<WorkStep>, { kind: 'order' }>,
  states: readonly StateRow[],
): readonly WorkStep[] {
  const count = new Map<string, number>();
  const stepFor = (c: StateChange): WorkStep => {
    const row = states.find((r) => r.id === c.name);
    const move = row?.moves.find((m) => m.from === c.from && m.to === c.to);
    const key = `${c.name}/${c.to}`;
    count.set(key, (count.get(key) ?? 0) + 1);
    const id = `state/${key}/${count.get(key) ?? 1}`;
    const zone = move?.zone ?? 'cab';
    const value = row?.values.find((v) => v.id === c.to)?.name ?? {};
    return {
      id,
      step: {
        id,
        kind: 'look',
        scope: 'once',
        title: {},
        zone,
        minutes: c.minutes,
        ...(move?.tool ? { tool: move.tool } : {}),
      },
      position: null,
      way,
      minutes: c.minutes,
      said: reason('state-brought', { state: row?.name ?? {}, value }),
      because: [],
      after: [],
      needs: {},
      sets: { [c.name]: c.to },
      place: `${zone}/`,
      tool: toolText(move?.tool),
    };
  };
  return [...order.steps, null].flatMap((s, i) => [
    ...(order.changes[i] ?? []).map(stepFor),
    ...(s ? [s] : []),
  ]);
}

interface Placed {
  readonly id: string;
  readonly step: Step;
  readonly position: PositionKey | null;
}

function expand(uses: readonly SheetUse[]): readonly Placed[] {
  const found = new Map<string, Placed>();
  for (const { sheet, positions } of uses)
    for (const step of sheet.steps) {
      const here = positions.filter((p) => !step.sides || step.sides.includes(p.side));
      const places = step.scope === 'once' ? (here.length > 0 ? [null] : []) : here.map((p) => p.key);
      for (const position of places) {
        const id = position === null ? step.id : plannedStep(step.id, position);
        if (!found.has(id)) found.set(id, { id, step, position });
      }
    }
  return [...found.values()];
}

/** The placed steps that an edge means: at the same lamp where the other step has one there, else all of that name. */
function meant(edge: string, position: PositionKey | null, all: readonly Placed[]): readonly Placed[] {
  const named = all.filter((s) => s.step.id === edge);
  const here = named.filter((s) => s.position === position || s.position === null);
  return position === null || here.length === 0 ? named : here;
}

function outStep(placed: Placed, all: readonly Placed[]): WorkStep {
  const { step, position } = placed;
  const because = (step.after ?? []).flatMap((e) =>
    meant(e.step, position, all).map((s) => ({ after: s.id, why: e.why })),
  );
  return {
    ...placed,
    way: 'out',
    minutes: step.minutes,
    after: because.map((b) => b.after),
    because,
    needs: step.needs ?? {},
    sets: setsOf(step),
    ...hand(placed),
  };
}

/** What a step leaves behind: whatever unplugs a restraint leaves it open, said or not. */
const setsOf = (step: Step): StatePart =>
  step.kind === 'isolate' && step.cautions?.includes('airbag')
    ? { ...step.sets, [RESTRAINT.name]: RESTRAINT.open }
    : (step.sets ?? {});

const hand = ({ step, position }: Placed) => ({
  place: `${step.zone}/${position ?? ''}`,
  tool: toolText(step.tool),
});

/**
 * The way back of a way out. Every edge is turned round unless it binds the way out alone; `before` puts first what
 * has to go in first; a step that set a state puts back the one before it.
 */
function wayBack(
  order: Extract<Ordering<WorkStep>, { kind: 'order' }>,
  all: readonly Placed[],
  start: VehicleState,
  moves: readonly StateMove[],
): Ordering<WorkStep> {
  const out = order.steps;
  const states = statesBefore(order, start);
  const outIds = new Set(out.map((s) => s.id));
  const outNeeds = new Map(out.map((s) => [s.id, s.needs]));
  const turned = [...out].reverse().filter((s) => wayOf(s.step) === 'both');
  const extra = all.filter((s) => wayOf(s.step) === 'back');
  const turnedIds = new Set(turned.map((s) => s.id));
  const reversed = (id: string) =>
    out
      .filter(
        (s) =>
          turnedIds.has(s.id) &&
          (s.step.after ?? []).some(
            (e) => !e.outOnly && meant(e.step, s.position, all).some((m) => m.id === id),
          ),
      )
      .map((s) => ({ after: s.id, why: s.step.after?.find((e) => e.step === sheetStep(id))?.why }));
  const first = (id: string, stepId: string, position: PositionKey | null) =>
    all.flatMap((s) =>
      (s.step.back?.before ?? [])
        .filter(
          (e) =>
            e.step === stepId &&
            meant(e.step, s.position, all).some((m) => m.id === id && m.position === position),
        )
        .map((e) => ({ after: s.id, why: e.why })),
    );
  const backOf = (placed: Placed): WorkStep => {
    const { id, step, position } = placed;
    const both = outIds.has(id);
    const own = both
      ? reversed(id)
      : (step.after ?? []).flatMap((e) =>
          meant(e.step, position, all).map((m) => ({ after: m.id, why: e.why })),
        );
    // What goes in first overrules the plain reverse between the same two steps.
    const mine = (step.back?.before ?? []).flatMap((e) => meant(e.step, position, all).map((m) => m.id));
    const because = [...own.filter((b) => !mine.includes(b.after)), ...first(id, step.id, position)];
    const sets = both ? restored(setsOf(step), states.get(id)) : (step.sets ?? {});
    return {
      id,
      step,
      position,
      way: 'back',
      minutes: step.back?.minutes ?? step.minutes,
      after: because.map((b) => b.after),
      because,
      needs: both ? { ...outNeeds.get(id), ...setsOf(step) } : (step.needs ?? {}),
      sets,
      ...hand(placed),
    };
  };
  // What was brought by a move of its own is brought back so too, where no step does it.
  const end = Object.fromEntries([...new Set(moves.map((m) => m.name))].map((n) => [n, start[n] ?? '']));
  return orderAsListed([...extra.map(backOf), ...turned.map(backOf)].sort(firstsFirst), {
    start: order.end,
    moves,
    end,
  });
}

/** Steps that only the way back has come as early as their edges let them; the sort keeps the rest as it is. */
const firstsFirst = (a: WorkStep, b: WorkStep) =>
  Number(wayOf(a.step) !== 'back') - Number(wayOf(b.step) !== 'back');

function statesBefore(
  order: Extract<Ordering<WorkStep>, { kind: 'order' }>,
  start: VehicleState,
): ReadonlyMap<string, VehicleState> {
  const found = new Map<string, VehicleState>();
  let state = start;
  order.steps.forEach((s, i) => {
    for (const c of order.changes[i] ?? []) state = withStates(state, { [c.name]: c.to });
    found.set(s.id, state);
    state = withStates(state, s.sets);
  });
  return found;
}

function restored(sets: StatePart | undefined, before: VehicleState | undefined): StatePart {
  return Object.fromEntries(
    Object.keys(sets ?? {}).map((name): [string, string] => [name, before?.[name] ?? '']),
  );
}
