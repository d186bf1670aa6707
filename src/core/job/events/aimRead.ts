import * as yup from 'yup';
import { LOADS } from '../../beam/photometry';
import { latestBy } from '../log/frontier';
import { after, id, maybeOneOf, note, number, oneOf, record, shape } from './form';
import { eventKind } from './kind';

/** Whose rule an aim is held against; `none`: the vehicle maker's figure alone. */
export const AIM_MARKETS = ['ECE', 'NA', 'none'] as const;

/** The cutoff of one lamp as it was read on the wall, with the heights that its rule goes by. */
export interface AimSpot {
  /** From a level line at the lamp's height, mm; below it is negative. */
  readonly upMm: number;
  /** From the spot straight before the lamp, mm; to the right positive. Absent: nobody looked. */
  readonly acrossMm?: number;
  /** Height of the lamp's centre above the floor, and of its lens, mm. */
  readonly centreMm: number;
  readonly lensMm: number;
  /** From the lens to the wall where this cutoff was read, mm: a picture has a place of its own. Absent: where all were. */
  readonly distanceMm?: number;
  /** Standard uncertainty of the cutoff's height, mm. Absent: that of reading it by eye. */
  readonly uMm?: number;
}

const SPOT = ['upMm', 'acrossMm', 'centreMm', 'lensMm', 'distanceMm', 'uMm'];

const within = (v: unknown, min: number, max: number) =>
  typeof v === 'number' && Number.isFinite(v) && v >= min && v <= max;

const isSpot = (position: string, v: unknown) => {
  const a = v as Partial<AimSpot> | null;
  return (
    position.length <= 120 &&
    typeof a === 'object' &&
    a !== null &&
    Object.keys(a).every((k) => SPOT.includes(k)) &&
    within(a.upMm, -5000, 5000) &&
    (a.acrossMm === undefined || within(a.acrossMm, -5000, 5000)) &&
    within(a.centreMm, 100, 4000) &&
    within(a.lensMm, 10, 1000) &&
    (a.distanceMm === undefined || within(a.distanceMm, 500, 200_000)) &&
    (a.uMm === undefined || within(a.uMm, 0, 1000))
  );
};

/**
 * The aim of a swap's lamps was read on the wall. What it is held against, and whether it passes, follows from the figures
 * and the rule; nobody says *within*.
 */
export const aimRead = eventKind({
  type: 'aim-read',
  form: shape({
    swap: id(),
    lamps: record<AimSpot>(20, isSpot).test(
      'some',
      'too-few',
      (v) => v === undefined || Object.keys(v).length > 0,
    ),
    market: oneOf(AIM_MARKETS).required('missing'),
    /** From the lens to the wall. */
    distanceMm: number(500, 200_000),
    /** How much lower the front stands than it should against the rear, and over what. */
    noseDownMm: number(-500, 500).optional(),
    wheelbaseMm: number(500, 20_000).optional(),
    floorRisePercent: number(-10, 10).optional(),
    load: maybeOneOf(LOADS),
    /** Marks over each axle above the floor, empty and under the load that it usually carries, mm. */
    axles: yup
      .object({
        frontEmptyMm: number(0, 5000),
        rearEmptyMm: number(0, 5000),
        frontLoadedMm: number(0, 5000),
        rearLoadedMm: number(0, 5000),
      })
      .strict(true)
      .typeError('wrong-type')
      .noUnknown(true, 'unknown-field')
      .optional()
      .default(undefined),
    /** The figure marked on the vehicle, per cent; below the horizontal is negative. */
    markedPercent: number(-10, 0).optional(),
    /** On the lens, in North America. */
    mark: maybeOneOf(['VOL', 'VOR', 'VO']),
    /** What was promised to the customer, per cent: lower than usual, because others flash at them. */
    promisedPercent: number(-10, 0).optional(),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => b.swap,
  fits: (b, frame) => (Object.keys(b.lamps).every((p) => frame.positions.has(p)) ? null : 'unknown-position'),
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ aimReads: latestBy(log, (b) => b.swap) }),
});
