import { latestOf } from '../log/frontier';
import { after, note, shape, yesNo } from './form';
import { eventKind } from './kind';

/** The job was given up (opened by mistake, customer does not come), or taken up again. It is kept, off the board. */
export const jobAbandoned = eventKind({
  type: 'job-abandoned',
  form: shape({
    /** false: it is taken up again. */
    abandoned: yesNo().required('missing'),
    /** Why; wanted where it is given up. */
    words: note(),
    after: after(),
  }).test('words', 'words-needed', (b) => !b.abandoned || String(b.words ?? '').trim() !== ''),
  needs: 'open-job',
  value: () => 'job',
  reduce: (log) => ({ abandonment: latestOf(log) }),
});
