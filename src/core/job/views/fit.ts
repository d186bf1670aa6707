import type { Money } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import { isAdded } from '../items/addedItems';
import type { Rates, SwapOrders } from '../readings/orders';
import { type Job, perJob } from './view';

/** What was chosen, quoted and ordered. */
export interface FitView {
  readonly swaps: readonly {
    readonly id: string;
    readonly positions: readonly PositionKey[];
    readonly orders: SwapOrders | null;
    /** It came into the job when other lamps had been agreed or taken apart. */
    readonly added: boolean;
  }[];
  /** Work besides lamps that was added while the vehicle was in the shop. */
  readonly scopes: readonly {
    readonly event: string;
    readonly by: string;
    readonly words: string;
    readonly minutes: number;
    readonly price: Money | null;
  }[];
  /** What the shop takes for an hour. */
  readonly rates: Rates;
  /** All swaps with their added work; `total` null: something has no price. */
  readonly whole: { readonly minutes: number; readonly total: Money | null };
}

/** Lays out Fit, but for the shortlist, which goes over the whole shelf. */
export const fitView = perJob(({ pack, reading: { record, checks } }: Job): FitView => {
  const { rates } = pack;
  const quotes = checks.flatMap((c) => (c.orders ? [c.orders.quote] : []));
  const scopes = record.scopes.map((e) => ({
    event: e.id,
    by: e.user,
    words: e.body.words,
    minutes: e.body.minutes,
    price: e.body.price ?? null,
  }));
  const prices = [...quotes.map((q) => q.total), ...scopes.map((s) => s.price)];
  return {
    swaps: checks.map((c) => ({
      id: c.swap.id,
      positions: c.swap.positions,
      orders: c.orders,
      added: isAdded(c.swap, record),
    })),
    scopes,
    rates,
    whole: {
      minutes: [...quotes.map((q) => q.minutes.p50), ...scopes.map((s) => s.minutes)].reduce(
        (a, b) => a + b,
        0,
      ),
      total: prices.every((p) => p !== null && p.currency === rates.hour.currency)
        ? { currency: rates.hour.currency, minor: prices.reduce((n, p) => n + (p?.minor ?? 0), 0) }
        : null,
    },
  };
});
