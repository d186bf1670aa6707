import { seededRandom } from '../fitment/seededRandom';
import type { ProbeStep } from './harnessChecks';
import { type HarnessFault, type Net, readsJoined, type RingOutStep, singleFaults } from './ringOut';

/** A made-up harness to practise on: sound, or with one fault that nobody is told. */
export interface PracticeHarness {
  readonly seed: number;
  readonly fault: HarnessFault | null;
}

/** Picks a fault, or none in one of six cases, by seed. */
export function practiceHarness(nets: readonly Net[], seed: number): PracticeHarness {
  const random = seededRandom(seed);
  const faults = singleFaults(nets.filter((n) => !n.blocked));
  const none = faults.length === 0 || random() < 1 / 6;
  return { seed, fault: none ? null : (faults[Math.floor(random() * faults.length)] ?? null) };
}

/** What the practice meter shows, Ω; Infinity: open. A little above nothing, as leads have a resistance of their own. */
export function practiceOhm(step: RingOutStep, nets: readonly Net[], h: PracticeHarness): number {
  const noise = seededRandom(h.seed + step.kind.length + step.net.length)();
  return readsJoined(
    step,
    nets.filter((n) => !n.blocked),
    h.fault,
  )
    ? Math.round((0.1 + 0.2 * noise) * 100) / 100
    : Infinity;
}

/** What the practice meter shows at a cavity with power on, V: the middle of the window, less a little. */
export function practiceVolt(
  step: ProbeStep,
  seed: number,
): { readonly volt: number; readonly flashes: boolean } {
  const { lowV, highV, flashes } = step.window;
  const at = lowV + (highV - lowV) * (0.3 + 0.4 * seededRandom(seed + step.id.length)());
  return { volt: Math.round(at * 100) / 100, flashes };
}
