import { ALL_OFF, type Circuit, type ControlState, possibleStates, supportOfCases } from '../../controls';
import { type LiveHarness, liveHarness, type WiredLamp } from '../../electric';
import type { Fault } from '../../electric/netlist/fault';
import type { MappedInput, PinMap } from '../../harness';
import { seededRandom } from '../../kernel/seededRandom';
import type { LampFunction } from '../../vehicle';
import type { VehicleLight } from '../overTime/lightTypes';
import type { FunctionProgram, LampProgram } from '../program/types';
import { lightByCurrent } from '../supply/byCurrent';
import { bar, circuitOf } from './vehicle';

const ON = { kind: 'on' } as const;
const CIRCUITS: readonly Circuit[] = [
  circuitOf('running', [{ when: 'running', level: ON }], { steadyA: 0.5 }),
  circuitOf('low', [{ when: 'key=on & lights=low', level: ON }], { steadyA: 4 }),
  circuitOf('park', [
    { when: 'lights=low', level: { kind: 'pulsed', duty: 0.3, hz: 120 } },
    { when: 'lights!=off', level: ON },
  ]),
  circuitOf('left', [{ when: 'hazard | (key=on & left)', level: { kind: 'flashing', side: 'left' } }], {
    steadyA: 2,
  }),
  circuitOf('right', [{ when: 'hazard | (key=on & right)', level: { kind: 'flashing', side: 'right' } }]),
  circuitOf('stop', [{ when: 'brake', level: ON }], { steadyA: 1.5 }),
  circuitOf('back', [{ when: 'brake', level: ON }], { switched: 'ground', steadyA: 1 }),
];
const FUNCTIONS: readonly LampFunction[] = ['drl', 'position', 'turn', 'stop'];

/** Two lamps wired to anything, right or wrong, perhaps with something broken: their light, network and settings. */
export interface Miswired {
  readonly light: VehicleLight;
  readonly harness: LiveHarness;
  readonly full: number;
  readonly states: readonly ControlState[];
}

/** A random harness from a seed. @param states how many settings to look at */
export function miswired(seed: number, states: number): Miswired {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const full = 0.4;
  const inputOf = (does: LampFunction | 'ground'): MappedInput => {
    const sound = does === 'ground' && random() < 0.6;
    const circuit = sound ? 'ground' : pick([...CIRCUITS.map((c) => c.id), 'ground', null]);
    return {
      plug: 'p',
      cavity: does,
      input: {
        cavity: does,
        does,
        currentA: does === 'ground' ? 0 : full,
        polar: random() < 0.7,
        takesPulsed: true,
        ...(does !== 'ground' && random() < 0.3 ? { load: pick(['filament', 'resistive'] as const) } : {}),
      },
      verdict: 'direct',
      from: circuit === null ? null : { plug: 'v', cavity: does, circuit },
      path: [],
      differing: [],
      varies: [],
    };
  };
  const lamps = (['left', 'right'] as const).map((side): WiredLamp => {
    const inputs = [...FUNCTIONS, 'ground' as const].map(inputOf);
    const map = { inputs, circuits: [], adapters: [], chain: null, joints: [], unused: [], conflicts: [] };
    return {
      position: `headlamp.front.${side}`,
      map: map satisfies PinMap,
      vehiclePlugs: [
        {
          id: 'v',
          position: { role: 'headlamp', side, end: 'front' },
          connector: 'c',
          cavities: inputs.map((i) => ({ cavity: i.cavity, circuit: i.from?.circuit ?? null })),
        },
      ],
      lampMinV: 9,
      loomM: 3,
      groundM: 1,
    };
  });
  const wires = lamps.flatMap((l) =>
    l.map.inputs.flatMap((i) => (i.from ? [`${l.position} p/${i.cavity}`] : [])),
  );
  const faults: Fault[] = [];
  if (random() < 0.4 && wires.length > 0) {
    const node = pick(wires);
    const element = `${node.endsWith('/ground') ? 'ground' : 'wire'}:${node}`;
    faults.push(random() < 0.5 ? { kind: 'open', element } : { kind: 'weak', element, ohm: pick([1, 20]) });
  }
  const harness = liveHarness({
    systemV: 12,
    lamps,
    circuits: CIRCUITS,
    feeds: [],
    resistors: {},
    faults,
  });
  const program = programOf(random, pick);
  const light = lightByCurrent(
    [
      {
        harness,
        lamps: lamps.map((l) => ({
          position: l.position,
          side: l.position.endsWith('left') ? 'left' : 'right',
          lamp: {
            program,
            face: { aspect: 1, segments: [] },
            traits: [],
            functions: FUNCTIONS.map((does) => ({ does })),
            workingMinV: 9,
          },
          mode: null,
          fullA: new Map(l.map.inputs.map((i) => [`p/${i.cavity}`, i.input.currentA])),
        })),
      },
    ],
    CIRCUITS,
    { perMinute: 90, onShare: 0.5 },
  );
  const all = [ALL_OFF, ...possibleStates(supportOfCases(...CIRCUITS.map((c) => c.cases)))];
  return { light, harness, full, states: Array.from({ length: states }, () => pick(all)) };
}

function programOf(random: () => number, pick: <T>(list: readonly T[]) => T): LampProgram {
  const functions = FUNCTIONS.map((does): Omit<FunctionProgram, 'segments'> => {
    const other = pick(FUNCTIONS.filter((f) => f !== does));
    const way = random();
    if (way < 0.25) return { does, dimmed: { to: 0.3, while: other } };
    if (way < 0.5) return { does, out: { while: other, returnMs: pick([0, 100, 400]) } };
    return { does };
  });
  return bar(2, functions);
}
