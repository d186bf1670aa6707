import { id, list, shape } from './form';
import { eventKind, type Stored } from './kind';

/** Which lamps are changed together. */
export interface OpenedSwap {
  readonly id: string;
  readonly positions: readonly string[];
  readonly openedBy: Stored<{ readonly swap: string; readonly positions: readonly string[] }>;
}

/** Lamps that are to be changed in one go, a pair as a rule. */
export const swapOpened = eventKind({
  type: 'swap-opened',
  form: shape({ swap: id(), positions: list(id(), 1, 20) }),
  needs: 'record-arrival',
  fits: (b, frame) => (b.positions.every((p) => frame.positions.has(p)) ? null : 'unknown-position'),
  reduce: (log) => {
    // The first in history order has its lamps; one that overlaps it, or has its id, fits nowhere.
    const swaps = new Map<string, OpenedSwap>();
    const taken = new Set<string>();
    for (const e of log.standing) {
      const { swap, positions } = e.body;
      if (swaps.has(swap) || positions.some((p) => taken.has(p))) continue;
      swaps.set(swap, { id: swap, positions, openedBy: e });
      for (const p of positions) taken.add(p);
    }
    return { swapsOpened: [...swaps.values()] };
  },
});
