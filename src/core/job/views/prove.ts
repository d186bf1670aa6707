import type { Lamp } from '../../catalogue/types';
import type { PositionKey } from '../../vehicle';
import type { ProofLine } from '../readings/proof';
import { type Job, perJob } from './view';

/** What Prove shows. */
export interface ProveView {
  readonly swaps: readonly {
    readonly id: string;
    readonly proofs: readonly ProofLine[];
    /** The lamp that was chosen for each place. */
    readonly lamps: Readonly<Record<PositionKey, Lamp>>;
  }[];
}

/** Lays out Prove. */
export const proveView = perJob(({ reading }: Job): ProveView => ({
  swaps: reading.checks.map((c) => ({
    id: c.swap.id,
    proofs: c.proofs,
    lamps: Object.fromEntries(c.wiring.map((w) => [w.position, w.lamp])),
  })),
}));
