import * as yup from 'yup';
import { wallOf } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, list, maybeOneOf, note, number, oneOf, shape, text, whole } from './form';
import { eventKind } from './kind';
import { READ_WHEN } from './lightRead';

const deg = () => number(-90, 90);
const maybeDeg = () => number(-90, 90).optional();
const spot = { hDeg: deg(), vDeg: deg(), light: number(0, 1e7) };
const maybe = <T extends yup.ObjectShape>(fields: T) =>
  yup
    .object(fields)
    .strict(true)
    .typeError('wrong-type')
    .noUnknown(true, 'unknown-field')
    .optional()
    .default(undefined);

/** Whether a picture gave light in lux, or places alone. */
export const WALL_LIGHTS = ['lux', 'places'] as const;

/**
 * The beam of one lamp on a wall, as a picture of it was read: where its cutoff and hot spot lie, and its light where a meter
 * vouched for it. The figures are those that the reading gave, with their uncertainty; the picture itself is kept beside.
 */
export const wallRead = eventKind({
  type: 'wall-read',
  form: shape({
    swap: id(),
    when: oneOf(READ_WHEN),
    position: id(),
    /** Hash of the picture that is kept with the job. */
    photo: note(64),
    /** Which wall of the shop. */
    place: note(120),
    distanceMm: number(500, 200_000),
    /** Of the lamp's centre above the floor, mm. */
    centreMm: number(100, 4000),
    /** To which side the flat part of the cutoff lies. */
    flat: oneOf(['left', 'right']),
    /** How far the checking marks lay off, mm. */
    checkMm: number(0, 5),
    light: oneOf(WALL_LIGHTS).required('missing'),
    /** Code of why it gives no light. */
    why: note(120),
    residual: number(0, 1).optional(),
    strayLux: number(0, 100_000).optional(),
    hot: maybe(spot),
    hotU: number(0, 10),
    blotches: list(shape({ ...spot, prominence: number(0, 1) }), 0, 20),
    width50Deg: maybeDeg(),
    width10Deg: maybeDeg(),
    cutoff: maybe({
      atHDeg: deg(),
      vDeg: deg(),
      linearDeg: deg(),
      /** Only of light. */
      sharpness: number(0, 10).optional(),
      kinkH: maybeDeg(),
      kinkV: maybeDeg(),
      riseDeg: maybeDeg(),
    }),
    cutoffU: number(0, 10),
    /** Light over the cutoff, lx. */
    overMean: number(0, 1e7).optional(),
    overMost: number(0, 1e7).optional(),
    /** The map, in fewer cells. */
    map: shape({
      fromH: deg(),
      toH: deg(),
      fromV: deg(),
      toV: deg(),
      columns: whole(2, 200),
      rows: whole(2, 200),
      most: number(0, 1e7),
      cells: text(20_000).matches(/^[0-9a-f]*$/, 'malformed'),
    }).test('cells', 'malformed', (m) => !m || m.cells.length === 2 * m.columns * m.rows),
    traffic: maybeOneOf(['right', 'left']),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => wallOf(b.swap, b.when, b.position),
  fits: (b, frame) => (frame.positions.has(b.position) ? null : 'unknown-position'),
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ wallReads: latestBy(log, (b) => wallOf(b.swap, b.when, b.position)) }),
});
