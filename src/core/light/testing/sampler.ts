import type { LampFunction } from '../../vehicle';
import type { FunctionProgram, LampProgram } from '../program/types';

/** A supply for the sampler: on from each first time to each second, in µs; level 1. */
export type OnTimes = readonly (readonly [number, number])[];

/**
 * The light of a segment at one moment, worked out from what was supplied before it and nothing else: no traces, no gates.
 * It shares nothing with the simulation but the program's types. Slopes are not in it.
 */
export function sampled(
  program: LampProgram,
  f: FunctionProgram,
  segment: number,
  supplies: ReadonlyMap<LampFunction, OnTimes>,
  us: number,
): number {
  const live = (does: LampFunction, t: number) =>
    (supplies.get(does) ?? []).some(([a, b]) => a <= t && t < b);
  /** Lit at t, without what goes on after the supply has gone. */
  const litAt = (t: number): number => {
    const times = supplies.get(f.does) ?? [];
    const here = times.findIndex(([a, b]) => a <= t && t < b);
    if (here < 0) return 0;
    let begun = 0;
    for (let i = 0; i <= here; i += 1) {
      const dark = i === 0 ? Infinity : (times[i]?.[0] ?? 0) - (times[i - 1]?.[1] ?? 0);
      if (dark >= (f.afterDarkMs ?? 0) * 1000) begun = times[i]?.[0] ?? 0;
    }
    const since = t - begun;
    let level = f.level ?? 1;
    if (f.startUp) {
      let end = 0;
      for (const p of f.startUp.pieces) {
        const from = end;
        end += p.ms * 1000;
        if (since >= from && since < end)
          level *= p.level + (((p.to ?? p.level) - p.level) * (since - from)) / (end - from);
      }
    }
    if (f.dimmed && live(f.dimmed.while, t)) level *= f.dimmed.to;
    if (f.out) {
      const back = typeof f.out.returnMs === 'number' ? f.out.returnMs * 1000 : 0;
      if ((supplies.get(f.out.while) ?? []).some(([a, b]) => a <= t && t < b + back)) return 0;
    }
    if (f.pulses) {
      const [on, off] = [f.pulses.onMs * 1000, f.pulses.offMs * 1000];
      const turn = Math.floor(since / (on + off));
      if (turn < f.pulses.count && since - turn * (on + off) >= on) return 0;
    }
    if (f.sweep && typeof f.sweep.stepMs === 'number') {
      const each = f.sweep.together ?? 1;
      const columns = Math.ceil(program.segments.length / each);
      const column = Math.floor(segment / each);
      const place = f.sweep.from === 'outer' ? columns - 1 - column : column;
      const start = place * f.sweep.stepMs * 1000;
      if (since < start) return 0;
      if (f.sweep.how === 'run' && f.sweep.stepMs > 0 && since >= start + f.sweep.stepMs * 1000) return 0;
    }
    return level;
  };
  const hold = (f.holdUpMs ?? 0) * 1000;
  if (hold === 0) return litAt(us);
  // Levels of a score with hold-up are all or nothing here: the highest of the time that it lasts.
  let most = litAt(us);
  for (let t = us; t > us - hold && t >= 0; t -= 250) most = Math.max(most, litAt(t));
  return Math.max(most, us - hold >= 0 ? litAt(us - hold + 1) : 0);
}
