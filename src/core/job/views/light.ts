import type { Circuit } from '../../controls';
import type { LightFinding } from '../../light/judge/finding';
import type { PositionWiring } from '../readings/wiring';
import { type Job, perJob } from './view';

/** A lamp by what it does for the controls. */
export type LampLight = Pick<
  PositionWiring,
  'position' | 'lamp' | 'state' | 'map' | 'mode' | 'feeds' | 'undecided'
>;

/** What Light shows. */
export interface LightView {
  readonly circuits: readonly Circuit[];
  readonly swaps: readonly {
    readonly id: string;
    readonly wiring: readonly LampLight[];
    /** What the market's rules say of them in every setting. */
    readonly findings: readonly LightFinding[];
  }[];
}

/** Lays out Light. */
export const lightView = perJob(({ pack, reading }: Job): LightView => ({
  circuits: pack.family.body.circuits ?? [],
  swaps: reading.checks.map((c) => ({
    id: c.swap.id,
    wiring: c.wiring,
    findings: c.light,
  })),
}));
