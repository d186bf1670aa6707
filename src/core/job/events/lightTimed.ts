import { latestBy } from '../log/frontier';
import { after, id, maybeOneOf, number, oneOf, shape, whole } from './form';
import { eventKind } from './kind';

/** What of a light can be timed at the vehicle. */
export const TIMED = ['flash', 'sweep', 'return'] as const;
export type Timed = (typeof TIMED)[number];

const key = (b: {
  readonly what: Timed;
  readonly position?: string | undefined;
  readonly lamp?: string | undefined;
}) => (b.what === 'flash' ? 'flash' : `${b.what} ${b.position ?? ''} ${b.lamp ?? ''}`);

/**
 * A light was timed, with the ends between which the figure lies: the flash of the vehicle (a minute, tapped along with),
 * a sweep from the start of its flash until it is full, the time until the white is back (ms, by frames). It stands
 * before what a catalogue says.
 */
export const lightTimed = eventKind({
  type: 'light-timed',
  form: shape({
    what: oneOf(TIMED),
    /** Of a lamp's own times: where it is, and which. */
    position: id().optional(),
    lamp: id().optional(),
    from: number(0, 60_000),
    to: number(0, 60_000),
    /** Share of the time in which a flash is lit. */
    shareFrom: number(0, 1).optional(),
    shareTo: number(0, 1).optional(),
    how: oneOf(['taps', 'frames']),
    /** How many taps, or the frames a second of the clip. */
    count: whole(1, 100_000),
    noted: maybeOneOf(['missed-some']),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: key,
  fits: (b, frame) => {
    if (b.from > b.to || (b.shareFrom ?? 0) > (b.shareTo ?? 1)) return 'backwards';
    if (b.what === 'flash') return null;
    return b.position !== undefined && b.lamp !== undefined && frame.positions.has(b.position)
      ? null
      : 'unknown-position';
  },
  reduce: (log) => ({ lightTimes: latestBy(log, key) }),
});
