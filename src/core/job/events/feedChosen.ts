import { feedOf } from '../../kernel/ids';
import * as yup from 'yup';
import { FEED_SCHOOLS, type FeedSource, SLOT_WAYS, sourceId } from '../../harness';
import { LAMP_FUNCTIONS } from '../../vehicle';
import { latestBy } from '../log/frontier';
import { after, id, note, oneOf, shape } from './form';
import { basisToAfter, eventKind } from './kind';

const SOURCES = [
  shape({ kind: oneOf(['slot']), box: id(), slot: id(), way: oneOf(SLOT_WAYS) }),
  shape({ kind: oneOf(['lead']), lead: id() }),
  shape({ kind: oneOf(['battery']) }),
  shape({ kind: oneOf(['wire']), circuit: id() }),
];

/** Where a function that the old lamp never had gets its feed. */
export const feedChosen = eventKind({
  type: 'feed-chosen',
  form: shape({
    swap: id(),
    does: oneOf(LAMP_FUNCTIONS),
    school: oneOf(FEED_SCHOOLS),
    /** Where it is taken, in a person's words; wanted where no source is named. */
    words: note(),
    /** The place as the shelf knows it, worded where it is shown; absent: in words only, and live as the school usually is. */
    source: yup
      .mixed<FeedSource>()
      .optional()
      .test('source', 'wrong-type', (v) => v === undefined || SOURCES.some((f) => f.isValidSync(v))),
    after: after(),
  }).test('words', 'words-needed', (b) => b.source !== undefined || (b.words ?? '').trim() !== ''),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: (b) => feedOf(b.swap, b.does),
  fits: (b, frame) =>
    b.source === undefined || frame.feedPlaces.has(sourceId(b.source)) ? null : 'no-such-source',
  asked: (b, shape) => (shape.feeds.has(feedOf(b.swap, b.does)) ? null : 'no-feed-wanted'),
  reduce: (log) => ({ feeds: latestBy(log, (b) => feedOf(b.swap, b.does)) }),
});
