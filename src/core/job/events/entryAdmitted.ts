import { id, maybeDigest, maybeId, shape } from './form';
import { eventKind } from './kind';

/**
 * A lead let an entry in that was held for its author's rights or its clock: this very content of this very author in
 * this job. One of version 1 named an id alone; it stays in the history, and lets nothing in.
 */
export const entryAdmitted = eventKind({
  type: 'entry-admitted',
  form: shape({
    entry: id(),
    /** SHA-256 that the held entry is kept under: of its author and its bytes. */
    digest: maybeDigest(),
    author: maybeId(),
  }),
  lifts: [(body) => body],
  needs: 'admit-entry',
  undo: 'never',
  reduce: (log) => ({ admitted: log.standing }),
});
