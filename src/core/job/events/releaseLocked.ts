import { id, shape, whole } from './form';
import { compareEvents } from '../log/frontier';
import { eventKind } from './kind';

/** A lead locked the job; the document that was frozen then is named. Somebody holds it on paper: it stays. */
export const releaseLocked = eventKind({
  type: 'release-locked',
  form: shape({ revision: whole(1, 2_147_483_647), document: id() }),
  writer: 'server',
  needs: 'lock-release',
  undo: 'never',
  reduce: (log) => ({
    locks: [...log.standing].sort((a, b) => a.body.revision - b.body.revision || compareEvents(a, b)),
  }),
});
