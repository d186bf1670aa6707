import { lampAt } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, list, note, oneOf, shape, text, words } from './form';
import { basisToAfter, eventKind } from './kind';
import { LOOKED } from './plugRecorded';

/** What is looked at when a lamp's box arrives: each yes, no or not looked. */
export const BOX_CHECKS = ['contents', 'side', 'revision', 'undamaged'] as const;
export type BoxCheck = (typeof BOX_CHECKS)[number];

const looked = () => oneOf(LOOKED);
const key = (b: { readonly position: string; readonly lamp: string }) => lampAt(b.position, b.lamp);

/** A lamp's box was looked into. */
export const boxChecked = eventKind({
  type: 'box-checked',
  form: shape({
    position: id(),
    lamp: id(),
    checks: shape({
      contents: looked(),
      side: looked(),
      revision: looked(),
      undamaged: looked(),
    } satisfies Record<BoxCheck, unknown>),
    serial: text(60),
    lot: note(60),
    words: note(),
    /** What was in the box and is not used, each with the reason why that is right. */
    leftovers: list(shape({ what: words(), why: words() }), 0, 20),
    after: after(),
  }),
  lifts: [basisToAfter],
  needs: 'choose-parts',
  value: key,
  asked: (b, shape) => (shape.boxes.has(key(b)) ? null : 'no-such-box'),
  reduce: (log) => ({ boxes: latestBy(log, key) }),
});
