import { id, shape } from './form';
import { eventKind } from './kind';

/** A lead let an entry in that was held for its author's rights or its clock. */
export const entryAdmitted = eventKind({
  type: 'entry-admitted',
  form: shape({ entry: id() }),
  needs: 'admit-entry',
  undo: 'never',
  reduce: (log) => ({ admitted: log.standing }),
});
