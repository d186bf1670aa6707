import { shape, words } from './form';
import { eventKind } from './kind';

/** The job was opened, with what the customer said. */
export const jobOpened = eventKind({
  type: 'job-opened',
  form: shape({ words: words() }),
  writer: 'server',
  needs: 'open-job',
  undo: 'never',
  reduce: (log) => ({ opened: log.standing[0] ?? null }),
});
