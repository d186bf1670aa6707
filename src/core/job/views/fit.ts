import type { SwapOrders } from '../readings/orders';
import { type Job, perJob } from './view';

/** What was chosen, quoted and ordered. */
export interface FitView {
  readonly swaps: readonly { readonly id: string; readonly orders: SwapOrders | null }[];
  /** Work that was added while the vehicle was in the shop. */
  readonly scopes: readonly {
    readonly event: string;
    readonly by: string;
    readonly words: string;
    readonly minutes: number;
  }[];
}

/** Lays out Fit, but for the shortlist, which goes over the whole shelf. */
export const fitView = perJob(({ reading: { record, checks } }: Job): FitView => ({
  swaps: checks.map((c) => ({ id: c.swap.id, orders: c.orders })),
  scopes: record.scopes.map((e) => ({
    event: e.id,
    by: e.user,
    words: e.body.words,
    minutes: e.body.minutes,
  })),
}));
