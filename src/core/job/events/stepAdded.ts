import { FASTENER_KINDS, ZONES } from '../../work/types';
import { id, number, oneOf, shape, whole, words, yesNo } from './form';
import { eventKind } from './kind';

/** What a step that is written down at the vehicle can be. `isolate` and `loosen` have to be made good. */
export const HAND_STEPS = ['remove', 'loosen', 'isolate', 'look'] as const;
export type HandStep = (typeof HAND_STEPS)[number];

/** A step that no sheet of the shelf has, written down as the work goes: it comes off here and goes back in reverse. */
export const stepAdded = eventKind({
  type: 'step-added',
  form: shape({
    swap: id(),
    step: id(60),
    words: words(),
    kind: oneOf(HAND_STEPS),
    zone: oneOf(ZONES),
    minutes: number(0, 1000),
    /** At every lamp of the swap, or once for all. */
    each: yesNo().required('missing'),
    /** The old lamp comes out with it. */
    lampOut: yesNo().required('missing'),
    fasteners: shape({ kind: oneOf(FASTENER_KINDS), count: whole(1, 200) })
      .optional()
      .default(undefined),
  }),
  needs: 'work-at-vehicle',
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ addedSteps: log.standing }),
});
