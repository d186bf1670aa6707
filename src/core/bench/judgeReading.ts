import { type Reason, reason } from '../kernel/reason';
import type { LightColour } from '../vehicle';
import { type BenchStep, FLOOR_A } from './sequence';

/** What was seen and read at one step. `seen: 'dark'`: nothing lit. */
export interface BenchReading {
  readonly currentA: number;
  readonly seen: LightColour | 'dark' | 'other-function';
}

/** What a reading proves, and the reasons. */
export interface BenchVerdict {
  readonly passes: boolean;
  readonly reasons: readonly Reason[];
}

/**
 * Judges a reading against its step, with the likeliest single reason where it fails: no current (open feed or
 * ground, or turned round where the lamp is polar), current without light, too little, too much, wrong colour.
 */
export function judgeReading(step: BenchStep, reading: BenchReading): BenchVerdict {
  const facts = { does: step.does, currentA: reading.currentA, lowA: step.lowA, highA: step.highA };
  const fail = (why: Reason): BenchVerdict => ({ passes: false, reasons: [why] });
  if (reading.seen === 'other-function') return fail(reason('bench-other-function', facts));
  if (reading.currentA <= FLOOR_A && reading.seen === 'dark')
    return fail(reason(step.polar ? 'bench-no-current-polar' : 'bench-no-current', facts));
  if (reading.seen === 'dark') return fail(reason('bench-current-no-light', facts));
  if (step.colour !== null && reading.seen !== step.colour)
    return fail(reason('bench-colour', { ...facts, wantedColour: step.colour, seenColour: reading.seen }));
  if (reading.currentA < step.lowA) return fail(reason('bench-too-little', facts));
  if (reading.currentA > step.highA) return fail(reason('bench-too-much', facts));
  return { passes: true, reasons: [reason('bench-passes', facts)] };
}
