import { readingOf } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, note, number, oneOf, record, shape, text } from './form';
import { eventKind } from './kind';

/** When light is measured: on the old lamps before they come out, on the new ones after. */
export const READ_WHEN = ['before', 'after'] as const;
export type ReadWhen = (typeof READ_WHEN)[number];

const lux = (position: string, v: unknown) =>
  position.length <= 120 && typeof v === 'number' && Number.isFinite(v) && v >= 0 && v <= 1e7;

/** Light measured at the lamps of a swap with one meter from one distance. A dead lamp reads 0. */
export const lightRead = eventKind({
  type: 'light-read',
  form: shape({
    swap: id(),
    when: oneOf(READ_WHEN),
    /** Illuminance in lux, by position. */
    lux: record<number>(20, lux).test('some', 'too-few', (v) => v === undefined || Object.keys(v).length > 0),
    /** From the lens to the meter. */
    distanceMm: number(100, 200_000),
    /** Which meter it was. */
    meter: text(120).trim('not-trimmed').required('missing'),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => readingOf(b.swap, b.when),
  fits: (b, frame) => (Object.keys(b.lux).every((p) => frame.positions.has(p)) ? null : 'unknown-position'),
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ lightReads: latestBy(log, (b) => readingOf(b.swap, b.when)) }),
});
