import { seededRandom } from '../../kernel/seededRandom';
import type { LampFunction } from '../../vehicle';
import { runProgram } from '../program/run';
import type { Trace } from '../program/trace';
import type { FunctionProgram } from '../program/types';
import { levelAt, type Stretch } from '../waveform';
import { type OnTimes, sampled } from './sampler';
import { bar } from './vehicle';

const LENGTH_US = 3_000_000;
const FUNCTIONS: readonly LampFunction[] = ['turn', 'drl', 'position'];

/** A random program over a few segments and random supplies, from a seed. */
function randomLamp(seed: number) {
  const random = seededRandom(seed);
  const below = (n: number) => Math.floor(random() * n);
  const maybe = <T extends object>(chance: number, of: () => T): Partial<T> =>
    random() < chance ? of() : {};
  const programOf = (does: LampFunction): Omit<FunctionProgram, 'segments'> => {
    const other = FUNCTIONS[(FUNCTIONS.indexOf(does) + 1 + below(2)) % 3] ?? 'turn';
    const holds = random() < 0.2;
    return {
      does,
      ...maybe(0.3, () => ({ level: 0.5 })),
      ...maybe(0.5, () => ({
        sweep: {
          stepMs: 10 + below(140),
          how: random() < 0.5 ? ('fill' as const) : ('run' as const),
          from: random() < 0.5 ? ('inner' as const) : ('outer' as const),
          ...maybe(0.3, () => ({ together: 1 + below(3) })),
        },
      })),
      ...maybe(0.3, () => ({ pulses: { count: 1 + below(4), onMs: 20 + below(60), offMs: 20 + below(60) } })),
      ...maybe(0.4, () => ({ afterDarkMs: below(500) })),
      // What shines on after its supply is all or nothing: a level of its own is the sampler's to know.
      ...(holds
        ? { holdUpMs: 5 + below(100) }
        : {
            ...maybe(0.3, () => ({ dimmed: { to: 0.4, while: other } })),
            ...maybe(0.3, () => ({
              startUp: {
                pieces: [
                  { ms: 10 + below(200), level: 0, to: 1 },
                  { ms: 50, level: 0.5 },
                ],
              },
            })),
            ...maybe(0.3, () => ({ out: { while: other, returnMs: below(600) } })),
          }),
    };
  };
  const supply = (): OnTimes => {
    const times: [number, number][] = [];
    let at = below(400_000);
    while (at < LENGTH_US) {
      const end = Math.min(LENGTH_US, at + 20_000 + below(900_000));
      times.push([at, end]);
      at = end + 1000 + below(700_000);
    }
    return times;
  };
  return {
    program: bar(1 + below(6), FUNCTIONS.map(programOf)),
    supplies: new Map(FUNCTIONS.map((does) => [does, supply()])),
  };
}

const traceOf = (times: OnTimes): Trace => {
  const list: Stretch[] = [];
  let at = 0;
  const part = (to: number, level: number) => {
    if (to > at) list.push({ fromUs: at, toUs: to, from: level, to: level });
    at = to;
  };
  for (const [a, b] of times) {
    part(a, 0);
    part(b, 1);
  }
  part(LENGTH_US, 0);
  return list;
};

/** One disagreement of the simulation with the sampler. */
export interface LightDisagreement {
  readonly seed: number;
  readonly does: string;
  readonly segment: number;
  readonly ms: number;
  readonly simulated: number;
  readonly sampled: number;
}

/** Plays random programs and compares every segment at every millisecond of three seconds with the sampler. */
export function tryLightLaws(count: number, from: number): readonly LightDisagreement[] {
  const found: LightDisagreement[] = [];
  for (let seed = from; seed < from + count; seed += 1) {
    const { program, supplies } = randomLamp(seed);
    const runs = runProgram(
      program,
      'open',
      new Map([...supplies].map(([does, times]) => [does, traceOf(times)])),
      () => 'amber',
    );
    for (const run of runs)
      run.segments.forEach((s, i) => {
        for (let ms = 0; ms < LENGTH_US / 1000; ms += 1) {
          const simulated = levelAt(s.light, ms * 1000);
          const wanted = sampled(program, run.program, i, supplies, ms * 1000);
          // A ramp has whole microseconds at its ends.
          if (Math.abs(simulated - wanted) > 1e-3) {
            found.push({ seed, does: run.program.does, segment: i, ms, simulated, sampled: wanted });
            break;
          }
        }
      });
  }
  return found;
}
