import { id, shape } from './form';
import { eventKind } from './kind';

/** The vehicle was put on another line of the shelf, because it had been opened on a wrong one. */
export const lineCorrected = eventKind({
  type: 'line-corrected',
  form: shape({ from: id(), to: id() }),
  writer: 'server',
  needs: 'record-arrival',
  undo: 'never',
  reduce: (log) => ({ lineCorrections: log.standing }),
});
