import { id, shape, yesNo } from './form';
import { eventKind } from './kind';

/** An entry was taken back: by its author, or by a lead. Whether it stands, `log/standing` says. */
export const voided = eventKind({
  type: 'void',
  form: shape({
    target: id(),
    /** Another's entry: a lead's right. */
    asLead: yesNo().optional(),
  }),
  needs: (b) => (b.asLead ? 'close-any-item' : 'record-arrival'),
  undo: 'never',
  reduce: () => ({}),
});
