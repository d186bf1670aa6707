import { STAGES } from '../stages/stages';
import { id, note, oneOf, shape } from './form';
import { atPosition, eventKind } from './kind';

/** A picture of the job; its bytes travel apart and may come later. */
export const photoAdded = eventKind({
  type: 'photo-added',
  form: shape({
    /** Hash of the bytes that the device sent. */
    photo: id(64).matches(/^[0-9a-f]{64}$/, 'malformed'),
    position: note(120),
    stage: oneOf(STAGES),
    words: note(),
    /** The step that it was taken at. */
    step: note(120),
    /** The photo of before that this one is the after of: the same place, framed alike. */
    before: id(64)
      .matches(/^[0-9a-f]{64}$/, 'malformed')
      .optional(),
  }),
  needs: 'record-arrival',
  fits: (b, frame) => atPosition(b.position, frame),
  reduce: (log) => ({ photos: log.standing }),
});
