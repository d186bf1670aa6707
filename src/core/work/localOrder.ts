import { seededRandom } from '../kernel/seededRandom';
import { beamOrder } from './beamOrder';
import { changeoverOf, type OrderMove } from './leastOrder';
import { movesFor } from './listedOrder';
import { spaceOf } from './orderSpace';
import type { OrderTask } from './orderTask';
import { stateTable } from './stateTable';

/** An order, how dear it is, and what none can go below. */
export interface ImprovedOrder {
  readonly moves: readonly OrderMove[];
  readonly minutes: number;
  readonly boundMin: number;
  /** Orders that were looked at. */
  readonly tried: number;
}

/** How long it goes on. */
export interface ImproveOptions {
  /** *Setting*: orders that are looked at. */
  readonly tries?: number;
  readonly seed?: number;
  /** Is told now and then how far it is; whoever answers false ends it. */
  readonly goOn?: (done: number, best: number) => boolean;
}

/** *Setting*: orders looked at where somebody waits for the reading. */
const TRIES = 12_000;
const TOLD_EVERY = 500;
/** *Settings*: orders that the first look follows side by side, with time and without. */
const WIDE = 120;
const NARROW = 30;
/** *Settings*: rounds from a fresh start, and how much worse is taken at the beginning of each, minutes. */
const ROUNDS = 3;
const HOT = 0.6;

/**
 * A better order from a feasible one: blocks of steps are moved where the edges let them, worse ones taken now and then and
 * less and less (simulated annealing). The same seed gives the same order.
 */
export function improved(
  task: OrderTask,
  from: readonly OrderMove[],
  { tries = TRIES, seed = 1, goOn }: ImproveOptions = {},
): ImprovedOrder {
  const random = seededRandom(seed);
  const boundMin = lowerBound(task);
  let best: { moves: readonly OrderMove[]; minutes: number } = {
    moves: from,
    minutes: changeoverOf(task, from),
  };
  const beam = beamOrder(task, tries > TRIES ? WIDE : NARROW);
  if (beam) {
    const minutes = changeoverOf(task, beam);
    if (minutes < best.minutes) best = { moves: beam, minutes };
  }
  const place = new Map(task.steps.map((s, i) => [s.id, i]));
  const waits = task.steps.map((s) => s.after.flatMap((id) => place.get(id) ?? []));
  const indexed = (moves: readonly OrderMove[]) =>
    moves.flatMap((m) => (m.kind === 'step' ? (place.get(m.id) ?? []) : []));
  // Several rounds from several starts: one alone ends where its start leads it.
  const starts = [...(beam ? [indexed(beam)] : []), indexed(from)];
  const each = Math.ceil(tries / ROUNDS);
  let tried = 0;
  for (let round = 0; round < ROUNDS && tried < tries; round += 1) {
    const priced = pricedOrder(task, starts[round % starts.length] ?? indexed(from));
    let least: { readonly order: readonly number[]; readonly minutes: number } | null = null;
    for (let n = 0; n < each && tried < tries && best.minutes > boundMin; n += 1, tried += 1) {
      if (goOn && tried % TOLD_EVERY === 0 && !goOn(tried / tries, best.minutes))
        return { ...best, boundMin: Math.min(boundMin, best.minutes), tried };
      const move = blockMoved(priced.order(), waits, random);
      if (!move) continue;
      const cost = priced.minutes();
      const minutes = priced.tried(move);
      const heat = Math.max(0.02, HOT * (1 - n / each));
      if (minutes === Infinity || (minutes > cost && random() >= Math.exp((cost - minutes) / heat))) continue;
      priced.take(move);
      if (minutes < (least?.minutes ?? best.minutes) - 1e-9) least = { order: [...priced.order()], minutes };
    }
    const moves =
      least &&
      movesFor(
        task,
        least.order.flatMap((i) => task.steps[i] ?? []),
      );
    if (moves) {
      const minutes = changeoverOf(task, moves);
      if (minutes < best.minutes) best = { moves, minutes };
    }
  }
  return { ...best, boundMin: Math.min(boundMin, best.minutes), tried };
}

/** A block of an order that goes elsewhere: `length` steps from `at` on, to `to` in what is left. */
interface BlockMove {
  readonly at: number;
  readonly length: number;
  readonly to: number;
}

/** A block of one to four steps that may go somewhere else; null: edges forbid it. */
function blockMoved(
  order: readonly number[],
  waits: readonly (readonly number[])[],
  random: () => number,
): BlockMove | null {
  const n = order.length;
  if (n < 2) return null;
  const length = 1 + Math.floor(random() * Math.min(4, n - 1));
  const at = Math.floor(random() * (n - length + 1));
  const to = Math.floor(random() * (n - length + 1));
  if (to === at) return null;
  // Only what the block has passed can be out of order now.
  const [from, until] = to > at ? [at + length, to + length] : [to, at];
  for (let i = from; i < until; i += 1)
    for (let k = at; k < at + length; k += 1) {
      const [passed, moved] = [order[i] ?? 0, order[k] ?? 0];
      const [first, second] = to > at ? [passed, moved] : [moved, passed];
      if (waits[first]?.includes(second)) return null;
    }
  return { at, length, to };
}

/** An order of steps with its price, that is told at once where a block goes elsewhere: only what comes after it is priced anew. */
function pricedOrder(task: OrderTask, first: readonly number[]) {
  const { toolChangeMin, zoneChangeMin } = task;
  const n = first.length;
  const names = (list: readonly (string | undefined)[]) =>
    new Map([...new Set(list.filter((x) => x))].map((x, i) => [x, i + 1]));
  const tools = names([task.start.tool, ...task.steps.map((s) => s.tool), ...task.moves.map((m) => m.tool)]);
  const zones = names([task.start.zone, ...task.steps.map((s) => s.zone), ...task.moves.map((m) => m.zone)]);
  const toolAt = task.steps.map((s) => tools.get(s.tool) ?? 0);
  const zoneAt = task.steps.map((s) => zones.get(s.zone) ?? 0);
  const states = stateTable(task);
  const order = [...first];
  const draft = [...first];
  // Before each place of the order: what is in the hand, where one stands, how the vehicle stands, minutes so far.
  const hand = new Int32Array(n + 1);
  const at = new Int32Array(n + 1);
  const state = new Int32Array(n + 1);
  const cost = new Float64Array(n + 1);
  hand[0] = tools.get(task.start.tool) ?? 0;
  at[0] = zones.get(task.start.zone) ?? 0;
  state[0] = states.start;
  let total = 0;
  /** Prices a list from one place on; `keep`: writes down what is so before each place. */
  const price = (list: readonly number[], from: number, keep: boolean): number => {
    let [h, z, s, c] = [hand[from] ?? 0, at[from] ?? 0, state[from] ?? 0, cost[from] ?? 0];
    for (let k = from; k <= n; k += 1) {
      if (keep) [hand[k], at[k], state[k], cost[k]] = [h, z, s, c];
      const i = k < n ? (list[k] ?? 0) : task.steps.length;
      const path = states.path(s, i);
      if (!path) return Infinity;
      for (const m of path) {
        const [tool, zone] = [tools.get(m.tool) ?? 0, zones.get(m.zone) ?? 0];
        if (tool !== 0 && tool !== h) {
          c += toolChangeMin;
          h = tool;
        }
        if (zone !== 0 && zone !== z) {
          c += zoneChangeMin;
          z = zone;
        }
        c += m.minutes;
      }
      if (k === n) break;
      const [tool, zone] = [toolAt[i] ?? 0, zoneAt[i] ?? 0];
      if (tool !== 0 && tool !== h) {
        c += toolChangeMin;
        h = tool;
      }
      if (zone !== 0 && zone !== z) {
        c += zoneChangeMin;
        z = zone;
      }
      s = states.after(s, i);
    }
    return c;
  };
  const lay = ({ at: b, length, to }: BlockMove) => {
    for (let k = Math.min(b, to); k < n; k += 1) draft[k] = order[k] ?? 0;
    const block = order.slice(b, b + length);
    if (to > b) for (let k = b; k < to; k += 1) draft[k] = order[k + length] ?? 0;
    else for (let k = to + length; k < b + length; k += 1) draft[k] = order[k - length] ?? 0;
    for (let k = 0; k < length; k += 1) draft[to + k] = block[k] ?? 0;
  };
  total = price(order, 0, true);
  return {
    order: (): readonly number[] => order,
    minutes: () => total,
    tried: (move: BlockMove): number => {
      lay(move);
      return price(draft, Math.min(move.at, move.to), false);
    },
    take: (move: BlockMove) => {
      const from = Math.min(move.at, move.to);
      for (let k = from; k < n; k += 1) order[k] = draft[k] ?? 0;
      total = price(order, from, true);
    },
  };
}

/** What no order can go below: each tool, each place and each pair of them is come to once, each state that is wanted too. */
export function lowerBound(task: OrderTask): number {
  const { toolChangeMin: tool, zoneChangeMin: zone } = task;
  if (task.steps.length <= 30) {
    const space = spaceOf(task);
    return space.least(0, space.startHand, space.startPlace, space.startState);
  }
  const tools = new Set(task.steps.flatMap((s) => (s.tool && s.tool !== task.start.tool ? [s.tool] : [])));
  const zones = new Set(task.steps.flatMap((s) => (s.zone && s.zone !== task.start.zone ? [s.zone] : [])));
  const pairs = new Set(task.steps.flatMap((s) => (s.tool && s.zone ? [`${s.tool}|${s.zone}`] : [])));
  const byPairs = zones.size * zone + Math.max(0, pairs.size - zones.size) * Math.min(tool, zone);
  return Math.max(tools.size * tool + zones.size * zone, byPairs);
}
