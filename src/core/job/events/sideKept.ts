import { latestBy } from '../log/frontier';
import { after, id, note, shape } from './form';
import { atPosition, eventKind } from './kind';

/** Half and half: one lamp of a pair stays as it is until the other is proven against it, or both go at once again. */
export const sideKept = eventKind({
  type: 'side-kept',
  form: shape({
    swap: id(),
    /** The lamp that stays; absent: none does. */
    position: note(120),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => b.swap,
  fits: (b, frame) => atPosition(b.position, frame),
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ kept: latestBy(log, (b) => b.swap) }),
});
