import TinyQueue from 'tinyqueue';
import { smallestLoop } from './loop';
import { hasBit, spaceOf } from './orderSpace';
import type { FreeStep, OrderTask } from './orderTask';

export type { FreeStep, OrderTask, StateMove } from './orderTask';

/** One thing in an order: a step, or a state that is changed for the next. */
export type OrderMove =
  | { readonly kind: 'step'; readonly id: string }
  | { readonly kind: 'state'; readonly name: string; readonly to: string; readonly minutes: number };

/** The least order there is, or what stands against any; undecided where the search was ended. */
export type LeastOrder =
  | {
      readonly kind: 'found';
      readonly minutes: number;
      readonly moves: readonly OrderMove[];
      readonly expanded: number;
    }
  | { readonly kind: 'loop'; readonly loop: readonly string[] }
  /** No order gives this step its states: everything that can be reached was tried. */
  | { readonly kind: 'state'; readonly step: string; readonly needs: Readonly<Record<string, string>> }
  /** No order leaves the vehicle as it has to stand at the end. */
  | { readonly kind: 'end'; readonly end: Readonly<Record<string, string>> }
  | { readonly kind: 'undecided'; readonly expanded: number };

/** *Setting*: ways of having come so far that are looked at; covers sixteen free steps with two states. */
export const MOST_EXPANDED = 3_000_000;
/** Steps of one search: they are bits of one number. */
const MOST_STEPS = 30;

interface Node {
  /** Minutes so far, and with what is still to come at the least. */
  readonly cost: number;
  readonly bound: number;
  readonly key: number;
  readonly from: Node | null;
  /** What led here from the node before: a step by its place in the list, or a state that was changed. */
  readonly by: number | Extract<OrderMove, { kind: 'state' }>;
}

/**
 * The order with the least changeover: tools taken, places gone to, states changed. Exact: A* over what is done, the tool in the
 * hand, the place and the states. Ties end the same way each time.
 * @param inversionMin what it costs besides to do a step before one that is listed earlier, minutes: of orders that are
 *   nearly as good the one that keeps to the list
 */
export function leastOrder(task: OrderTask, most = MOST_EXPANDED, inversionMin = 0): LeastOrder {
  const { steps } = task;
  const ids = new Set(steps.map((s) => s.id));
  const before = new Map(steps.map((s) => [s.id, s.after.filter((id) => ids.has(id))]));
  const loop = smallestLoop(before);
  if (loop) return { kind: 'loop', loop };
  if (steps.length > MOST_STEPS) return { kind: 'undecided', expanded: 0 };
  const space = spaceOf(task);
  const waits = steps.map((s) => maskOf(before.get(s.id) ?? [], steps));
  const all = steps.length === 0 ? 0 : 2 ** steps.length - 1;
  const start: Node = {
    cost: 0,
    bound: 0,
    key: space.keyOf(0, space.startHand, space.startPlace, space.startState),
    from: null,
    by: -1,
  };
  /** The least that each place was come to for. */
  const costs = new Map<number, number>([[start.key, 0]]);
  const queue = new TinyQueue<Node>([start], (a, b) => a.bound - b.bound || b.key - a.key);
  let reached = 0;
  let expanded = 0;
  const go = (
    node: Node,
    [done, hand, place, state]: readonly [number, number, number, number],
    minutes: number,
    by: Node['by'],
  ) => {
    const to = space.keyOf(done, hand, place, state);
    const cost = node.cost + minutes;
    if (cost >= (costs.get(to) ?? Infinity)) return;
    costs.set(to, cost);
    queue.push({ cost, bound: cost + space.least(done, hand, place, state), key: to, from: node, by });
  };
  const { toolChangeMin, zoneChangeMin } = task;
  for (let node = queue.pop(); node; node = queue.pop()) {
    // Somebody came here for less meanwhile.
    if (node.cost > (costs.get(node.key) ?? Infinity)) continue;
    const { done, hand, place, state } = space.read(node.key);
    if (done === all && space.ends(state)) return found(task, walkBack(steps, node), expanded);
    expanded += 1;
    if (expanded > most) return { kind: 'undecided', expanded };
    const ready: number[] = [];
    // What costs nothing and changes nothing is done at once: later it could only cost more.
    let free = -1;
    for (let i = 0; i < steps.length && free < 0; i += 1) {
      if (hasBit(done, i) || !covers(done, waits[i] ?? 0) || !space.meets(state, i)) continue;
      ready.push(i);
      if (
        space.toolOf(i, hand) === hand &&
        space.zoneOf(i, place) === place &&
        space.after(state, i) === state &&
        (inversionMin === 0 || passedOver(done, i, steps.length) === 0)
      )
        free = i;
    }
    for (const i of free >= 0 ? [free] : ready) {
      reached |= 1 << i;
      const [tool, zone] = [space.toolOf(i, hand), space.zoneOf(i, place)];
      const minutes =
        (tool === hand ? 0 : toolChangeMin) +
        (zone === place ? 0 : zoneChangeMin) +
        (inversionMin === 0 ? 0 : inversionMin * passedOver(done, i, steps.length));
      go(node, [done | (1 << i), tool, zone, space.after(state, i)], minutes, i);
    }
    if (free >= 0) continue;
    for (const m of space.movesFrom(state)) {
      const [tool, zone] = [m.tool ?? hand, m.zone ?? place];
      const minutes = m.minutes + (tool === hand ? 0 : toolChangeMin) + (zone === place ? 0 : zoneChangeMin);
      go(node, [done, tool, zone, m.state], minutes, m.move);
    }
  }
  const stuck = steps.find((_, i) => !hasBit(reached, i));
  if (stuck) return { kind: 'state', step: stuck.id, needs: stuck.needs };
  return { kind: 'end', end: task.end ?? {} };
}

/**
 * How many steps that are listed before one are not done yet; one that is listed early counts a little more, so that of
 * two orders with as many the one that leaves the list later is taken.
 */
function passedOver(done: number, i: number, steps: number): number {
  let n = 0;
  for (let j = 0; j < i; j += 1) if (!hasBit(done, j)) n += 1 + (EARLIER * (steps - j)) / steps;
  return n;
}
/** *Setting*: what a step counts more for being listed first. */
const EARLIER = 0.01;

/** An order with what it costs by itself, whatever else it was chosen by. */
const found = (task: OrderTask, moves: readonly OrderMove[], expanded: number): LeastOrder => ({
  kind: 'found',
  minutes: changeoverOf(task, moves),
  moves,
  expanded,
});

/** Minutes of changeover of an order: tools, places and states. */
export function changeoverOf(task: OrderTask, moves: readonly OrderMove[]): number {
  const steps = new Map(task.steps.map((s) => [s.id, s]));
  let { tool, zone } = task.start;
  const states: Record<string, string> = { ...task.start.states };
  let minutes = 0;
  const go = (nextTool: string | undefined, nextZone: string | undefined) => {
    if (nextTool !== undefined && nextTool !== '' && nextTool !== tool) {
      minutes += task.toolChangeMin;
      tool = nextTool;
    }
    if (nextZone !== undefined && nextZone !== '' && nextZone !== zone) {
      minutes += task.zoneChangeMin;
      zone = nextZone;
    }
  };
  for (const m of moves) {
    if (m.kind === 'step') {
      const s = steps.get(m.id);
      go(s?.tool, s?.zone);
      Object.assign(states, s?.sets ?? {});
      continue;
    }
    const move = task.moves.find((x) => x.name === m.name && x.from === states[m.name] && x.to === m.to);
    go(move?.tool, move?.zone);
    minutes += m.minutes;
    states[m.name] = m.to;
  }
  return minutes;
}

/** Whether every bit of one is in the other. */
const covers = (mask: number, of: number): boolean => (mask & of) === of;
const maskOf = (ids: readonly string[], steps: readonly FreeStep[]): number =>
  ids.reduce((mask, id) => mask | (1 << steps.findIndex((s) => s.id === id)), 0);

function walkBack(steps: readonly FreeStep[], end: Node): readonly OrderMove[] {
  const moves: OrderMove[] = [];
  for (let at: Node = end; at.from; at = at.from)
    moves.push(typeof at.by === 'number' ? { kind: 'step', id: steps[at.by]?.id ?? '' } : at.by);
  return moves.reverse();
}
