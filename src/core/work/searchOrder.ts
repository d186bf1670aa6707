import { leastOrder } from './leastOrder';
import { listedOrder } from './listedOrder';
import { improved } from './localOrder';
import { taskOf } from './order';
import type { OrderTask } from './orderTask';
import type { WorkStep } from './placed';
import { arrives, movesOf, type StateRow } from './states';

/** *Settings*: how far somebody who waits for it lets the search go. */
const MOST_EXACT = 2_000_000;
const TRIES = 300_000;

/** What a long search came to. */
export interface SearchedOrder {
  /** The steps in their order. */
  readonly steps: readonly string[];
  readonly minutes: number;
  /** What no order can go below; the same as `minutes` where it is known to be the least. */
  readonly boundMin: number;
}

/** The steps of a way out as a task to be searched: without the changes of state between them, which follow from the order. */
export const searchTask = (out: readonly WorkStep[], states: readonly StateRow[]): OrderTask =>
  taskOf(
    out.filter((s) => s.sheet !== ''),
    { start: arrives(states), moves: movesOf(states) },
  );

/**
 * Searches an order for as long as it takes: exactly where that ends, else over many thousand orders. Null: none is found.
 * @param goOn is told how far it is, 0 to 1, and the best so far; false ends it
 */
export function searchOrder(
  task: OrderTask,
  goOn: (share: number, best: number) => boolean,
): SearchedOrder | null {
  const listed = listedOrder(task, 'changeover');
  if (listed.kind !== 'moves') return null;
  const near = improved(task, listed.moves, { tries: TRIES, goOn: (share, best) => goOn(share / 2, best) });
  const exact = leastOrder(task, MOST_EXACT);
  const best =
    exact.kind === 'found' ? { moves: exact.moves, minutes: exact.minutes, boundMin: exact.minutes } : near;
  return {
    steps: best.moves.flatMap((m) => (m.kind === 'step' ? [m.id] : [])),
    minutes: best.minutes,
    boundMin: best.boundMin,
  };
}
