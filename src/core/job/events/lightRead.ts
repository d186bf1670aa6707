import * as yup from 'yup';
import { readingOf } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { LOADS } from '../../lamp/photometry';
import { after, id, maybeOneOf, maybeRecord, note, number, oneOf, record, shape, text } from './form';
import { eventKind } from './kind';

/** The sides on which traffic drives. */
export const TRAFFIC_SIDES = ['right', 'left'] as const;

/** When light is measured: on the old lamps before they come out, on the new ones after. */
export const READ_WHEN = ['before', 'after'] as const;
export type ReadWhen = (typeof READ_WHEN)[number];

const lux = (position: string, v: unknown) =>
  position.length <= 120 && typeof v === 'number' && Number.isFinite(v) && v >= 0 && v <= 1e7;

const some = (v: Readonly<Record<string, number>> | undefined) =>
  v === undefined || Object.keys(v).length > 0;
const maybe = (min: number, max: number) => number(min, max).optional();
const maybeYes = () => yup.boolean().strict().typeError('wrong-type').optional();

/**
 * Light measured at the lamps of a swap with one meter from one distance. A dead lamp reads 0. The rest of the set-up is what
 * makes two readings comparable; what is not written down is not known.
 */
export const lightRead = eventKind({
  type: 'light-read',
  form: shape({
    swap: id(),
    when: oneOf(READ_WHEN),
    /** Illuminance in lux, by position. */
    lux: record<number>(20, lux).test('some', 'too-few', some),
    /** From the lens to the meter. */
    distanceMm: number(100, 200_000),
    /** Which meter it was. */
    meter: text(120).trim('not-trimmed').required('missing'),
    /** Illuminance at the eye point of an oncoming driver, lx, by position. */
    eyeLux: maybeRecord<number>(20, lux),
    /** The side on which traffic drives: it says where the eye point is. */
    traffic: maybeOneOf(TRAFFIC_SIDES),
    /** Which wall. */
    place: note(120),
    /** Front corners to the wall, left less right, mm. */
    squareMm: maybe(-2000, 2000),
    load: maybeOneOf(LOADS),
    levellingZero: maybeYes(),
    engine: maybeYes(),
    /** At the lamp. */
    volts: maybe(0, 60),
    minutesLit: maybe(0, 600),
    /** With the lamps off, lx. */
    strayLux: maybe(0, 100_000),
    otherScreened: maybeYes(),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => readingOf(b.swap, b.when),
  fits: (b, frame) =>
    [...Object.keys(b.lux), ...Object.keys(b.eyeLux ?? {})].every((p) => frame.positions.has(p))
      ? null
      : 'unknown-position',
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ lightReads: latestBy(log, (b) => readingOf(b.swap, b.when)) }),
});
