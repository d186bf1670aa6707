import { type Reason, reason } from '../kernel/reason';
import type { LightColour } from '../vehicle';
import { type BenchStep, FLOOR_A } from './sequence';

/** What was seen and read at one step. `seen: 'dark'`: nothing lit. */
export interface BenchReading {
  readonly currentA: number;
  readonly seen: LightColour | 'dark' | 'other-function';
}

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
  const fail = (code: string, more: Reason['facts'] = {}): BenchVerdict => ({
    passes: false,
    reasons: [reason(code, { ...facts, ...more })],
  });
  if (reading.seen === 'other-function') return fail('bench-other-function');
  if (reading.currentA <= FLOOR_A && reading.seen === 'dark')
    return fail(step.polar ? 'bench-no-current-polar' : 'bench-no-current');
  if (reading.seen === 'dark') return fail('bench-current-no-light');
  if (step.colour !== null && reading.seen !== step.colour)
    return fail('bench-colour', { wantedColour: step.colour, seenColour: reading.seen });
  if (reading.currentA < step.lowA) return fail('bench-too-little');
  if (reading.currentA > step.highA) return fail('bench-too-much');
  return { passes: true, reasons: [reason('bench-passes', facts)] };
}
