import { latestOf } from '../log/frontier';
import { after, shape, words } from './form';
import { eventKind } from './kind';

/** What the customer said, put right; as it was first written down stays in the history. */
export const wordsCorrected = eventKind({
  type: 'words-corrected',
  form: shape({ words: words(), after: after() }),
  needs: 'record-arrival',
  value: () => 'words',
  reduce: (log) => ({ correctedWords: latestOf(log) }),
});
