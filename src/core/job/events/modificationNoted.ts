import { note, shape, words } from './form';
import { atPosition, eventKind } from './kind';

/** Something on the vehicle that it did not leave its maker with. */
export const modificationNoted = eventKind({
  type: 'modification-noted',
  form: shape({ words: words(), position: note(120) }),
  needs: 'record-arrival',
  fits: (b, frame) => atPosition(b.position, frame),
  reduce: (log) => ({ modifications: log.standing }),
});
