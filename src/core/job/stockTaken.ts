import type { AnyStoredEvent } from './events';
import { standingEvents } from './log/standing';

/** How many of each part some entries of a job have taken off the shop's own shelf, by part; undone ones are back. */
export function stockTaken(events: readonly AnyStoredEvent[]): ReadonlyMap<string, number> {
  const taken = new Map<string, number>();
  for (const e of standingEvents(events)) {
    if (e.type !== 'part-moved' || e.body.from !== 'stock' || e.body.move !== 'received') continue;
    taken.set(e.body.part, (taken.get(e.body.part) ?? 0) + e.body.quantity);
  }
  return taken;
}
