import { latestBy } from '../log/frontier';
import { after, id, note, record, shape } from './form';
import { eventKind } from './kind';

/** Somebody watched what the chosen lamps will do under the controls, and found it as it was meant. */
export const lightWatched = eventKind({
  type: 'light-watched',
  form: shape({
    swap: id(),
    /** Which lamp was watched, by position: of another lamp nothing is said. */
    lamps: record<string>(
      20,
      (position, v) => position.length <= 120 && typeof v === 'string' && v !== '' && v.length <= 120,
    ),
    words: note(),
    after: after(),
  }),
  needs: 'choose-parts',
  value: (b) => b.swap,
  fits: (b, frame) => (Object.keys(b.lamps).every((p) => frame.positions.has(p)) ? null : 'unknown-position'),
  asked: (b, job) => (job.chosen.has(b.swap) ? null : 'no-lamp-chosen'),
  reduce: (log) => ({ watched: latestBy(log, (b) => b.swap) }),
});
