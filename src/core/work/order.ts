import { changeoverOf, type LeastOrder, leastOrder, type OrderMove } from './leastOrder';
import { improved } from './localOrder';
import { smallestLoop } from './loop';
import type { OrderTask, StateMove } from './orderTask';
import { listedOrder } from './listedOrder';
import { type StatePart, VEHICLE_STATES, type VehicleState } from './types';

/** What ordering needs to know of a step. */
export interface Orderable {
  readonly id: string;
  /** Ids that must come before. Unknown ids are ignored: they belong to steps that are not done here. */
  readonly after: readonly string[];
  readonly needs: StatePart;
  readonly sets: StatePart;
  /** Steps with the same place are cheap to do one after the other. */
  readonly place: string;
  /** Empty: whatever is in the hand. */
  readonly tool: string;
}

/** A state of the vehicle that is changed between two steps, because the next one needs it so. */
export interface StateChange {
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
}

/** An order in which everything is possible, or what stands against any. */
export type Ordering<T extends Orderable> =
  | {
      readonly kind: 'order';
      readonly steps: readonly T[];
      /** States changed besides, before which step of the order; the last row stands for the end. */
      readonly changes: readonly (readonly StateChange[])[];
      readonly end: VehicleState;
      /** Minutes of changeover: tools, places and states. */
      readonly changeoverMin: number;
      /** What no order can go below; the same as `changeoverMin` where the order is known to be the least. */
      readonly boundMin: number;
    }
  /** Steps that wait for one another in a ring; each waits for the next, the last for the first. */
  | { readonly kind: 'loop'; readonly loop: readonly string[] }
  /** No order gives this step the state it needs: every one was tried. */
  | { readonly kind: 'state'; readonly step: string; readonly needs: StatePart }
  /** None was found in so many tries; whether there is one is not known. */
  | { readonly kind: 'undecided'; readonly tries: number };

/** An order in which everything is possible. */
export type Ordered<T extends Orderable> = Extract<Ordering<T>, { kind: 'order' }>;

/** How a vehicle stands when it arrives, as far as every line has it. */
export const ARRIVES: VehicleState = Object.fromEntries(
  Object.entries(VEHICLE_STATES).map(([name, values]) => [name, values[0]]),
);

/** *Setting*: minutes to take another tool. */
export const TOOL_CHANGE_MIN = 0.5;
/** *Setting*: minutes to go to another place. */
export const ZONE_CHANGE_MIN = 1;
/** *Setting*: of orders that cost at most this share more, the one that keeps nearest to the sheet. */
const NEARLY = 0.02;
/** *Settings*: ways of having come so far that are looked at for the least order, and for the one nearest to the list. */
const MOST_EXACT = 60_000;
const MOST_NEAREST = 20_000;

/** How ordering goes about it. */
export interface OrderOptions {
  readonly start?: VehicleState;
  /** States that can be changed by a move of their own. */
  readonly moves?: readonly StateMove[];
  /** How the vehicle has to stand at the end, as far as it matters. */
  readonly end?: StatePart;
}

/**
 * Orders steps under their edges and the vehicle's state with the least changeover. Exact where the search ends in
 * time, which covers sixteen free steps; else a good order, with what no order can go below. Of orders that are nearly as good
 * it takes the one that keeps to the list.
 */
export function orderSteps<T extends Orderable>(
  steps: readonly T[],
  options: OrderOptions = {},
): Ordering<T> {
  const task = taskOf(steps, options);
  const exact = leastOrder(task, MOST_EXACT);
  switch (exact.kind) {
    case 'loop':
      return exact;
    case 'state':
    case 'end':
      return { kind: 'state', step: exact.kind === 'state' ? exact.step : '', needs: stuckNeeds(exact) };
    case 'found':
      return ordered(steps, task, nearest(task, exact), exact.minutes);
    case 'undecided': {
      const listed = listedOrder(task, 'changeover');
      if (listed.kind !== 'moves')
        return listed.kind === 'stuck' ? stuck(task, listed.step) : undecided(listed.tries);
      const better = improved(task, listed.moves);
      return ordered(steps, task, better.moves, better.boundMin);
    }
  }
}

/** The same without regard to changeovers: as listed, as far as edges and states let it. */
export function orderAsListed<T extends Orderable>(
  steps: readonly T[],
  options: OrderOptions = {},
): Ordering<T> {
  const task = taskOf(steps, options);
  const loop = loopIn(task);
  if (loop) return { kind: 'loop', loop };
  const listed = listedOrder(task, 'list');
  if (listed.kind === 'moves') return ordered(steps, task, listed.moves, 0);
  return listed.kind === 'stuck' ? stuck(task, listed.step) : undecided(listed.tries);
}

const stuckNeeds = (o: Extract<LeastOrder, { kind: 'state' | 'end' }>): StatePart =>
  o.kind === 'state' ? o.needs : o.end;
const stuck = (task: OrderTask, step: string) => ({
  kind: 'state' as const,
  step,
  needs: task.steps.find((s) => s.id === step)?.needs ?? task.end ?? {},
});
const undecided = (tries: number) => ({ kind: 'undecided' as const, tries });

/** The ring of a task's edges, if they have one. */
export const loopIn = (task: OrderTask): readonly string[] | null => {
  const ids = new Set(task.steps.map((s) => s.id));
  return smallestLoop(new Map(task.steps.map((s) => [s.id, s.after.filter((id) => ids.has(id))])));
};

/** Steps as an order is looked for among them. */
export const taskOf = (
  steps: readonly Orderable[],
  { start = ARRIVES, moves = [], end }: OrderOptions,
): OrderTask => ({
  steps: steps.map((s) => ({
    id: s.id,
    tool: s.tool,
    zone: s.place,
    after: s.after,
    needs: defined(s.needs),
    sets: defined(s.sets),
  })),
  moves,
  start: { tool: '', zone: '', states: start },
  ...(end ? { end: defined(end) } : {}),
  toolChangeMin: TOOL_CHANGE_MIN,
  zoneChangeMin: ZONE_CHANGE_MIN,
});

const defined = (part: StatePart): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(part).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])));

/** Of the orders that cost nearly as little, the one that does the fewest steps before one that is listed earlier. */
function nearest(task: OrderTask, least: Extract<LeastOrder, { kind: 'found' }>): readonly OrderMove[] {
  const n = task.steps.length;
  const pairs = (n * (n - 1)) / 2;
  if (pairs === 0) return least.moves;
  // All inversions together cost less than what an order may be dearer by.
  const spare = Math.max(least.minutes * NEARLY, 0.01);
  const near = leastOrder(task, MOST_NEAREST, spare / (pairs * 1.01));
  return near.kind === 'found' ? near.moves : least.moves;
}

/** An order from the moves that make it up. */
export function ordered<T extends Orderable>(
  steps: readonly T[],
  task: OrderTask,
  moves: readonly OrderMove[],
  boundMin: number,
): Ordered<T> {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const order: T[] = [];
  const changes: StateChange[][] = [[]];
  const states: Record<string, string> = { ...task.start.states };
  for (const m of moves) {
    if (m.kind === 'state') {
      changes.at(-1)?.push({ name: m.name, from: states[m.name] ?? '', to: m.to, minutes: m.minutes });
      states[m.name] = m.to;
      continue;
    }
    const step = byId.get(m.id);
    if (!step) continue;
    order.push(step);
    changes.push([]);
    Object.assign(states, defined(step.sets));
  }
  const changeoverMin = changeoverOf(task, moves);
  return {
    kind: 'order',
    steps: order,
    changes,
    end: states,
    changeoverMin,
    boundMin: Math.min(changeoverMin, boundMin),
  };
}
