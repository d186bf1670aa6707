import { id, list, note, oneOf, shape, text, words } from './form';
import { atPosition, eventKind } from './kind';

/** The calculators whose results can be put into a job. */
export const CALCULATORS = ['drop', 'fuse', 'resistor', 'flasher', 'drain'] as const;
export type Calculator = (typeof CALCULATORS)[number];

/** A calculator's result, with what went in. */
export const figureNoted = eventKind({
  type: 'figure-noted',
  form: shape({
    calculator: oneOf(CALCULATORS),
    inputs: list(shape({ name: id(), typed: text(80) }), 0, 20),
    result: words(),
    formula: words(),
    position: note(120),
    words: note(),
  }),
  needs: 'work-at-vehicle',
  fits: (b, frame) => atPosition(b.position, frame),
  reduce: (log) => ({ figures: log.standing }),
});
