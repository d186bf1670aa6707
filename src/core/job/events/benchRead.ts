import { checkAt } from '../../kernel/ids';
import { LIGHT_COLOURS } from '../../vehicle';
import { latestBy } from '../log/frontier';
import { after, id, maybeOneOf, number, oneOf, shape } from './form';
import { basisToAfter, eventKind } from './kind';

const key = (b: { readonly position: string; readonly lamp: string; readonly step: string }) =>
  checkAt(b.position, b.lamp, b.step);

/** What the new lamp drew and showed on the bench. */
export const benchRead = eventKind({
  type: 'bench-read',
  form: shape({
    position: id(),
    /** The lamp that was on the bench; a reading does not pass to another. */
    lamp: id(),
    /** `plug/cavity` of the bench step. */
    step: id(),
    reading: shape({
      currentA: number(0, 100),
      seen: oneOf([...LIGHT_COLOURS, 'dark', 'other-function'] as const),
    }),
    /** The figure was not written down by itself: the meter showed what was expected, and that stands for it. */
    noted: maybeOneOf(['as-expected']),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: key,
  asked: (b, shape) => (shape.bench.has(key(b)) ? null : 'no-such-bench-step'),
  reduce: (log) => ({ bench: latestBy(log, key) }),
});
