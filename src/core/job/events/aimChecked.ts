import { latestBy } from '../log/frontier';
import { after, id, note, number, record, shape, words } from './form';
import { eventKind } from './kind';

/** The cutoff of one lamp on the wall, and whether it is where the rule wants it. */
export interface AimRead {
  /** How far the cutoff lies below the lamp’s centre, mm; negative: above it. */
  readonly dropMm: number;
  /** Whether it is within what the aim was held against. */
  readonly within: boolean;
}

const isAim = (position: string, v: unknown) => {
  const a = v as Partial<AimRead> | null;
  return (
    position.length <= 120 &&
    typeof a === 'object' &&
    a !== null &&
    Object.keys(a).length === 2 &&
    typeof a.dropMm === 'number' &&
    Math.abs(a.dropMm) <= 10_000 &&
    typeof a.within === 'boolean'
  );
};

/** The aim of a swap’s lamps was read on the wall. Its judgement is the reader’s, against the figure that is named. */
export const aimChecked = eventKind({
  type: 'aim-checked',
  form: shape({
    swap: id(),
    lamps: record<AimRead>(20, isAim).test(
      'some',
      'too-few',
      (v) => v === undefined || Object.keys(v).length > 0,
    ),
    /** From the lens to the wall. */
    distanceMm: number(500, 200_000),
    /** What it was held against: the figure marked on the vehicle, the line of the market’s rule. */
    against: words(),
    words: note(),
    after: after(),
  }),
  needs: 'work-at-vehicle',
  value: (b) => b.swap,
  fits: (b, frame) => (Object.keys(b.lamps).every((p) => frame.positions.has(p)) ? null : 'unknown-position'),
  asked: (b, job) => (job.swaps.has(b.swap) ? null : 'no-such-swap'),
  reduce: (log) => ({ aims: latestBy(log, (b) => b.swap) }),
});
