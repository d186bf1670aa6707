import { id, shape } from './form';
import { eventKind } from './kind';

/** An entry was taken back: by its author, or by a lead. Whether it stands, `log/standing` says. */
export const voided = eventKind({
  type: 'void',
  form: shape({ target: id() }),
  needs: 'record-arrival',
  undo: 'never',
  reduce: () => ({}),
});
