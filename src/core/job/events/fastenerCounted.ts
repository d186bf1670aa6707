import { FASTENER_ACTS } from '../../work';
import { id, oneOf, shape, whole } from './form';
import { eventKind } from './kind';

/** Fasteners counted at a step. Counts add up; nothing is ever refused for its number. */
export const fastenerCounted = eventKind({
  type: 'fastener-counted',
  form: shape({ step: id(), group: id(), act: oneOf(FASTENER_ACTS), count: whole(1, 999) }),
  needs: 'work-at-vehicle',
  reduce: (log) => ({ counts: log.standing }),
});
