import { wayStep } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape } from './form';
import { basisToAfter, eventKind } from './kind';

/** `differs`: done, but not as the sheet has it. `not-needed`: nothing was done, so nothing is to be undone. */
export const STEP_OUTCOMES = ['done', 'differs', 'not-needed'] as const;
export type StepOutcome = (typeof STEP_OUTCOMES)[number];

const key = (b: { readonly way: 'out' | 'back'; readonly step: string }) => wayStep(b.way, b.step);

/** A step of the way out or back was done, done otherwise, or not needed. */
export const stepTicked = eventKind({
  type: 'step-ticked',
  form: shape({
    /** Id of the step in the job's plan: `bumper-off`, `lamp-out@headlamp.front.left`. */
    step: id(),
    way: oneOf(['out', 'back']),
    outcome: oneOf(STEP_OUTCOMES),
    /** What was otherwise than the sheet says; wanted unless it is plainly done. */
    words: note(),
    after: after(),
  }).test('words', 'words-needed', (b) => b.outcome === 'done' || (b.words ?? '').trim() !== ''),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: key,
  asked: (b, shape) => (shape.steps.has(key(b)) ? null : 'no-such-step'),
  reduce: (log) => ({ ticks: latestBy(log, key) }),
});
