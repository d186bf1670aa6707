import { jointOf } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, note, number, shape, yesNo } from './form';
import { eventKind } from './kind';

const key = (b: { readonly swap: string; readonly joint: string }) => jointOf(b.swap, b.joint);

/** A joint made by hand was pulled: did it hold, and at what force where a gauge was on it. */
export const jointTugged = eventKind({
  type: 'joint-tugged',
  form: shape({
    swap: id(),
    /** Id of the joint, as the wiring of the swap names it. */
    joint: id(),
    held: yesNo().required('missing'),
    /** N on the gauge; absent: pulled by hand. */
    pullN: number(0, 5000).optional(),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: key,
  asked: (b, job) => (job.joints.has(key(b)) ? null : 'no-such-joint'),
  reduce: (log) => ({ tugs: latestBy(log, key) }),
});
