import { reason } from '../../kernel/reason';
import type { JobRecord, SwapRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { ChoiceCheck } from '../readings/check';
import type { StripReading } from '../readings/work';
import type { RuledItem } from './ruledItem';

/** The entries that say whether work had begun. */
export type BegunEntries = Pick<JobRecord, 'swaps' | 'quotes' | 'ticks'>;

/** Whether lamps came into the job when others had been agreed or taken apart already: scope that grew. */
export function isAdded(swap: SwapRecord, { swaps, quotes, ticks }: BegunEntries): boolean {
  const before = (e: { readonly at: string; readonly id: string }) => compareEvents(e, swap.openedBy) < 0;
  const others = swaps.filter((s) => s.id !== swap.id && before(s.openedBy));
  if (others.length === 0) return false;
  return (
    others.some((s) => {
      const agreed = quotes.get(s.id)?.event;
      return agreed !== undefined && before(agreed);
    }) || [...ticks.values()].some((t) => before(t.event))
  );
}

/**
 * What lamps that were added in mid-job leave to be settled: the customer's consent to their own price and time, and
 * steps that had been put back before they came.
 */
export function addedItems(
  { swap, orders }: ChoiceCheck,
  strip: StripReading,
  record: BegunEntries,
): readonly RuledItem[] {
  const items: RuledItem[] = [];
  const { positions } = swap;
  if (orders && isAdded(swap, record)) {
    const agreed = orders.agreed && !orders.agreed.changed ? record.quotes.get(swap.id)?.event : undefined;
    items.push({
      id: `added:${swap.id}`,
      origin: 'scope',
      what: reason('item-lamps-added', { positions, minutes: orders.quote.minutes.p50 }),
      stage: 'fit',
      ...(agreed ? { met: { by: agreed.user, at: agreed.at } } : {}),
    });
  }
  const again = strip.uses.find((u) => u.swap === swap.id)?.shared?.again ?? [];
  if (again[0])
    items.push({
      id: `again:${swap.id}:${again.map((s) => s.id).join()}`,
      origin: 'scope',
      what: reason('item-off-again', { positions, count: again.length, step: again[0].title }),
      stage: 'mount',
    });
  return items;
}
