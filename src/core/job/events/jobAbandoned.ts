import { latestOf } from '../log/frontier';
import { after, shape, words, yesNo } from './form';
import { eventKind } from './kind';

/** The job was given up (opened by mistake, customer does not come), or taken up again. It is kept, off the board. */
export const jobAbandoned = eventKind({
  type: 'job-abandoned',
  form: shape({
    /** false: it is taken up again. */
    abandoned: yesNo().required('missing'),
    /** Why. */
    words: words(),
    after: after(),
  }),
  needs: 'open-job',
  value: () => 'job',
  reduce: (log) => ({ abandonment: latestOf(log) }),
});
