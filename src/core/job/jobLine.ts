import type { OpenItem } from './items/openItem';
import type { StageState } from './stages/stageStates';

/** What lists say of a job. */
export interface JobLine {
  readonly id: string;
  readonly number: number;
  readonly vehicle: string;
  readonly identity: string;
  readonly words: string;
  readonly openedAt: string;
  /** Of what is wanting, the first of each. */
  readonly stages: readonly StageState[];
  readonly open: readonly Pick<OpenItem, 'id' | 'origin' | 'what'>[];
  /** Locked, and nothing came after the lock. */
  readonly locked: boolean;
  /** Somebody asked a lead to lock it, and nobody has. */
  readonly asksLock: boolean;
  /** Of its customer; empty: nobody wrote it down. */
  readonly customer: string;
  /** Given up, and not taken up again. */
  readonly abandoned: boolean;
}
