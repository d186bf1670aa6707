import * as yup from 'yup';
import { readingOf } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { LOADS } from '../../beam/photometry';
import { after, id, list, maybeOneOf, maybeRecord, note, number, oneOf, record, shape, text } from './form';
import { eventKind } from './kind';

/** The sides on which traffic drives. */
export const TRAFFIC_SIDES = ['right', 'left'] as const;

/** When light is measured: on the old lamps before they come out, on the new ones after. */
export const READ_WHEN = ['before', 'after'] as const;
export type ReadWhen = (typeof READ_WHEN)[number];

/** The same, and half and half: an old lamp and a new one side by side at the same moment. */
export const LIGHT_WHEN = [...READ_WHEN, 'half'] as const;
export type LightWhen = (typeof LIGHT_WHEN)[number];

/** A reading up a column of the wall through the eye point: mm over the lamp's height. */
export interface ColumnReading {
  readonly upMm: number;
  readonly lux: number;
}

const isColumn = (position: string, v: unknown) =>
  position.length <= 120 &&
  Array.isArray(v) &&
  v.length > 0 &&
  v.length <= 20 &&
  v.every((r: unknown) => {
    const { upMm, lux: x, ...rest } = (r ?? {}) as Partial<ColumnReading>;
    return (
      Object.keys(rest).length === 0 &&
      typeof upMm === 'number' &&
      Math.abs(upMm) <= 5000 &&
      typeof x === 'number' &&
      x >= 0 &&
      x <= 1e7
    );
  });

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
    when: oneOf(LIGHT_WHEN),
    /** Half and half: the lamps that are still the old ones. */
    old: list(id(), 1, 10).optional().default(undefined),
    /** Illuminance in lux, by position. */
    lux: record<number>(20, lux).test('some', 'too-few', some),
    /** From the lens to the meter. */
    distanceMm: number(100, 200_000),
    /** Which meter it was. */
    meter: text(120).trim('not-trimmed').required('missing'),
    /** Illuminance at the eye point of an oncoming driver, lx, by position. */
    eyeLux: maybeRecord<number>(20, lux),
    /** The same for an eye that is 25 m away. */
    eye25Lux: maybeRecord<number>(20, lux),
    /** Up the column through the eye point, by position: what lowering the beam would bring there. */
    columns: maybeRecord<readonly ColumnReading[]>(20, isColumn),
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
    /** Until when the meter is calibrated, ISO 8601. */
    calibratedTo: note(10).matches(/^\d{4}-\d{2}-\d{2}$/, 'malformed'),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => readingOf(b.swap, b.when),
  fits: (b, frame) =>
    [b.lux, b.eyeLux, b.eye25Lux, b.columns]
      .flatMap((of) => Object.keys(of ?? {}))
      .every((p) => frame.positions.has(p))
      ? null
      : 'unknown-position',
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ lightReads: latestBy(log, (b) => readingOf(b.swap, b.when)) }),
});
