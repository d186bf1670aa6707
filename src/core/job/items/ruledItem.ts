import type { Reason } from '../../kernel/reason';
import type { Stage } from '../stages/stages';
import type { ItemOrigin } from './openItem';

/** An item that a rule raises from what hands did. `met`: the tick that closed it by itself. */
export interface RuledItem {
  readonly id: string;
  readonly origin: ItemOrigin;
  readonly what: Reason;
  readonly stage: Stage;
  readonly raisedBy?: string;
  readonly raisedAt?: string;
  readonly met?: { readonly by: string; readonly at: string };
  /** The entry that raised it: no closing of before closes it. Absent: the choice of the lamp. */
  readonly since?: { readonly id: string; readonly at: string };
}
