import { type Circuit, levelOf } from '../../controls';
import { type SystemV, wireOhm } from '../formulas';
import {
  blown,
  type ProbeFault,
  type ProbeMeter,
  type Tie,
  type VehiclePlug,
  type VoltRange,
} from '../../harness';
import { CONTACT_OHM, FUSE_OHM, TAKEN_WIRE, WIRE_C } from './harnessNetwork';
import { type Fault, inject } from '../netlist/fault';
import { prepareNetwork } from '../solve/dc';
import type { NetElement } from '../netlist/element';

/** Resistance of a usual digital meter, Ω. */
export const METER_OHM = 10e6;
/** *Settings*: a battery at rest, lights on, and the most that a charging one has, V. */
export const PROBE_SUPPLY: Readonly<Record<SystemV, VoltRange>> = {
  6: { lowV: 6, highV: 7.4 },
  12: { lowV: 12, highV: 14.8 },
  24: { lowV: 24, highV: 29.2 },
};
/** *Setting*: the vehicle's loom from fuse box to plug, and the way back to the body, m. Without load they hardly matter. */
const LOOM_M = 3;
const GROUND_M = 1;

const BATTERY = 'battery';
const BODY = 'body';

const wireTo = (end: string): string => `wire ${end}`;

/** A fault of the vehicle's plug in the network: a supply that touches the body takes its fuse with it. */
function faultsOf(
  fault: ProbeFault,
  circuitOf: (end: string) => string,
  toBody: (circuit: string) => boolean,
): readonly Fault[] {
  switch (fault.kind) {
    case 'fuse':
      return [{ kind: 'open', element: fault.circuit }];
    case 'open':
      return [{ kind: 'open', element: wireTo(fault.end) }];
    case 'exchange':
      return [{ kind: 'exchange', elements: [wireTo(fault.ends[0]), wireTo(fault.ends[1])] }];
    case 'short': {
      const side = (end: string): Tie => ({
        to: toBody(circuitOf(end)) ? 'body' : 'plus',
        level: { kind: 'on' },
      });
      return [
        ...[...blown(fault.ends, side, circuitOf)].map((element): Fault => ({ kind: 'open', element })),
        { kind: 'short', nodes: fault.ends },
      ];
    }
  }
}

/**
 * The vehicle's plugs with the lamp off as a network, a meter at every cavity: what it shows in a setting, from the
 * weakest supply to the strongest.
 * @param fault a single fault to put in, as the practice meter does
 */
export function probeMeter(
  plugs: readonly VehiclePlug[],
  circuit: (id: string) => Circuit | undefined,
  systemV: SystemV,
  fault: ProbeFault | null = null,
): ProbeMeter {
  const supply = PROBE_SUPPLY[systemV];
  const cavities = plugs.flatMap((p) =>
    p.cavities.flatMap((c) =>
      c.circuit ? [{ end: `${p.id}/${c.cavity}`, circuit: c.circuit, size: c.wire?.size ?? TAKEN_WIRE }] : [],
    ),
  );
  const circuitOf = (end: string) => cavities.find((c) => c.end === end)?.circuit ?? '';
  const toBody = (id: string) => id === 'ground' || circuit(id)?.switched === 'ground';
  const elements: NetElement[] = [];
  for (const id of new Set(cavities.map((c) => c.circuit)))
    if (id !== 'ground')
      elements.push({
        kind: 'switch',
        id,
        from: toBody(id) ? BODY : BATTERY,
        to: `circuit ${id}`,
        ohm: FUSE_OHM,
      });
  for (const c of cavities) {
    const ground = c.circuit === 'ground';
    elements.push({
      kind: 'resistor',
      id: wireTo(c.end),
      from: ground ? BODY : `circuit ${c.circuit}`,
      to: c.end,
      ohm: wireOhm(c.size, ground ? GROUND_M : LOOM_M, WIRE_C) + CONTACT_OHM,
    });
  }
  const faulty = fault ? inject(elements, faultsOf(fault, circuitOf, toBody)) : elements;

  // A meter hangs where the sheet says, whatever wire has come there; one to the plus and one to the body never at once.
  const meters = (to: string) =>
    cavities
      .filter((c) => toBody(c.circuit) === (to === BATTERY))
      .map((c): NetElement => ({ kind: 'resistor', id: `meter ${c.end}`, from: c.end, to, ohm: METER_OHM }));
  const ready = [BODY, BATTERY].flatMap((to) =>
    [supply.lowV, supply.highV].map((v) => ({
      to,
      v,
      network: prepareNetwork({ fixed: { [BATTERY]: v, [BODY]: 0 }, elements: [...faulty, ...meters(to)] }),
    })),
  );
  return {
    supply,
    read: (state) => {
      const closed = new Set(
        [...new Set(cavities.map((c) => c.circuit))].filter((id) => {
          const row = circuit(id);
          const level = row && levelOf(row.cases, state);
          return level && level.kind !== 'off' && level.kind !== 'data';
        }),
      );
      const solved = ready.map(({ to, v, network }) => ({ to, v, nodeV: network.solve(closed).nodeV }));
      return (plug, cavity) => {
        const end = `${plug}/${cavity}`;
        const to = toBody(circuitOf(end)) ? BATTERY : BODY;
        const volts = solved
          .filter((s) => s.to === to)
          .map(({ v, nodeV }) => {
            const against = to === BATTERY ? v : 0;
            return Math.abs((nodeV.get(end) ?? against) - against);
          });
        return { lowV: Math.min(...volts), highV: Math.max(...volts) };
      };
    },
  };
}
