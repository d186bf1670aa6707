import { plannedStep, sheetStep } from '../kernel/ids';
import type { Reason } from '../kernel/reason';
import type { PositionKey, Side } from '../vehicle';
import { ARRIVES, type Orderable, orderAsListed, type Ordering, orderSteps } from './order';
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
export function stripPlan(uses: readonly SheetUse[]): StripPlan {
  const all = expand(uses);
  const out = orderSteps(all.filter((s) => wayOf(s.step) !== 'back').map((s) => outStep(s, all)));
  if (out.kind !== 'order') return { kind: 'fault', way: 'out', fault: out };
  const back = wayBack(out.steps, all);
  if (back.kind !== 'order') return { kind: 'fault', way: 'back', fault: back };
  return { kind: 'plan', out: out.steps, back: back.steps, apart: out.end };
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
    sets: step.sets ?? {},
    ...hand(placed),
  };
}

const hand = ({ step, position }: Placed) => ({
  place: `${step.zone}/${position ?? ''}`,
  // Hands need nothing taken up, and what is held stays in one of them.
  tool: step.tool && step.tool.kind !== 'hands' ? `${step.tool.kind} ${step.tool.size ?? ''}` : '',
});

/**
 * The way back of a way out. Every edge is turned round unless it binds the way out alone; `before` puts first what
 * has to go in first; a step that set a state puts back the one before it.
 */
export function wayBack(out: readonly WorkStep[], all: readonly Placed[]): Ordering<WorkStep> {
  const states = statesBefore(out);
  const outIds = new Set(out.map((s) => s.id));
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
    const sets = both ? restored(step.sets, states.get(id)) : (step.sets ?? {});
    return {
      id,
      step,
      position,
      way: 'back',
      minutes: step.back?.minutes ?? step.minutes,
      after: because.map((b) => b.after),
      because,
      needs: both ? { ...step.needs, ...step.sets } : (step.needs ?? {}),
      sets,
      ...hand(placed),
    };
  };
  const end = out.reduce<VehicleState>((s, x) => withStates(s, x.sets), ARRIVES);
  return orderAsListed([...extra.map(backOf), ...turned.map(backOf)].sort(firstsFirst), { start: end });
}

/** Steps that only the way back has come as early as their edges let them; the sort keeps the rest as it is. */
const firstsFirst = (a: WorkStep, b: WorkStep) =>
  Number(wayOf(a.step) !== 'back') - Number(wayOf(b.step) !== 'back');

function statesBefore(out: readonly WorkStep[]): ReadonlyMap<string, VehicleState> {
  const found = new Map<string, VehicleState>();
  let state = ARRIVES;
  for (const s of out) {
    found.set(s.id, state);
    state = withStates(state, s.sets);
  }
  return found;
}

function restored(sets: StatePart | undefined, before: VehicleState | undefined): StatePart {
  return Object.fromEntries(
    Object.keys(sets ?? {}).map((name): [string, string] => [name, before?.[name] ?? '']),
  );
}
