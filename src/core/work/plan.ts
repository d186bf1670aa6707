import { reason } from '../kernel/reason';
import type { PositionKey } from '../vehicle';
import { type ArrangeFault, orderArranged } from './arrange';
import { type Ordering, orderSteps, type StateChange } from './order';
import type { StateMove } from './orderTask';
import { orderedWithBench } from './benchSupply';
import { expand, outStep, type SheetUse, type WorkStep } from './placed';
import { arrives, movesOf, type StateRow, toolText } from './states';
import { type StatePart, type VehicleState, wayOf } from './types';
import { wayBack } from './wayBack';

/** What somebody wants of a plan besides. */
export interface PlanWish {
  /** Steps of the way out in somebody's own order; steps that are not named keep their place. */
  readonly arranged?: readonly string[];
  /** Half and half: a lamp that stays until the others of its swap are in and proven. */
  readonly kept?: readonly { readonly keep: PositionKey; readonly others: readonly PositionKey[] }[];
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
      /** The same on the way back. */
      readonly backChangeoverMin: number;
      /** What becomes of somebody's own order; null: nobody wants one, or it stands. */
      readonly arrangeFault: ArrangeFault | null;
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

/**
 * Lays out the work: every `each` step at every lamp it is for, a `once` step a single time even if several sheets
 * have it. The way back is the reverse, except what has to go in first and what is done on the way back only.
 */
export function stripPlan(
  uses: readonly SheetUse[],
  states: readonly StateRow[] = [],
  { arranged = [], kept = [] }: PlanWish = {},
): StripPlan {
  const all = expand(uses);
  const [start, moves] = [arrives(states), movesOf(states)];
  const steps = all
    .filter((s) => wayOf(s.step) !== 'back')
    .map((s) => outStep(s, all))
    .map((s, _, list) => waitingFor(s, list, kept));
  const own = orderedWithBench(steps, (list) => orderSteps(keptAsSet(list, moves), { start, moves }));
  if (own.kind !== 'order') return { kind: 'fault', way: 'out', fault: own };
  const wanted = arranged.length > 0 ? orderArranged(own, arranged, { start, moves }) : null;
  const out = wanted?.kind === 'order' ? { ...wanted, boundMin: own.boundMin } : own;
  const back = wayBack(out, all, start, moves, (s, list) => waitingFor(s, list, kept));
  if (back.kind !== 'order') return { kind: 'fault', way: 'back', fault: back };
  return {
    kind: 'plan',
    out: withChanges('out', out, states),
    back: withChanges('back', back, states),
    apart: out.end,
    changeoverMin: out.changeoverMin,
    boundMin: out.boundMin,
    backChangeoverMin: back.changeoverMin,
    arrangeFault: wanted && wanted.kind !== 'order' ? wanted : null,
  };
}

/**
 * A step at a lamp that stays waits for all that is done at the others of its swap; but for what waits for it, over
 * however many steps between: what stands over both comes first anyway.
 */
function waitingFor(
  step: WorkStep,
  list: readonly WorkStep[],
  kept: NonNullable<PlanWish['kept']>,
): WorkStep {
  const by = kept.find((k) => k.keep === step.position);
  if (!by) return step;
  const first = list.filter(
    (o) => o.position !== null && by.others.includes(o.position) && !waitsFor(o, step.id, list),
  );
  return { ...step, after: [...new Set([...step.after, ...first.map((o) => o.id)])] };
}

/** Whether a step waits for another, over however many between. */
function waitsFor(step: WorkStep, other: string, list: readonly WorkStep[]): boolean {
  const byId = new Map(list.map((s) => [s.id, s]));
  const seen = new Set<string>();
  const walk = (id: string): boolean => {
    if (id === other) return true;
    if (seen.has(id)) return false;
    seen.add(id);
    return byId.get(id)?.after.some(walk) ?? false;
  };
  return step.after.some(walk);
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
      sheet: '',
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
