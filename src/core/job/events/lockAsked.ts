import { note, shape } from './form';
import { eventKind } from './kind';

/** Somebody who may not lock the job themself asked a lead to. It stands until the next lock. */
export const lockAsked = eventKind({
  type: 'lock-asked',
  form: shape({ words: note() }),
  needs: 'record-arrival',
  reduce: (log) => ({ lockAsks: log.standing }),
});
