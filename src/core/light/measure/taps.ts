import { studentQuantile } from '../../kernel/studentT';
/** A figure with the ends between which it lies, at 95 %. */
export interface Measured {
  readonly value: number;
  readonly from: number;
  readonly to: number;
}

/** What tapping along with a flash says of it. */
export type Tapped =
  | {
      readonly kind: 'rate';
      readonly perMinute: Measured;
      /** Share of the time in which it is lit, from how long the button was held; null: it was only tapped. */
      readonly onShare: Measured | null;
      /** Flashes that seem to have been left out, by the place of the tap after the gap. */
      readonly missed: readonly number[];
    }
  /** Too few taps, or times that do not go forward. */
  | { readonly kind: 'too-few'; readonly taps: number; readonly least: number }
  | { readonly kind: 'not-forward'; readonly index: number };

/** *Settings*: the least taps; how well a finger tells the lit share, in shares; a gap so much longer than usual is a flash left out. */
export const LEAST_TAPS = 8;
/** *Setting*: reaction of a finger, as a share of the period. */
export const FINGER_SHARE = 0.08;
const MISSED_AT = 1.6;

/**
 * The rate of a flash from the times at which somebody pressed, by straight regression of time over number, with its
 * interval; a flash that was left out is found by its gap and counted. Eight taps or more.
 * @param downMs times of pressing, ms; @param upMs times of letting go, where the button was held while it was lit
 */
export function tapped(downMs: readonly number[], upMs: readonly number[] = []): Tapped {
  const n = downMs.length;
  if (n < LEAST_TAPS) return { kind: 'too-few', taps: n, least: LEAST_TAPS };
  const back = downMs.findIndex((t, i) => i > 0 && !(t > (downMs[i - 1] ?? 0)));
  if (back >= 0) return { kind: 'not-forward', index: back };
  const gaps = downMs.slice(1).map((t, i) => t - (downMs[i] ?? 0));
  const usual = [...gaps].sort((a, b) => a - b)[gaps.length >> 1] ?? 1;
  const flashes = gaps.map((g) => (g > MISSED_AT * usual ? Math.round(g / usual) : 1));
  // Which flash each tap belongs to: one that was left out is counted all the same.
  const numbers = flashes.reduce<number[]>((list, f) => [...list, (list.at(-1) ?? 0) + f], [0]);
  const meanX = numbers.reduce((a, b) => a + b, 0) / n;
  const meanY = downMs.reduce((a, b) => a + b, 0) / n;
  const from = (k: number) => (numbers[k] ?? 0) - meanX;
  const sxx = numbers.reduce((sum, _, k) => sum + from(k) ** 2, 0);
  const slope = downMs.reduce((sum, t, k) => sum + from(k) * (t - meanY), 0) / sxx;
  const left = downMs.reduce((sum, t, k) => sum + (t - meanY - slope * from(k)) ** 2, 0);
  const half = studentQuantile(0.975, n - 2) * Math.sqrt(left / (n - 2) / sxx);
  const rate = (periodMs: number) => 60_000 / periodMs;
  const held = upMs.length === n ? upMs.map((t, i) => (t - (downMs[i] ?? 0)) / slope) : [];
  const sound = held.length > 0 && held.every((s) => s > 0 && s < 1);
  const share = held.reduce((a, b) => a + b, 0) / Math.max(1, held.length);
  return {
    kind: 'rate',
    perMinute: {
      value: rate(slope),
      from: rate(slope + half),
      // Taps so uneven that the interval reaches to nothing say no upper end.
      to: half < slope ? rate(slope - half) : Infinity,
    },
    onShare: sound
      ? { value: share, from: Math.max(0, share - FINGER_SHARE), to: Math.min(1, share + FINGER_SHARE) }
      : null,
    missed: flashes.flatMap((f, i) => (f > 1 ? [i + 1] : [])),
  };
}

/** A time from frame numbers of a slow-motion clip: ± one frame. `null`: frames or rate that cannot be. */
export function betweenFrames(
  firstFrame: number,
  lastFrame: number,
  framesPerSecond: number,
): Measured | null {
  const frames = lastFrame - firstFrame;
  if (!(framesPerSecond > 0) || !Number.isInteger(frames) || frames < 0) return null;
  const ms = (count: number) => (count * 1000) / framesPerSecond;
  return { value: ms(frames), from: ms(Math.max(0, frames - 1)), to: ms(frames + 1) };
}
