import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape } from './form';
import { eventKind } from './kind';

/** What a recheck of a disturbed system showed. `not-fitted`: the vehicle has no such thing. */
export const RECHECK_OUTCOMES = ['passes', 'fails', 'not-fitted'] as const;
export type RecheckOutcome = (typeof RECHECK_OUTCOMES)[number];

/** What was disturbed beyond the lamps was looked at again, by the vehicle maker’s method. */
export const recheckSeen = eventKind({
  type: 'recheck-seen',
  form: shape({
    /** Id of the open item that asks for it. */
    item: id(1000),
    outcome: oneOf(RECHECK_OUTCOMES),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => b.item,
  asked: (b, job) => (job.items.has(b.item) ? null : 'no-such-item'),
  reduce: (log) => ({ rechecks: latestBy(log, (b) => b.item) }),
});
