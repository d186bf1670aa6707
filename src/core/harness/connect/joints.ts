import { compareText } from '../../kernel/reason';
import {
  adapterChain,
  type Chain,
  type ChainInput,
  endsBehind,
  type MatedHow,
  type OpenEnd,
  type SeriesSuits,
  waysToMate,
} from './adapterChain';
import { type AdapterIndex, LEADS } from './adapterIndex';
import type { ConnectorHalf, LampInput, LampPlug, VehiclePlug } from '../types';

/** One place that a wire passes on its way from the vehicle to the lamp. */
export interface WireStop {
  readonly where: 'vehicle' | 'adapter' | 'lamp';
  /** Plug, or part of the adapter. */
  readonly id: string;
  readonly end: string;
  readonly cavity: string;
}

/** What reaches a cavity of the lamp: the circuit, the vehicle's cavity that it comes from, and the way. */
export interface Arrival {
  readonly circuit: string;
  readonly plug: string;
  readonly cavity: string;
  /** The second wire that a converter reads. */
  readonly also?: { readonly plug: string; readonly cavity: string };
  readonly path: readonly WireStop[];
}

/** A plug of the lamp and how it is joined to the vehicle. */
export interface Joint {
  readonly lamp: LampPlug;
  readonly how: MatedHow;
  readonly parts: readonly string[];
  readonly vehicles: readonly string[];
  /** By cavity of the lamp's plug. */
  readonly arrivals: ReadonlyMap<string, Arrival>;
  /** Pinned by a person instead of worked out. */
  readonly byHand: boolean;
}

/** Plugs of vehicle and lamp, and what may lead from one to another. */
export interface JointInput {
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampPlugs: readonly LampPlug[];
  readonly connector: (id: string) => ConnectorHalf | undefined;
  readonly index: AdapterIndex;
  readonly suits: (input: LampInput, circuit: string | null) => boolean;
  readonly series?: SeriesSuits;
  /** What each further joint is reckoned to cost. */
  readonly jointMinor?: number;
}

/** Which plug meets which, and what stays free. */
export interface Joints {
  readonly joints: readonly Joint[];
  /** Plugs of the vehicle on which nothing sits. */
  readonly left: readonly VehiclePlug[];
  /** The cheapest chain; null where no chain sets everything right and the best plug by plug is shown. */
  readonly chain: Chain | null;
}

/** How the lamp's plugs go onto the vehicle's: the cheapest chain that is right, else the best that there is. */
export function joinPlugs(j: JointInput): Joints {
  const sorted = [...j.vehiclePlugs].sort((a, b) => compareText(a.id, b.id));
  const lamps = j.lampPlugs
    .filter((p) => p.inputs.some((i) => i.does !== 'mode'))
    .sort((a, b) => compareText(a.id, b.id));
  const chain = adapterChain({ ...j, vehiclePlugs: sorted, lampPlugs: lamps });
  if (chain) return { ...ofChain(chain, sorted, lamps, j), chain };
  return plugByPlug(j, sorted, lamps);
}

/** *Setting*: plugs of a lamp up to which every way of sharing the vehicle's among them is tried. */
const SHARED_AT_MOST = 6;

/**
 * Where no chain is right for all: as many plugs of the lamp as possible by a chain of their own, together where one
 * lead serves several, the rest by what comes nearest, matched as a set so that none takes what another needs.
 */
function plugByPlug(j: JointInput, sorted: readonly VehiclePlug[], lamps: readonly LampPlug[]): Joints {
  const served = servedByChains(j, sorted, lamps);
  let left = sorted.filter((p) => !served.some((x) => x.vehicles.includes(p.id)));
  const rest = lamps.filter((l) => !served.some((x) => x.lamp.id === l.id));
  const near = matched(j, rest, left);
  left = left.filter((p) => !near.some((x) => x.vehicles.includes(p.id)));
  const order = new Map(lamps.map((l, i) => [l.id, i]));
  const joints = [...served, ...near].sort(
    (a, b) => (order.get(a.lamp.id) ?? 0) - (order.get(b.lamp.id) ?? 0),
  );
  return { joints, left, chain: null };
}

/** Plugs that a chain sets right, the most of them; of equals the cheapest, then by name. */
function servedByChains(
  j: JointInput,
  open: readonly VehiclePlug[],
  lamps: readonly LampPlug[],
): readonly Joint[] {
  const groups =
    lamps.length > SHARED_AT_MOST
      ? lamps.map((l) => [l])
      : Array.from({ length: 2 ** lamps.length - 1 }, (_, n) => lamps.filter((_l, i) => ((n + 1) >> i) & 1))
          .filter((g) => g.length < lamps.length || lamps.length === 1)
          .sort((a, b) => b.length - a.length);
  for (const group of groups) {
    const chain = adapterChain({ ...j, vehiclePlugs: open, lampPlugs: group });
    if (!chain) continue;
    const { joints, left } = ofChain(chain, open, group, j);
    const others = lamps.filter((l) => !group.includes(l));
    return others.length === 0 ? joints : [...joints, ...servedByChains(j, left, others)];
  }
  return [];
}

/** Each plug with the one of the vehicle's that comes nearest, so that together the fewest inputs are wrong. */
function matched(j: JointInput, lamps: readonly LampPlug[], open: readonly VehiclePlug[]): readonly Joint[] {
  const [lamp, ...others] = lamps;
  if (!lamp) return [];
  const worth = (joints: readonly Joint[]) => {
    const of = (right: boolean) => joints.reduce((n, x) => n + countOf(j, x, right), 0);
    return [of(false), -of(true), joints.reduce((n, x) => n + x.parts.length, 0)] as const;
  };
  const better = (a: readonly Joint[], b: readonly Joint[]) => {
    const [x, y] = [worth(a), worth(b)];
    // What mates is shown mated, with what is wrong about it.
    return x[1] - y[1] || b.length - a.length || x[0] - y[0] || x[2] - y[2];
  };
  if (lamps.length > SHARED_AT_MOST) {
    const joint = nearest(j, lamp, open);
    const left = joint ? open.filter((p) => !joint.vehicles.includes(p.id)) : open;
    return [...(joint ? [joint] : []), ...matched(j, others, left)];
  }
  let best: readonly Joint[] = matched(j, others, open);
  for (const plug of open) {
    const joint = nearest(j, lamp, [plug]);
    if (!joint) continue;
    const way = [
      joint,
      ...matched(
        j,
        others,
        open.filter((p) => p !== plug),
      ),
    ];
    if (better(way, best) < 0) best = way;
  }
  return best;
}

interface Traced {
  readonly end: OpenEnd;
  readonly arrivals: ReadonlyMap<string, Arrival>;
  readonly parts: readonly string[];
  readonly vehicles: readonly string[];
}

function traceStart(plug: VehiclePlug, j: JointInput): Traced {
  const half = j.connector(plug.connector);
  const filled = plug.cavities.flatMap((c) => (c.circuit === null ? [] : [[c.cavity, c.circuit] as const]));
  return {
    end: {
      ref: `v:${plug.id}`,
      family: half?.kind === 'leads' ? LEADS : (half?.family ?? plug.connector),
      half,
      circuits: new Map(filled),
      sign: '',
    },
    arrivals: new Map(
      filled.map(([cavity, circuit]) => [
        cavity,
        {
          circuit,
          plug: plug.id,
          cavity,
          path: [{ where: 'vehicle', id: plug.id, end: plug.id, cavity }],
        },
      ]),
    ),
    parts: [],
    vehicles: [plug.id],
  };
}

/** Walks a chain from the vehicle to the lamp and notes where every wire passes. */
function ofChain(
  chain: Chain,
  plugs: readonly VehiclePlug[],
  lamps: readonly LampPlug[],
  j: JointInput,
): { joints: readonly Joint[]; left: readonly VehiclePlug[] } {
  const ends = new Map<string, Traced>(plugs.map((p) => [`v:${p.id}`, traceStart(p, j)]));
  chain.links.forEach((link, number) => {
    const onto = link.onto.flatMap((ref) => ends.get(ref) ?? []);
    link.onto.forEach((ref) => ends.delete(ref));
    for (const t of traceBehind(link.part, onto, number, j)) ends.set(t.end.ref, t);
  });
  const joints = chain.mates.flatMap((mate) => {
    const lamp = lamps.find((p) => p.id === mate.plug);
    const from = ends.get(mate.end);
    if (!lamp || !from) return [];
    ends.delete(mate.end);
    return [jointOf(lamp, from, mate.how, mate.cavities)];
  });
  const used = new Set(joints.flatMap((x) => x.vehicles));
  return { joints, left: plugs.filter((p) => !used.has(p.id)) };
}

function traceBehind(
  part: string,
  onto: readonly Traced[],
  number: number,
  j: JointInput,
): readonly Traced[] {
  const adapter = j.index.byPart.get(part);
  if (!adapter) return [];
  return endsBehind(
    adapter,
    onto.map((t) => t.end),
    number,
  ).map((end, o) => {
    const arrivals = new Map<string, Arrival>();
    const out = adapter.outs[o];
    for (const w of out?.wires ?? []) {
      const before = onto[w.from.end]?.arrivals.get(w.from.cavity);
      const circuit = end.circuits.get(w.to);
      if (!before || circuit === undefined) continue;
      const second = w.turn ?? w.beside;
      const also = second && onto[second.end]?.arrivals.get(second.cavity);
      arrivals.set(w.to, {
        ...before,
        circuit,
        ...(also ? { also: { plug: also.plug, cavity: also.cavity } } : {}),
        path: [
          ...before.path,
          { where: 'adapter', id: part, end: adapter.ins[w.from.end]?.id ?? '', cavity: w.from.cavity },
          { where: 'adapter', id: part, end: out?.id ?? '', cavity: w.to },
        ],
      });
    }
    return {
      end,
      arrivals,
      parts: [...new Set([...onto.flatMap((t) => t.parts), part])],
      vehicles: [...new Set(onto.flatMap((t) => t.vehicles))],
    };
  });
}

function jointOf(lamp: LampPlug, from: Traced, how: MatedHow, cavities: ReadonlyMap<string, string>): Joint {
  const arrivals = new Map<string, Arrival>();
  for (const { cavity } of lamp.inputs) {
    const arrival = from.arrivals.get(cavities.get(cavity) ?? '');
    if (arrival)
      arrivals.set(cavity, {
        ...arrival,
        path: [...arrival.path, { where: 'lamp', id: lamp.id, end: lamp.id, cavity }],
      });
  }
  return { lamp, how, parts: from.parts, vehicles: from.vehicles, arrivals, byHand: false };
}

/** Inputs that a joint sets right, or wrong. */
const countOf = (j: JointInput, joint: Joint, right: boolean): number =>
  joint.lamp.inputs.filter((i) => {
    const circuit = joint.arrivals.get(i.cavity)?.circuit;
    return circuit !== undefined && i.does !== 'mode' && j.suits(i, circuit) === right;
  }).length;

/** The joint with the most inputs right, through one adapter at most; no adapter before an adapter, then by id. */
function nearest(j: JointInput, lamp: LampPlug, open: readonly VehiclePlug[]): Joint | undefined {
  const half = j.connector(lamp.connector);
  const found: Joint[] = [];
  const add = (from: Traced) => {
    if (from.end.half === undefined ? from.end.family !== half?.family : false) return;
    for (const { how, cavities } of waysToMate(from.end, lamp, half, j.suits as ChainInput['suits']))
      if (how !== 'jointed' || from.end.family === LEADS)
        if (how !== 'screwed' || from.end.family === half?.family)
          found.push(jointOf(lamp, from, how, cavities));
  };
  for (const plug of open) {
    const start = traceStart(plug, j);
    add(start);
    for (const adapter of j.index.byFirst.get(start.end.family) ?? [])
      if (adapter.ins.length === 1) traceBehind(adapter.part, [start], 0, j).forEach(add);
  }
  const count = (joint: Joint, right: boolean) => countOf(j, joint, right);
  const useful = found.filter((x) => count(x, true) + count(x, false) > 0);
  return useful.sort(
    (a, b) =>
      count(a, false) - count(b, false) ||
      count(b, true) - count(a, true) ||
      a.parts.length - b.parts.length ||
      Number(a.how === 'unlocked') - Number(b.how === 'unlocked') ||
      compareText(a.parts[0] ?? '', b.parts[0] ?? '') ||
      compareText(a.vehicles[0] ?? '', b.vehicles[0] ?? ''),
  )[0];
}

/**
 * A joint as a person pinned it: cavities of the lamp's plug that are named get the vehicle's cavity that is said, or
 * none; the others stay as they were worked out.
 */
export function handJoint(
  lamp: LampPlug,
  pins: ReadonlyMap<string, { readonly plug: string; readonly cavity: string } | null>,
  plugs: readonly VehiclePlug[],
  base: Joint | undefined,
): Joint {
  const arrivals = new Map(base?.arrivals);
  for (const [cavity, from] of pins) {
    const circuit = plugs
      .find((p) => p.id === from?.plug)
      ?.cavities.find((c) => c.cavity === from?.cavity)?.circuit;
    if (!from || !circuit) arrivals.delete(cavity);
    else
      arrivals.set(cavity, {
        circuit,
        ...from,
        path: [
          { where: 'vehicle', id: from.plug, end: from.plug, cavity: from.cavity },
          { where: 'lamp', id: lamp.id, end: lamp.id, cavity },
        ],
      });
  }
  return {
    lamp,
    how: 'mates',
    parts: [],
    vehicles: [...new Set([...arrivals.values()].map((a) => a.plug))].sort(compareText),
    arrivals,
    byHand: true,
  };
}
