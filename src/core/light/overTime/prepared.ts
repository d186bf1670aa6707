import { ALL_OFF, CONTROL_NAMES, type ControlState } from '../../controls';
import type { SegmentLight } from './lightTypes';
import type { Score } from './score';

/** Scores that are asked for again and again. */
export const PREPARED = [
  'turn-over-drl',
  'start',
  'dusk',
  'hazard-brake',
  'reverse-night',
  'walk-up',
  'all-functions',
] as const;
export type PreparedName = (typeof PREPARED)[number];

type Move = Score['moves'][number];
const at = (atMs: number, set: Move['set']): Move => ({ atMs, set });

/** The moves of each. */
export const PREPARED_SCORES: Readonly<Record<PreparedName, Score>> = {
  'turn-over-drl': {
    lengthMs: 6000,
    moves: [at(0, { key: 'on', running: 'yes' }), at(1000, { left: 'yes' }), at(4000, { left: 'no' })],
  },
  start: {
    lengthMs: 5000,
    moves: [at(500, { key: 'on' }), at(2000, { running: 'yes' })],
  },
  dusk: {
    lengthMs: 7000,
    moves: [
      at(0, { key: 'on', running: 'yes' }),
      at(1500, { lights: 'position' }),
      at(3500, { lights: 'low' }),
      at(5500, { high: 'yes' }),
    ],
  },
  'hazard-brake': {
    lengthMs: 6000,
    moves: [
      at(0, { key: 'on' }),
      at(500, { hazard: 'yes' }),
      at(2500, { brake: 'yes' }),
      at(4500, { brake: 'no' }),
    ],
  },
  'reverse-night': {
    lengthMs: 6000,
    moves: [
      at(0, { key: 'on', running: 'yes', lights: 'low' }),
      at(1000, { brake: 'yes' }),
      at(2000, { reverse: 'yes' }),
      at(3500, { brake: 'no' }),
      at(5000, { reverse: 'no' }),
    ],
  },
  'walk-up': {
    lengthMs: 7000,
    moves: [
      at(500, { 'lock-flash': 'yes' }),
      at(2000, { 'lock-flash': 'no', door: 'yes' }),
      at(4000, { door: 'no' }),
      at(5000, { key: 'on' }),
    ],
  },
  'all-functions': {
    lengthMs: 20_000,
    moves: [
      at(0, { key: 'on', running: 'yes' }),
      at(2000, { lights: 'position' }),
      at(4000, { lights: 'low' }),
      at(6000, { high: 'yes' }),
      at(7500, { high: 'no', 'front-fog': 'yes' }),
      at(9000, { 'front-fog': 'no', 'rear-fog': 'yes' }),
      at(10_500, { 'rear-fog': 'no', left: 'yes' }),
      at(13_000, { left: 'no', right: 'yes' }),
      at(15_500, { right: 'no', brake: 'yes' }),
      at(17_000, { brake: 'no', reverse: 'yes' }),
      at(18_500, { reverse: 'no', lights: 'off' }),
    ],
  },
};

/** How long a score lasts that shows what a thrown switch does, and when it is thrown, ms. */
const LIVE_MS = 6000;
const THROWN_MS = 500;

/** A score of the switches as they stand: as they were before, and the one that was thrown last. */
export function scoreOfSwitches(before: ControlState, now: ControlState): Score {
  const all = Object.fromEntries(
    CONTROL_NAMES.filter((c) => before[c] !== ALL_OFF[c]).map((c) => [c, before[c]]),
  );
  const changed = Object.fromEntries(
    CONTROL_NAMES.filter((c) => now[c] !== before[c]).map((c) => [c, now[c]]),
  );
  return {
    lengthMs: LIVE_MS,
    moves: [
      ...(Object.keys(all).length > 0 ? [at(0, all)] : []),
      ...(Object.keys(changed).length > 0 ? [at(THROWN_MS, changed)] : []),
    ],
  };
}

/** *Setting*: flashes in a second that may be shown at full size. Source: WCAG 2.3.1. */
export const SAFE_FLASHES = 3;

/**
 * How fast a score may be played so that nothing flashes more than three times in any second: 1 where it may run in its
 * own time.
 * @param edges for each thing on the screen the times at which it comes on, µs
 */
export function safeSpeed(edges: readonly (readonly number[])[]): number {
  let speed = 1;
  for (const times of edges)
    for (let i = 0; i + SAFE_FLASHES < times.length; i += 1) {
      const spanUs = (times[i + SAFE_FLASHES] ?? 0) - (times[i] ?? 0);
      // One more than is safe within a second: the play has to spread them over one.
      if (spanUs < 1_000_000) speed = Math.min(speed, spanUs / 1_000_000);
    }
  return speed;
}

/** How fast lights may be played, from what each segment does. */
export const safeSpeedOf = (lights: Iterable<readonly SegmentLight[]>): number =>
  safeSpeed(
    [...lights].map((light) =>
      light.flatMap((s, i) => (s.level > 0 && (light[i - 1]?.level ?? 1) === 0 ? [s.fromUs] : [])),
    ),
  );
