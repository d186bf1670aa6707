import { type Circuit, type ControlState, type Level, type LevelCase, levelOf } from '../controls';
import { type SystemV, SYSTEM_V, wireOhm, type WireSize } from '../electrical';
import { isFed, type PinMap, type VehiclePlug } from '../harness';
import { ledCurve } from './devices';
import { prepareNetwork } from './solve';
import type { NetElement, NetSolution, Network } from './types';

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
  readonly circuit: (id: string) => Circuit | undefined;
  readonly feeds: readonly WiredFeed[];
  /** Resistors beside lamps, by circuit, Ω. */
  readonly resistors: Readonly<Record<string, number>>;
  /** Elements that are open: a lost ground (`ground:<position>`), a wire that is off. */
  readonly broken?: ReadonlySet<string>;
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
  /** A into the lamp; averaged over the pulses of a pulsed circuit. Negative: it feeds back. */
  readonly amp: number;
}

/** The harness under the switches. */
export interface LiveHarness {
  readonly network: Network;
  readonly read: (state: ControlState) => {
    readonly cavities: readonly CavityReading[];
    readonly converged: boolean;
  };
}

const BATTERY = 'battery';
const BODY = 'body';

/** Puts a swap's harness together as a network and reads it for any setting of the controls. */
export function liveHarness(h: HarnessInput): LiveHarness {
  const elements = harnessElements(h);
  const network: Network = {
    fixed: { [BATTERY]: SYSTEM_V[h.systemV].testV, [BODY]: 0 },
    elements: elements.filter((e) => !h.broken?.has(e.id)),
  };
  const ready = prepareNetwork(network);
  let near: NetSolution | undefined;
  return {
    network,
    read: (state) => {
      near = ready.solve(closedIn(h, state), near);
      return { cavities: readings(h, state, near), converged: near.converged };
    },
  };
}

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
const conducts = (l: Level) => l.kind !== 'off' && l.kind !== 'data';

function closedIn(h: HarnessInput, state: ControlState): ReadonlySet<string> {
  const closed = new Set<string>();
  for (const id of circuitsOf(h)) {
    const row = h.circuit(id);
    if (row && conducts(levelOf(row.cases, state))) closed.add(`circuit:${id}`);
  }
  for (const f of h.feeds) if (conducts(levelOf(f.live, state))) closed.add(`feed:${f.does}`);
  return closed;
}

const circuitsOf = (h: HarnessInput): readonly string[] => [
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

function harnessElements(h: HarnessInput): readonly NetElement[] {
  const elements: NetElement[] = [];
  const resistor = (id: string, from: string, to: string, ohm: number) =>
    elements.push({ kind: 'resistor', id, from, to, ohm: Math.max(ohm, 1e-4) });
  for (const id of circuitsOf(h))
    elements.push({
      kind: 'switch',
      id: `circuit:${id}`,
      // A circuit that switches the ground gives nothing to a lamp that waits for a supply.
      from: h.circuit(id)?.switched === 'ground' ? BODY : BATTERY,
      to: `circuit ${id}`,
      ohm: FUSE_OHM,
    });
  for (const f of h.feeds)
    elements.push({
      kind: 'switch',
      id: `feed:${f.does}`,
      from: BATTERY,
      to: `feed ${f.does}`,
      ohm: FUSE_OHM,
    });
  for (const lamp of h.lamps) {
    const at = (plug: string, cavity: string) => `${lamp.position} ${plug}/${cavity}`;
    const sizeOf = (plug: string, cavity: string) =>
      lamp.vehiclePlugs.find((p) => p.id === plug)?.cavities.find((c) => c.cavity === cavity)?.wire?.size ??
      TAKEN_WIRE;
    for (const i of lamp.map.inputs) {
      const node = at(i.plug, i.cavity);
      const stops = Math.max(1, i.path.length - 1);
      if (i.input.does === 'mode') continue;
      if (i.input.does === 'ground') {
        resistor(`inside:${node}`, `${lamp.position} common`, node, 1e-4);
        if (i.from?.circuit === 'ground')
          resistor(
            `ground:${node}`,
            node,
            BODY,
            wireOhm(sizeOf(i.from.plug, i.from.cavity), lamp.groundM, WIRE_C) + CONTACT_OHM * stops,
          );
        continue;
      }
      elements.push({
        kind: 'curve',
        id: `lamp:${node}`,
        from: node,
        to: `${lamp.position} common`,
        points: ledCurve(i.input.currentA, lamp.lampMinV, i.input.polar),
      });
      const feed = feedOf(h, i.input.does);
      if (isFed(i.verdict) && i.from) {
        const ohm = wireOhm(sizeOf(i.from.plug, i.from.cavity), lamp.loomM, WIRE_C) + CONTACT_OHM * stops;
        resistor(`wire:${node}`, `circuit ${i.from.circuit}`, node, ohm);
        const beside = h.resistors[i.from.circuit];
        if (beside !== undefined) resistor(`beside:${node}`, node, BODY, beside);
      } else if (feed)
        resistor(
          `wire:${node}`,
          `feed ${feed.does}`,
          node,
          wireOhm(feed.wire, feed.legM[lamp.position] ?? 0, WIRE_C) + 2 * CONTACT_OHM,
        );
    }
  }
  return elements;
}

function readings(h: HarnessInput, state: ControlState, s: NetSolution): readonly CavityReading[] {
  return h.lamps.flatMap((lamp) =>
    lamp.map.inputs
      .filter((i) => i.input.does !== 'mode')
      .map((i): CavityReading => {
        const node = `${lamp.position} ${i.plug}/${i.cavity}`;
        const feed = feedOf(h, i.input.does);
        const row = isFed(i.verdict) && i.from ? h.circuit(i.from.circuit) : undefined;
        const level = row ? levelOf(row.cases, state) : feed ? levelOf(feed.live, state) : null;
        const duty = level?.kind === 'pulsed' ? level.duty : 1;
        const through =
          i.input.does === 'ground' ? s.elementA.get(`inside:${node}`) : s.elementA.get(`lamp:${node}`);
        return {
          position: lamp.position,
          plug: i.plug,
          cavity: i.cavity,
          does: i.input.does,
          level: i.input.does === 'ground' ? null : level,
          volt: s.nodeV.get(node) ?? null,
          amp: (through ?? 0) * duty,
        };
      }),
  );
}
