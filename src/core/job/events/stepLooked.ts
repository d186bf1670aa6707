import { lookAt } from '../../kernel/ids';
import { STEP_LOOKS } from '../../work/types';
import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape } from './form';
import { eventKind } from './kind';

/** What somebody saw who looked. */
export const STEP_LOOKED = ['yes', 'no', 'none'] as const;
export type StepLooked = (typeof STEP_LOOKED)[number];

const key = (b: { readonly step: string; readonly look: string }) => lookAt(b.step, b.look);

/** A look that mounting a step wants was taken: mark on top, bulb clocked, first screws only caught. */
export const stepLooked = eventKind({
  type: 'step-looked',
  form: shape({
    step: id(),
    look: oneOf(STEP_LOOKS),
    seen: oneOf(STEP_LOOKED),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: key,
  asked: (b, shape) => (shape.looks.has(key(b)) ? null : 'no-such-step'),
  reduce: (log) => ({ stepLooks: latestBy(log, key) }),
});
