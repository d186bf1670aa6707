import type { OpenItem, StageState } from '@/core/job';

/** A job as a line of the board. */
export interface BoardJob {
  readonly id: string;
  readonly number: number;
  readonly vehicle: string;
  readonly identity: string;
  readonly words: string;
  readonly openedAt: string;
  readonly stages: readonly StageState[];
  readonly open: readonly Pick<OpenItem, 'id' | 'origin' | 'what'>[];
  readonly locked: boolean;
}
