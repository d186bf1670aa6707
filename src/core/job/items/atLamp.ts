import type { Reason } from '../../kernel/reason';
import type { PositionKey } from '../../vehicle';

/** A reason about a plug or a wire, told of one lamp among several: left and right may have the same. */
export const atLamp = (of: Reason, position: PositionKey): Reason =>
  ({ ...of, facts: { ...of.facts, position } }) as unknown as Reason;
