import { checkAt } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, maybeOneOf, number, shape } from './form';
import { eventKind } from './kind';

const key = (b: { readonly position: string; readonly lamp: string; readonly point: string }) =>
  checkAt(b.position, b.lamp, b.point);

/** What was lost on the way to a lamp and back while it was lit: the two sides of one loop, each by itself. */
export const dropRead = eventKind({
  type: 'drop-read',
  form: shape({
    position: id(),
    lamp: id(),
    /** `plug/cavity` of the lamp that was fed. */
    point: id(),
    /** From the battery’s plus to that cavity, V. */
    supplyV: number(0, 60),
    /** From the lamp’s ground to the battery’s minus, V. */
    groundV: number(0, 60),
    noted: maybeOneOf(['as-expected']),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: key,
  asked: (b, job) => (job.drops.has(key(b)) ? null : 'no-such-drop-point'),
  reduce: (log) => ({ dropReads: latestBy(log, key) }),
});
