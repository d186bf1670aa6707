import type { Circuit } from '../../controls';
import { type PositionWiring, fittedOf } from '../readings/wiring';
import type { FittedLamp } from '../../light';
import { type Job, perJob } from './view';

/** A lamp by what it does for the controls. */
export type LampLight = Pick<
  PositionWiring,
  'position' | 'lamp' | 'state' | 'map' | 'mode' | 'feeds' | 'undecided' | 'light'
> & {
  /** As it is wired, for what it does in a setting; null: nobody knows how it is. */
  readonly fitted: FittedLamp | null;
};

/** What Light shows. */
export interface LightView {
  readonly circuits: readonly Circuit[];
  readonly swaps: readonly { readonly id: string; readonly wiring: readonly LampLight[] }[];
}

/** Lays out Light. */
export const lightView = perJob(({ pack, reading }: Job): LightView => ({
  circuits: pack.family.body.circuits ?? [],
  swaps: reading.checks.map((c) => ({
    id: c.swap.id,
    wiring: c.wiring.map((w) => ({ ...w, fitted: w.map ? fittedOf(w, pack.family.body) : null })),
  })),
}));
