import type { OrderMove } from './leastOrder';
import type { OrderTask, StateMove } from './orderTask';
import { stateTable, type StateTable } from './stateTable';

/** *Setting*: orders that are followed side by side. */
const WIDTH = 120;
/** Steps that fit into the two numbers that say what is done. */
const MOST_STEPS = 60;
const HALF = 30;

interface Node {
  readonly cost: number;
  /** Cost, and what is still to come at the least. */
  readonly bound: number;
  readonly low: number;
  readonly high: number;
  readonly hand: number;
  readonly place: number;
  /** The vehicle's states, as one of those that were met. */
  readonly state: number;
  readonly from: Node | null;
  readonly step: number;
  readonly path: readonly StateMove[];
}

/**
 * A good order by beam search: at each number of steps done the most promising ways of having come so far are gone on from,
 * by what they cost and what is still to come at the least. No promise that it is the least. Null: more steps than it can
 * hold, or every way it followed ended.
 */
export function beamOrder(task: OrderTask, width = WIDTH): readonly OrderMove[] | null {
  const { steps, toolChangeMin, zoneChangeMin } = task;
  const n = steps.length;
  if (n > MOST_STEPS || n === 0) return null;
  const tools = indexOf([
    task.start.tool,
    ...steps.map((s) => s.tool),
    ...task.moves.map((m) => m.tool ?? ''),
  ]);
  const zones = indexOf([
    task.start.zone,
    ...steps.map((s) => s.zone),
    ...task.moves.map((m) => m.zone ?? ''),
  ]);
  const toolAt = steps.map((s) => (s.tool === '' ? -1 : (tools.get(s.tool) ?? -1)));
  const zoneAt = steps.map((s) => (s.zone === '' ? -1 : (zones.get(s.zone) ?? -1)));
  const pairs = indexOf(steps.map((s) => `${s.tool}|${s.zone}`));
  const pairAt = steps.map((s) =>
    s.tool === '' || s.zone === '' ? -1 : (pairs.get(`${s.tool}|${s.zone}`) ?? -1),
  );
  const bits = (i: number): readonly [number, number] => (i < HALF ? [1 << i, 0] : [0, 1 << (i - HALF)]);
  const own = steps.map((_, i) => bits(i));
  const place = new Map(steps.map((s, i) => [s.id, i]));
  const waits = steps.map((s) =>
    s.after.reduce<[number, number]>(
      ([low, high], id) => {
        const [l, h] = bits(place.get(id) ?? 0);
        return place.has(id) ? [low | l, high | h] : [low, high];
      },
      [0, 0],
    ),
  );
  const states = stateTable(task);
  /** What is still to come costs at least this: each tool, place and pair of them once, each state that is wanted once. */
  const least = (low: number, high: number, hand: number, at: number, state: number): number => {
    let [t, z, p] = [0, 0, 0];
    let pHigh = 0;
    let wanted = states.endWants(state);
    for (let i = 0; i < n; i += 1) {
      if (i < HALF ? (low >> i) & 1 : (high >> (i - HALF)) & 1) continue;
      const [tool, zone, pair] = [toolAt[i] ?? -1, zoneAt[i] ?? -1, pairAt[i] ?? -1];
      if (tool >= 0) t |= 1 << tool;
      if (zone >= 0) z |= 1 << zone;
      if (pair >= 0) {
        if (pair < HALF) p |= 1 << pair;
        else pHigh |= 1 << (pair % HALF);
      }
      wanted |= states.wants(i, state);
    }
    const tn = count(t & ~(1 << hand));
    const zn = count(z & ~(1 << at));
    const pn = Math.max(0, count(p) + count(pHigh) - 1);
    const byPairs = zn * zoneChangeMin + Math.max(0, pn - zn) * Math.min(toolChangeMin, zoneChangeMin);
    return Math.max(tn * toolChangeMin + zn * zoneChangeMin, byPairs) + states.costOf(wanted);
  };
  const startTool = tools.get(task.start.tool) ?? 0;
  const startZone = zones.get(task.start.zone) ?? 0;
  let layer: readonly Node[] = [
    {
      cost: 0,
      bound: 0,
      low: 0,
      high: 0,
      hand: startTool,
      place: startZone,
      state: states.start,
      from: null,
      step: -1,
      path: [],
    },
  ];
  for (let done = 0; done < n; done += 1) {
    const next = new Map<string, Node>();
    for (const node of layer) {
      const go = (i: number): boolean => {
        const path = states.path(node.state, i);
        if (!path) return false;
        let [hand, at, cost] = [node.hand, node.place, node.cost];
        const come = (tool: number, zone: number) => {
          if (tool >= 0 && tool !== hand) {
            cost += toolChangeMin;
            hand = tool;
          }
          if (zone >= 0 && zone !== at) {
            cost += zoneChangeMin;
            at = zone;
          }
        };
        for (const m of path) {
          come(m.tool ? (tools.get(m.tool) ?? -1) : -1, m.zone ? (zones.get(m.zone) ?? -1) : -1);
          cost += m.minutes;
        }
        come(toolAt[i] ?? -1, zoneAt[i] ?? -1);
        const [l, h] = own[i] ?? [0, 0];
        const [low, high] = [node.low | l, node.high | h];
        const state = states.after(node.state, i);
        const key = `${low} ${high} ${hand} ${at} ${state}`;
        const had = next.get(key);
        if (!had || cost < had.cost) {
          const bound = had ? cost + had.bound - had.cost : cost + least(low, high, hand, at, state);
          next.set(key, { cost, bound, low, high, hand, place: at, state, from: node, step: i, path });
        }
        return cost === node.cost && state === node.state;
      };
      const ready: number[] = [];
      for (let i = 0; i < n; i += 1) {
        const [l, h] = own[i] ?? [0, 0];
        const [wl, wh] = waits[i] ?? [0, 0];
        if ((node.low & l) !== 0 || (node.high & h) !== 0) continue;
        if ((node.low & wl) !== wl || (node.high & wh) !== wh) continue;
        ready.push(i);
      }
      // What costs nothing and changes nothing is done at once: later it could only cost more.
      const free = ready.find((i) => isFree(node, i, toolAt, zoneAt, states));
      if (free === undefined) ready.forEach(go);
      else go(free);
    }
    layer = [...next.values()].sort((a, b) => a.bound - b.bound || a.cost - b.cost).slice(0, width);
    if (layer.length === 0) return null;
  }
  let best: { readonly moves: readonly OrderMove[]; readonly cost: number } | null = null;
  for (const node of layer) {
    const last = states.toEnd(node.state);
    if (!last) continue;
    const cost = node.cost + last.reduce((sum, m) => sum + m.minutes, 0);
    if (!best || cost < best.cost) best = { moves: [...walkBack(task, node), ...last.map(asMove)], cost };
  }
  return best?.moves ?? null;
}

const isFree = (
  node: Node,
  i: number,
  toolAt: readonly number[],
  zoneAt: readonly number[],
  states: StateTable,
): boolean => {
  const [tool, zone] = [toolAt[i] ?? -1, zoneAt[i] ?? -1];
  return (
    (tool < 0 || tool === node.hand) &&
    (zone < 0 || zone === node.place) &&
    states.path(node.state, i)?.length === 0 &&
    states.after(node.state, i) === node.state
  );
};

const asMove = (m: StateMove): OrderMove => ({ kind: 'state', name: m.name, to: m.to, minutes: m.minutes });
const indexOf = (list: readonly string[]): ReadonlyMap<string, number> =>
  new Map([...new Set(list)].map((x, i) => [x, i]));

function count(mask: number): number {
  let n = 0;
  for (let m = mask; m !== 0; m &= m - 1) n += 1;
  return n;
}

function walkBack(task: OrderTask, end: Node): readonly OrderMove[] {
  const moves: OrderMove[] = [];
  for (let at: Node | null = end; at?.from; at = at.from)
    moves.unshift(...at.path.map(asMove), { kind: 'step', id: task.steps[at.step]?.id ?? '' });
  return moves;
}
