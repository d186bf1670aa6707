import {
  type Circuit,
  circuitFinder,
  type ControlState,
  expressionOf,
  holds,
  type Level,
  type LevelCase,
  levelOf,
} from '../../controls';
import { type SystemV, SYSTEM_V, wireOhm, type WireSize } from '../formulas';
import { isFed, type MappedInput, type PinMap, type VehiclePlug } from '../../harness';
import { DIODE, ledCurve } from '../solve/devices';
import { type Fault, inject } from '../netlist/fault';
import { prepareNetwork } from '../solve/dc';
import type { NetElement, NetSolution, Network } from '../netlist/element';

/** *Settings*: a mated contact, a fuse with its holder, Ω; wire taken where nobody noted its size; its temperature, °C. */
export const CONTACT_OHM = 0.005;
/** *Setting*: a fuse in its slot, Ω. */
export const FUSE_OHM = 0.01;
/** *Setting*: the wire that is reckoned with where none is named. */
export const TAKEN_WIRE: WireSize = '0.75 mm²';
/** *Setting*: temperature of the wires, °C. */
export const WIRE_C = 40;

/** One lamp of a swap as it is wired. */
export interface WiredLamp {
  readonly position: string;
  readonly map: PinMap;
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampMinV: number;
  /** Length of the vehicle's loom from its fuse box to the lamp, m, and of the way back to the body. */
  readonly loomM: number;
  readonly groundM: number;
}

/** An extra feed in the network: its own switch, fuse, wire and length to each position. */
export interface WiredFeed {
  readonly does: string;
  readonly live: readonly LevelCase[];
  readonly wire: WireSize;
  readonly legM: Readonly<Record<string, number>>;
}

/** A swap's harness as it is decided, ready to be put on the network. */
export interface HarnessInput {
  readonly systemV: SystemV;
  readonly lamps: readonly WiredLamp[];
  /** Circuits of the vehicle line, as a list: a harness goes to a worker and into a file as it is. */
  readonly circuits: readonly Circuit[];
  readonly feeds: readonly WiredFeed[];
  /** Resistors beside lamps, by circuit, Ω. */
  readonly resistors: Readonly<Record<string, number>>;
  /** What is wrong in it: a lost ground is `ground:<cavity>`, open. */
  readonly faults?: readonly Fault[];
}

/** What a meter would read at a cavity of the lamp's plug, and the current in its wire. */
export interface CavityReading {
  readonly position: string;
  readonly plug: string;
  readonly cavity: string;
  readonly does: string;
  /** What the circuit or feed behind it does in this state; null: nothing is behind it. */
  readonly level: Level | null;
  /** V against the body; null: it floats. */
  readonly volt: number | null;
  /** A into the lamp. Negative: it feeds back; at a ground: A out of the lamp. */
  readonly amp: number;
  /** Something in this harness is pulsed in this setting: volts and amperes are means over its pulses. */
  readonly mean: boolean;
}

/** What reaches an input of a lamp in a setting, at one phase of the flasher. */
export interface InputReading {
  readonly position: string;
  readonly plug: string;
  readonly cavity: string;
  readonly does: string;
  /** The circuit behind it; null: a feed of its own, or nothing. */
  readonly circuit: string | null;
  readonly level: Level | null;
  /** A while its pulse is on, and the share of the time that it is. */
  readonly onA: number;
  readonly duty: number;
  /** How often a second what pulses it does: its own supply, or one that reaches it another way; null: nobody knows, or none. */
  readonly hz: number | null;
  /** V across the lamp while the pulse is on. */
  readonly onV: number;
  /** The side that it signals to, and whether it only tells, as its lamp's row says. */
  readonly side?: 'left' | 'right';
  readonly trigger?: boolean;
}

/** A setting as the lamps have it, by time rather than as a mean. */
export interface HarnessReading {
  readonly inputs: readonly InputReading[];
  /** A through each circuit while it is on, what else hangs on it included. */
  readonly circuitA: ReadonlyMap<string, number>;
}

/** The harness under the switches. */
export interface LiveHarness {
  readonly network: Network;
  /** A short text that two settings share where every circuit and feed does the same in both, and so all currents too. */
  readonly setting: (state: ControlState) => string;
  /** @param flashOn the flasher is in its lit phase */
  readonly supplied: (state: ControlState, flashOn: boolean) => HarnessReading;
  readonly read: (state: ControlState) => {
    readonly cavities: readonly CavityReading[];
    readonly converged: boolean;
  };
}

const BATTERY = 'battery';
const BODY = 'body';

/** A harness with its circuits found by name. */
interface Wired extends HarnessInput {
  readonly circuit: (id: string) => Circuit | undefined;
}

/** Puts a swap's harness together as a network and reads it for any setting of the controls. */
export function liveHarness(input: HarnessInput): LiveHarness {
  const h: Wired = { ...input, circuit: circuitFinder(input.circuits) };
  const network: Network = {
    fixed: { [BATTERY]: SYSTEM_V[h.systemV].testV, [BODY]: 0 },
    elements: inject(harnessElements(h), h.faults ?? []),
  };
  const ready = prepareNetwork(network);
  const rows = [
    ...circuitsOf(h).flatMap((id) => h.circuit(id)?.cases ?? []),
    ...h.feeds.flatMap((f) => f.live),
  ];
  const cases = rows.map((c) => expressionOf(c.when));
  const flashes = rows.some((c) => c.level.kind === 'flashing');
  const setting = (state: ControlState): string => {
    let text = '';
    for (const e of cases) text += holds(e, state) ? 1 : 0;
    return text;
  };
  const read = new Map<string, HarnessReading>();
  // Once for each set of closed switches: many settings share one.
  const known = new Map<string, NetSolution>();
  let near: NetSolution | undefined;
  const solved = (state: ControlState, flashOn: boolean): readonly Phase[] =>
    phasesIn(h, state, flashOn).map(({ share, closed }) => {
      const key = [...closed].join();
      near = known.get(key) ?? ready.solve(closed, near);
      known.set(key, near);
      return { share, solution: near };
    });
  return {
    network,
    setting,
    supplied: (state, flashOn) => {
      const on = flashOn || !flashes;
      const key = `${setting(state)}${on ? '+' : '-'}`;
      let found = read.get(key);
      if (!found) read.set(key, (found = inputReadings(h, state, solved(state, on))));
      return found;
    },
    read: (state) => {
      const phases = solved(state, true);
      return {
        cavities: readings(h, state, phases),
        converged: phases.every((p) => p.solution.converged),
      };
    },
  };
}

/** One part of a pulse's time, with the network as it is then. */
interface Phase {
  readonly share: number;
  readonly solution: NetSolution;
}

/** The grounds of a lamp, lost. */
export const lostGrounds = (position: string, map: PinMap): readonly Fault[] =>
  map.inputs
    .filter((i) => i.input.does === 'ground')
    .map((i) => ({ kind: 'open', element: `ground:${position} ${i.plug}/${i.cavity}` }));

/** Reads every state, a few at a time: yields how many are done. */
export function* readStates(
  live: LiveHarness,
  states: readonly ControlState[],
  every = 16,
): Generator<number, readonly (readonly CavityReading[])[], void> {
  const all: (readonly CavityReading[])[] = [];
  for (const state of states) {
    all.push(live.read(state).cavities);
    if (all.length % every === 0) yield all.length;
  }
  yield all.length;
  return all;
}

const feedOf = (h: HarnessInput, does: string) => h.feeds.find((f) => f.does === does);

/**
 * The parts of a pulse's time: pulses that begin together end one after another, the shortest duty first. Without pulses
 * there is one part.
 */
function phasesIn(
  h: Wired,
  state: ControlState,
  flashOn: boolean,
): readonly { readonly share: number; readonly closed: ReadonlySet<string> }[] {
  const duties = new Map<string, number>();
  const note = (id: string, level: Level) => {
    if (level.kind === 'on' || (level.kind === 'flashing' && flashOn)) duties.set(id, 1);
    else if (level.kind === 'pulsed') duties.set(id, level.duty);
  };
  for (const id of circuitsOf(h)) {
    const row = h.circuit(id);
    if (row) note(`circuit:${id}`, levelOf(row.cases, state));
  }
  for (const f of h.feeds) note(`feed:${f.does}`, levelOf(f.live, state));
  const ends = [...new Set([...[...duties.values()].filter((d) => d < 1), 1])].sort((a, b) => a - b);
  return ends.map((end, i) => ({
    share: end - (ends[i - 1] ?? 0),
    closed: new Set([...duties].flatMap(([id, duty]) => (duty >= end ? [id] : []))),
  }));
}

/** The circuits that a harness hangs on, and those that a bulb of the vehicle ties to them. */
const circuitsOf = (h: Wired): readonly string[] => {
  const met = metBy(h);
  const tied = h.circuits.flatMap((c) =>
    c.between && (met.includes(c.id) || met.includes(c.between.circuit)) ? [c.id, c.between.circuit] : [],
  );
  return [...new Set([...met, ...tied])];
};

const metBy = (h: HarnessInput): readonly string[] => [
  ...new Set([
    ...h.lamps.flatMap((l) =>
      l.vehiclePlugs.flatMap((p) =>
        p.cavities.flatMap((c) => (c.circuit && c.circuit !== 'ground' ? [c.circuit] : [])),
      ),
    ),
    ...h.lamps.flatMap((l) =>
      l.map.inputs.flatMap((i) => (i.from?.circuit.includes('+') ? [i.from.circuit] : [])),
    ),
  ]),
];

/** What an input of a lamp is to the network. A load that nobody told apart is an LED. */
function loadOf(
  input: MappedInput['input'],
  id: string,
  from: string,
  to: string,
  lampMinV: number,
  testV: number,
): NetElement {
  switch (input.load) {
    case 'filament':
      return { kind: 'filament', id, from, to, ratedV: testV, ratedA: Math.max(input.currentA, 1e-3) };
    case 'resistive':
      return { kind: 'resistor', id, from, to, ohm: testV / Math.max(input.currentA, 1e-3) };
    default:
      return { kind: 'curve', id, from, to, points: ledCurve(input.currentA, lampMinV, input.polar) };
  }
}

function harnessElements(h: Wired): readonly NetElement[] {
  const elements: NetElement[] = [];
  const { testV } = SYSTEM_V[h.systemV];
  const resistor = (id: string, from: string, to: string, ohm: number) =>
    elements.push({ kind: 'resistor', id, from, to, ohm: Math.max(ohm, 1e-4) });
  for (const id of circuitsOf(h)) {
    const row = h.circuit(id);
    // A circuit that switches the ground gives nothing to a lamp that waits for a supply.
    const ground = row?.switched === 'ground';
    const node = `circuit ${id}`;
    elements.push({
      kind: 'switch',
      id: `circuit:${id}`,
      from: ground ? BODY : BATTERY,
      to: node,
      ohm: FUSE_OHM,
    });
    // Whatever else hangs on the circuit: a lost ground finds its way back through it.
    if (row && row.steadyA > 0)
      elements.push({
        kind: 'filament',
        id: `others:${id}`,
        from: ground ? BATTERY : node,
        to: ground ? node : BODY,
        ratedV: testV,
        ratedA: row.steadyA,
      });
    if (row?.between)
      elements.push({
        kind: 'filament',
        id: `between:${id}`,
        from: node,
        to: `circuit ${row.between.circuit}`,
        ratedV: testV,
        ratedA: row.between.ratedA,
      });
  }
  for (const stud of studsOf(h)) resistor(`ground:stud ${stud}`, BODY, studNode(stud), CONTACT_OHM);
  for (const f of h.feeds)
    elements.push({
      kind: 'switch',
      id: `feed:${f.does}`,
      from: BATTERY,
      to: `feed ${f.does}`,
      ohm: FUSE_OHM,
    });
  for (const lamp of h.lamps) {
    const common = `${lamp.position} common`;
    if (!lamp.map.inputs.some((i) => i.input.does === 'ground'))
      resistor(`ground:${common}`, common, BODY, CONTACT_OHM);
    const cavityAt = (plug: string, cavity: string) =>
      lamp.vehiclePlugs.find((p) => p.id === plug)?.cavities.find((c) => c.cavity === cavity);
    const sizeOf = (plug: string, cavity: string) => cavityAt(plug, cavity)?.wire?.size ?? TAKEN_WIRE;
    for (const i of lamp.map.inputs) {
      if (i.input.does === 'mode') continue;
      const node = `${lamp.position} ${i.plug}/${i.cavity}`;
      const contacts = CONTACT_OHM * Math.max(1, i.path.length - 1);
      if (i.input.does === 'ground') resistor(`inside:${node}`, common, node, 1e-4);
      else elements.push(loadOf(i.input, `lamp:${node}`, node, returnNode(lamp, i), lamp.lampMinV, testV));
      const feed = isFed(i.verdict) ? undefined : feedOf(h, i.input.does);
      if (feed) {
        const ohm = wireOhm(feed.wire, feed.legM[lamp.position] ?? 0, WIRE_C) + 2 * CONTACT_OHM;
        resistor(`wire:${node}`, `feed ${feed.does}`, node, ohm);
      } else if (i.from?.circuit === 'ground') {
        const ohm = wireOhm(sizeOf(i.from.plug, i.from.cavity), lamp.groundM, WIRE_C) + contacts;
        // From the body: wires of a plug that change places change their lamp's ends.
        const { stud } = cavityAt(i.from.plug, i.from.cavity) ?? {};
        const from = stud === undefined ? BODY : studNode(stud);
        resistor(`${i.input.does === 'ground' ? 'ground' : 'wire'}:${node}`, from, node, ohm);
      } else if (i.from) {
        // Right or wrong: what a cavity meets, it is wired to.
        const ohm = wireOhm(sizeOf(i.from.plug, i.from.cavity), lamp.loomM, WIRE_C) + contacts;
        const end = i.inWay?.diode ? `${node} diode` : node;
        resistor(`wire:${node}`, `circuit ${i.from.circuit}`, end, ohm + (i.inWay?.ohm ?? 0));
        if (end !== node)
          elements.push({ kind: 'curve', id: `diode:${node}`, from: end, to: node, points: DIODE });
        const beside = h.resistors[i.from.circuit];
        if (beside !== undefined && isFed(i.verdict) && i.input.does !== 'ground')
          resistor(`beside:${node}`, node, BODY, beside);
      }
    }
  }
  return elements;
}

/** Where the current of an input goes back: through another cavity of its plug, or the lamp's ground. */
const returnNode = (lamp: WiredLamp, i: MappedInput): string =>
  i.input.back === undefined ? `${lamp.position} common` : `${lamp.position} ${i.plug}/${i.input.back}`;

const studNode = (stud: string): string => `stud ${stud}`;

/** The ground studs that cavities of a harness share. */
const studsOf = (h: HarnessInput): readonly string[] => [
  ...new Set(h.lamps.flatMap((l) => l.vehiclePlugs.flatMap((p) => p.cavities.flatMap((c) => c.stud ?? [])))),
];

/** *Setting*: below this share of what it draws at most an input is off. */
const DRAWS_SHARE = 0.05;

/** The slowest pulse in a setting, Hz; null where the frequency of one of them is not known, or there is none. */
function pulseHz(h: Wired, state: ControlState): number | null {
  const levels = [
    ...circuitsOf(h)
      .flatMap((id) => h.circuit(id) ?? [])
      .map((row) => levelOf(row.cases, state)),
    ...h.feeds.map((f) => levelOf(f.live, state)),
  ];
  const pulses = levels.flatMap((l) => (l.kind === 'pulsed' ? [l.hz ?? null] : []));
  const known = pulses.filter((hz) => hz !== null);
  return known.length > 0 && known.length === pulses.length ? Math.min(...known) : null;
}

function inputReadings(h: Wired, state: ControlState, phases: readonly Phase[]): HarnessReading {
  const anyHz = pulseHz(h, state);
  const inputs = h.lamps.flatMap((lamp) =>
    lamp.map.inputs
      .filter((i) => i.input.does !== 'mode' && i.input.does !== 'ground')
      .map((i): InputReading => {
        const node = `${lamp.position} ${i.plug}/${i.cavity}`;
        const amps = phases.map((p) => p.solution.elementA.get(`lamp:${node}`) ?? 0);
        const across = phases.map(
          ({ solution: s }) => (s.nodeV.get(node) ?? 0) - (s.nodeV.get(returnNode(lamp, i)) ?? 0),
        );
        // Whichever way it flows: a filament is lit by it, and what bars one way lets nothing through.
        const onA = Math.max(0, ...amps.map(Math.abs));
        const onV = Math.max(0, ...across.map((v, k) => (Math.abs(amps[k] ?? 0) > 0 ? Math.abs(v) : v)));
        const lit = (k: number) =>
          onA > 0 ? Math.abs(amps[k] ?? 0) > DRAWS_SHARE * onA : (across[k] ?? 0) > onV / 2;
        const feed = isFed(i.verdict) ? undefined : feedOf(h, i.input.does);
        const row = feed || !i.from ? undefined : h.circuit(i.from.circuit);
        const level = feed ? levelOf(feed.live, state) : row ? levelOf(row.cases, state) : null;
        return {
          position: lamp.position,
          plug: i.plug,
          cavity: i.cavity,
          does: i.input.does,
          ...(i.input.side ? { side: i.input.side } : {}),
          ...(i.input.trigger ? { trigger: true } : {}),
          circuit: row?.id ?? null,
          level,
          onA,
          onV,
          hz: level?.kind === 'pulsed' ? (level.hz ?? null) : anyHz,
          duty: onA === 0 && onV === 0 ? 0 : phases.reduce((sum, p, k) => (lit(k) ? sum + p.share : sum), 0),
        };
      }),
  );
  const circuitA = new Map(
    circuitsOf(h).map((id) => [
      id,
      Math.max(0, ...phases.map((p) => Math.abs(p.solution.elementA.get(`circuit:${id}`) ?? 0))),
    ]),
  );
  return { inputs, circuitA };
}

function readings(h: Wired, state: ControlState, phases: readonly Phase[]): readonly CavityReading[] {
  const mean = phases.length > 1;
  /** Over the parts of the pulse; a node that nothing ties while the pulse is off reads nothing then. */
  const average = (of: (s: NetSolution) => number | null | undefined): number | null => {
    const values = phases.map((p) => ({ share: p.share, value: of(p.solution) ?? null }));
    if (values.every((v) => v.value === null)) return null;
    return values.reduce((sum, v) => sum + v.share * (v.value ?? 0), 0);
  };
  return h.lamps.flatMap((lamp) =>
    lamp.map.inputs
      .filter((i) => i.input.does !== 'mode')
      .map((i): CavityReading => {
        const node = `${lamp.position} ${i.plug}/${i.cavity}`;
        const ground = i.input.does === 'ground';
        const feed = isFed(i.verdict) ? undefined : feedOf(h, i.input.does);
        const row = feed || !i.from ? undefined : h.circuit(i.from.circuit);
        const level = feed ? levelOf(feed.live, state) : row ? levelOf(row.cases, state) : null;
        return {
          position: lamp.position,
          plug: i.plug,
          cavity: i.cavity,
          does: i.input.does,
          level: ground ? null : level,
          volt: average((s) => s.nodeV.get(node)),
          amp: average((s) => s.elementA.get(ground ? `inside:${node}` : `lamp:${node}`)) ?? 0,
          mean,
        };
      }),
  );
}
