import { circuitFinder, sameLevel } from '../controls';
import { probeMeter } from '../electric';
import { type ProbeFault, seenWith } from '../harness';
import type { Job } from '../job';
import { systemVOf } from '../electric/formulas';
import type { CaseWrong } from './caseFaults';

/**
 * What a meter would show at each reading of the vehicle's plugs with one thing wrong on the vehicle's side: V from the
 * weakest supply to the strongest, what is seen (it flashes, it is dead), and whether that is as it should be. Wires of the
 * lamp's own plug count as those of the vehicle's that they meet; a corroded one shows nothing without a load.
 */
export function checksWith(job: Job, wrong: CaseWrong) {
  const family = job.pack.family.body;
  const systemV = systemVOf(job.reading.context.known.get('system-voltage@vehicle'));
  if (systemV === null) return [];
  const circuit = circuitFinder(family.circuits ?? []);
  return job.reading.checks.map((c) => ({
    swap: c.swap.id,
    lamps: c.wiring.map((w) => {
      const probes = w.checks?.probes ?? [];
      const fault = probeFault(wrong, w);
      const meter = probeMeter(w.vehiclePlugs, circuit, systemV, fault);
      const seen = seenWith(probes.map((p) => p.step));
      return {
        position: w.position,
        readings: probes.map(({ step }) => {
          const level = seen(step, fault);
          return {
            id: step.id,
            ...meter.read(step.state)(step.plug, step.cavity),
            seen: level,
            good: sameLevel(level, step.level),
          };
        }),
      };
    }),
  }));
}

type At = Job['reading']['checks'][number]['wiring'][number];

/** What is wrong as the vehicle's plug has it; null: nothing that is seen there. */
function probeFault(wrong: CaseWrong, w: At): ProbeFault | null {
  if (wrong.kind === 'fuse') return { kind: 'fuse', circuit: wrong.circuit };
  if (wrong.kind === 'feed' || wrong.kind === 'unmated' || wrong.kind === 'weak') return null;
  if (wrong.position !== w.position) return null;
  const endOf = (plug: string, cavity: string): string | null => {
    const from = w.map?.inputs.find((i) => i.plug === plug && i.cavity === cavity)?.from;
    return from ? `${from.plug}/${from.cavity}` : null;
  };
  if (wrong.kind === 'exchange') {
    const [a, b] = wrong.cavities.map((c) => endOf(wrong.plug, c));
    return a && b ? { kind: 'exchange', ends: [a, b] } : null;
  }
  const end = endOf(wrong.plug, wrong.cavity);
  if (end === null) return null;
  if (wrong.kind === 'open') return { kind: 'open', end };
  const other = wrong.to ? endOf(wrong.to.plug, wrong.to.cavity) : null;
  if (other !== null) return { kind: 'short', ends: [end, other] };
  // What touches the body takes its fuse.
  const circuit = w.map?.inputs.find((i) => i.plug === wrong.plug && i.cavity === wrong.cavity)?.from
    ?.circuit;
  return circuit && circuit !== 'ground' ? { kind: 'fuse', circuit } : null;
}
