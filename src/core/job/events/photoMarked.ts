import { latestBy } from '../log/frontier';
import { after, id, list, note, number, oneOf, shape } from './form';
import { eventKind } from './kind';

/** What can be drawn on a photo. `push`: press here. */
export const PHOTO_MARKS = ['ring', 'arrow', 'number', 'push'] as const;
export type PhotoMarkKind = (typeof PHOTO_MARKS)[number];

/** Marks on one photo, at most. */
const MARKS_MAX = 30;

const share = () => number(0, 1);
const hash = () => id(64).matches(/^[0-9a-f]{64}$/, 'malformed');

/** What somebody drew on a photo, as shares of its width and height from the upper left; the picture itself stays as it is. */
export const photoMarked = eventKind({
  type: 'photo-marked',
  form: shape({
    photo: hash(),
    marks: list(
      shape({
        kind: oneOf(PHOTO_MARKS),
        x: share(),
        y: share(),
        /** Of an arrow: where it points. */
        toX: share().optional(),
        toY: share().optional(),
        words: note(40),
      }),
      0,
      MARKS_MAX,
    ),
    after: after(),
  }),
  needs: 'record-arrival',
  value: (b) => b.photo,
  reduce: (log) => ({ photoMarks: latestBy(log, (b) => b.photo) }),
});
