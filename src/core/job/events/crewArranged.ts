import { latestBy } from '../log/frontier';
import { after, id, list, oneOf, shape } from './form';
import { eventKind } from './kind';

/** Steps that are shared out by hand, at most. */
const STEPS_MAX = 400;
/** The two who share a way. */
export const HANDS = ['first', 'second'] as const;

/**
 * Who of two does what, in which turn, as somebody wants it. Steps that are not named go where they are soonest done; what a
 * step waits for it waits for whoever does it.
 */
export const crewArranged = eventKind({
  type: 'crew-arranged',
  form: shape({
    way: oneOf(['out', 'back']).required('missing'),
    /** In the order in which they are taken up; none: as the plan has it. */
    steps: list(shape({ step: id(), who: oneOf(HANDS).required('missing') }), 0, STEPS_MAX),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => b.way,
  reduce: (log) => ({ shared: latestBy(log, (b) => b.way) }),
});
