import { seededRandom } from '../kernel/seededRandom';
import { changeoverOf, type OrderMove } from './leastOrder';
import { movesFor } from './listedOrder';
import { spaceOf } from './orderSpace';
import type { FreeStep, OrderTask } from './orderTask';

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
const TRIES = 4000;
const TOLD_EVERY = 500;

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
  const byId = new Map(task.steps.map((s) => [s.id, s]));
  const boundMin = lowerBound(task);
  let now = from.flatMap((m) => (m.kind === 'step' ? (byId.get(m.id) ?? []) : []));
  let best: { moves: readonly OrderMove[]; minutes: number } = {
    moves: from,
    minutes: changeoverOf(task, from),
  };
  let cost = best.minutes;
  let tried = 0;
  for (; tried < tries && best.minutes > boundMin; tried += 1) {
    if (goOn && tried % TOLD_EVERY === 0 && !goOn(tried / tries, best.minutes)) break;
    const next = moved(now, random);
    if (!next) continue;
    const moves = movesFor(task, next);
    if (!moves) continue;
    const minutes = changeoverOf(task, moves);
    const heat = Math.max(0.02, 2 * (1 - tried / tries));
    if (minutes > cost && random() >= Math.exp((cost - minutes) / heat)) continue;
    [now, cost] = [next, minutes];
    if (minutes < best.minutes) best = { moves, minutes };
  }
  return { ...best, boundMin: Math.min(boundMin, best.minutes), tried };
}

/** An order with a block of one to four steps somewhere else; null: edges forbid it. */
function moved(order: readonly FreeStep[], random: () => number): FreeStep[] | null {
  const n = order.length;
  if (n < 2) return null;
  const length = 1 + Math.floor(random() * Math.min(4, n - 1));
  const at = Math.floor(random() * (n - length + 1));
  const to = Math.floor(random() * (n - length + 1));
  if (to === at) return null;
  const block = order.slice(at, at + length);
  const rest = [...order.slice(0, at), ...order.slice(at + length)];
  const next = [...rest.slice(0, to), ...block, ...rest.slice(to)];
  // Only what the block has passed can be out of order now.
  const passed = to > at ? order.slice(at + length, to + length) : order.slice(to, at);
  const ids = new Set(passed.map((s) => s.id));
  const inBlock = new Set(block.map((s) => s.id));
  const broken =
    to > at
      ? passed.some((s) => s.after.some((id) => inBlock.has(id)))
      : block.some((s) => s.after.some((id) => ids.has(id)));
  return broken ? null : next;
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
