import { seededRandom } from '../../kernel/seededRandom';
import { type ProbedCavity, type ProbeFault, singleProbeFaults } from './probeFaults';
import { type ProbeMeter, type ProbeStep, seenWith } from './probing';
import { type HarnessFault, type Net, readsJoined, type RingOutStep, singleFaults } from './ringOut';

/** A made-up harness to practise on: sound, or with one fault that nobody is told. */
export interface PracticeHarness {
  readonly seed: number;
  /** In the lead, to be found with power off. */
  readonly fault: HarnessFault | null;
  /** At the vehicle's plug, to be found with power on. */
  readonly probeFault: ProbeFault | null;
}

/** Picks a fault of the lead or of the vehicle's plug, or none in one of six cases, by seed. */
export function practiceHarness(
  nets: readonly Net[],
  cavities: readonly ProbedCavity[],
  seed: number,
): PracticeHarness {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T | null => list[Math.floor(random() * list.length)] ?? null;
  const lead = singleFaults(nets.filter((n) => !n.blocked));
  const plug = singleProbeFaults(cavities);
  const none = lead.length + plug.length === 0 || random() < 1 / 6;
  if (none) return { seed, fault: null, probeFault: null };
  // The two places are even: a plug with many cavities has far more faults than a lead.
  const inLead = plug.length === 0 || (lead.length > 0 && random() < 0.5);
  return inLead
    ? { seed, fault: pick(lead), probeFault: null }
    : { seed, fault: null, probeFault: pick(plug) };
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

/**
 * What the practice meter shows at a cavity with power on, V, somewhere within what the supply may be; a pulsed wire
 * by its mean.
 * @param meter reads the plug with the hidden fault in it
 */
export function practiceVolt(
  step: ProbeStep,
  all: readonly ProbeStep[],
  meter: ProbeMeter,
  h: PracticeHarness,
): { readonly volt: number; readonly flashes: boolean } {
  const seen = seenWith(all)(step, h.probeFault);
  const { lowV, highV } = meter.read(step.state)(step.plug, step.cavity);
  const at = lowV + (highV - lowV) * (0.3 + 0.4 * seededRandom(h.seed + step.id.length)());
  const volt = at * (seen.kind === 'pulsed' ? seen.duty : 1);
  return { volt: Math.round(volt * 100) / 100, flashes: seen.kind === 'flashing' };
}
