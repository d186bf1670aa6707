import type { HandJoint } from '../readings/handJoints';
import type { PositionWiring } from '../readings/wiring';
import { type Job, perJob } from './view';

/** A lamp with its steps on the bench. */
export type LampBench = Pick<PositionWiring, 'position' | 'lamp' | 'bench'>;

/** What Bench shows. */
export interface BenchView {
  readonly swaps: readonly {
    readonly id: string;
    readonly wiring: readonly LampBench[];
    /** Joints that are made on the bench. */
    readonly joints: readonly HandJoint[];
  }[];
}

/** Lays out Bench. */
export const benchView = perJob(({ reading }: Job): BenchView => ({
  swaps: reading.checks.map((c) => ({
    id: c.swap.id,
    wiring: c.wiring,
    joints: c.joints.filter((j) => j.where === 'bench'),
  })),
}));
