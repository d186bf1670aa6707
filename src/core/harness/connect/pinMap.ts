import { cavityOf } from '../../kernel/ids';
import { differences, fedForItself, inSeries, suitsLevels, variations } from '../../controls';
import { USUAL_FIGURES } from '../../electric/formulas';
import { clean } from '../../kernel/clean';
import { compareText, type Reason, reason } from '../../kernel/reason';
import { bothWays } from './bothWays';
import type { Side } from '../../vehicle';
import type { Chain, SeriesSuits } from './adapterChain';
import { inputConflicts, plugConflicts, voltageConflicts } from './conflicts';
import { handJoint, type Joint, joinPlugs, type Joints, type WireStop } from './joints';
import {
  type CircuitOutcome,
  isFed,
  type MappedCircuit,
  type MappedInput,
  needsFrom,
  needsOf,
  type PinMap,
  type PinMapInput,
} from './mapTypes';
import { isTwoInOne, type LampInput, type LampPlug, type OwnWay } from '../types';

/**
 * Maps the lamp's plugs onto the vehicle's, cavity by cavity, through the cheapest chain of adapters that sets
 * everything right; where there is none, the nearest that there is, with what is wrong about it. Plugs of a kit that
 * are alternatives are tried each. The order of input does not matter.
 */
export function pinMap(both: PinMapInput): PinMap {
  const m = ofOneSide(both);
  const suits = suiting(m);
  const series = seriesSuits(m);
  const picks = alternatives(m.lampPlugs)
    .map((plugs) => ({
      plugs,
      joined: joinPlugs({
        ...m,
        jointMinor: (m.figures ?? USUAL_FIGURES).jointMinor,
        lampPlugs: plugs,
        index: m.adapters,
        suits,
        series,
      }),
    }))
    .sort(
      (a, b) =>
        Number(a.joined.chain === null) - Number(b.joined.chain === null) ||
        (a.joined.chain?.costMinor ?? 0) - (b.joined.chain?.costMinor ?? 0) ||
        rightOf(b.joined, suits) - rightOf(a.joined, suits) ||
        compareText(a.plugs.map((p) => p.id).join(), b.plugs.map((p) => p.id).join()),
    );
  const { plugs, joined } = picks[0] ?? {
    plugs: [],
    joined: { joints: [], left: m.vehiclePlugs, chain: null },
  };
  const byHand = handPinned(m, plugs, joined);
  const inputs = plugs.flatMap((plug) => {
    const joint = byHand.joints.find((j) => j.lamp.id === plug.id);
    const met = joint && eitherWay(plug, joint, suits);
    return plug.inputs.map((input) => mapInput(m, plug, input, met, suits, series));
  });
  const circuits = mapCircuits(m, inputs);
  const conflicts = [
    ...plugConflicts(m, plugs, byHand),
    ...inputs.flatMap((i) => inputConflicts(m, i, inputs, byHand.joints)),
    ...voltageConflicts(m),
    ...circuits.flatMap((c) => overSpare(m, c)),
  ];
  return {
    inputs,
    circuits,
    adapters: [...new Set(byHand.joints.flatMap((j) => j.parts))].sort(compareText),
    chain: byHand.joints.some((j) => j.byHand) ? null : chainOf(joined.chain),
    joints: byHand.joints.map((j) => ({
      plug: j.lamp.id,
      how: j.how,
      vehicles: j.vehicles,
      byHand: j.byHand,
    })),
    unused: m.lampPlugs
      .filter((p) => !plugs.includes(p))
      .map((p) => ({ plug: p.id, for: plugs.find((x) => x.alternative === p.alternative)?.id ?? '' }))
      .sort((a, b) => compareText(a.plug, b.plug)),
    conflicts,
  };
}

/** A plug that a kit has for both its lamps, as the one lamp has it: what signals to the other side is the other's. */
function ofOneSide(m: PinMapInput): PinMapInput {
  const others = (i: LampInput) => m.side !== 'centre' && i.side !== undefined && i.side !== m.side;
  if (!m.lampPlugs.some((p) => p.inputs.some(others))) return m;
  return {
    ...m,
    lampPlugs: m.lampPlugs.map((p) => ({ ...p, inputs: p.inputs.filter((i) => !others(i)) })),
  };
}

function chainOf(chain: Chain | null): PinMap['chain'] {
  return chain && { links: chain.links, costMinor: chain.costMinor, joints: chain.joints };
}

type Suits = (input: LampInput & OwnWay, circuit: string | null) => boolean;

function rightOf(joined: Joints, suits: Suits): number {
  return joined.joints.reduce(
    (n, j) => n + j.lamp.inputs.filter((i) => suits(i, j.arrivals.get(i.cavity)?.circuit ?? null)).length,
    0,
  );
}

/** Every choice of one plug from each group of alternatives; plugs without a group are in all. */
function alternatives(plugs: readonly LampPlug[]): readonly (readonly LampPlug[])[] {
  const sorted = [...plugs].sort((a, b) => compareText(a.id, b.id));
  const groups = new Map<string, LampPlug[]>();
  for (const p of sorted) {
    const key = p.alternative === undefined ? `one:${p.id}` : `group:${p.alternative}`;
    groups.set(key, [...(groups.get(key) ?? []), p]);
  }
  return [...groups.values()].reduce<readonly (readonly LampPlug[])[]>(
    (sets, group) => sets.flatMap((set) => group.map((p) => [...set, p])),
    [[]],
  );
}

/** Joints as worked out, but for plugs that a person has pinned. */
function handPinned(m: PinMapInput, plugs: readonly LampPlug[], joined: Joints): Joints {
  const pinned = plugs.filter((p) => p.inputs.some((i) => m.pins && cavityOf(p.id, i.cavity) in m.pins));
  if (pinned.length === 0) return joined;
  const hand = pinned.map((lamp) => {
    const named = lamp.inputs.flatMap((i) => {
      const at = m.pins?.[cavityOf(lamp.id, i.cavity)];
      if (at === undefined) return [];
      const slash = at?.lastIndexOf('/') ?? -1;
      return [[i.cavity, at ? { plug: at.slice(0, slash), cavity: at.slice(slash + 1) } : null] as const];
    });
    const base = joined.joints.find((j) => j.lamp === lamp);
    return handJoint(lamp, new Map(named), m.vehiclePlugs, base);
  });
  const joints = [...joined.joints.filter((j) => !pinned.includes(j.lamp)), ...hand];
  const used = new Set(joints.flatMap((j) => j.vehicles));
  return { ...joined, joints, left: m.vehiclePlugs.filter((p) => !used.has(p.id)) };
}

/** Whether a circuit suits an input on a side of the vehicle. */
export function inputSuits(side: Side, circuit: PinMapInput['circuit']): Suits {
  return suiting({ side, circuit });
}

/** Whether a circuit suits an input; the same question is answered once. */
function suiting(m: Pick<PinMapInput, 'side' | 'circuit'>): Suits {
  const known = new Map<string, boolean>();
  return (input, circuit) => {
    if (circuit === null) return false;
    if (input.does === 'ground') return circuit === 'ground';
    const key = `${input.does}|${input.side}|${input.takesPulsed}|${input.dimsItself}|${circuit}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const wants = needsFrom(m.side, input, circuit);
    const row = m.circuit(circuit);
    // A circuit that switches the ground gives nothing to a lamp that waits for a supply.
    const is =
      circuit !== 'ground' &&
      row?.switched !== 'ground' &&
      (!wants || !row || suitsLevels(row.cases, wants, input.takesPulsed));
    known.set(key, is);
    return is;
  };
}

/** Whether an input is right between a supply and a return that is switched; the same question is answered once. */
function seriesSuits(m: Pick<PinMapInput, 'side' | 'circuit'>): SeriesSuits {
  const known = new Map<string, boolean>();
  return (input, supply, back) => {
    const [from, to] = [m.circuit(supply), m.circuit(back)];
    if (!from || !to || from.switched === 'ground' || to.switched !== 'ground') return false;
    const key = `${input.does}|${input.side}|${input.takesPulsed}|${input.dimsItself}|${supply}|${back}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const wants = needsOf(m.side, input);
    const is = !wants || suitsLevels(inSeries(from.cases, to.cases), wants, input.takesPulsed);
    known.set(key, is);
    return is;
  };
}

/**
 * A plug with one input that is not polar and its ground works either way round: what reaches the ground's cavity feeds
 * it as well. It is read as it works.
 */
function eitherWay(plug: LampPlug, joint: Joint, suits: Suits): Joint {
  const pair = bothWays(plug);
  if (!pair) return joint;
  const { input, ground } = pair;
  const [at, back] = [joint.arrivals.get(input.cavity), joint.arrivals.get(ground.cavity)];
  if (at?.circuit !== 'ground' || !back || !suits(input, back.circuit)) return joint;
  const arrivals = new Map(joint.arrivals).set(input.cavity, back).set(ground.cavity, at);
  return { ...joint, arrivals };
}

/** The circuit that switches the ground of a plug; null: it has a plain one, or none. */
function switchedReturn(m: Pick<PinMapInput, 'circuit'>, plug: LampPlug, joint: Joint): string | null {
  const backs = plug.inputs.flatMap((i) =>
    i.does === 'ground' ? (joint.arrivals.get(i.cavity)?.circuit ?? []) : [],
  );
  if (backs.includes('ground')) return null;
  return backs.find((b) => m.circuit(b)?.switched === 'ground') ?? null;
}

function mapInput(
  m: PinMapInput,
  plug: LampPlug,
  input: LampInput,
  joint: Joint | undefined,
  suits: Suits,
  series: SeriesSuits,
): MappedInput {
  const base = {
    plug: plug.id,
    cavity: input.cavity,
    input,
    path: [],
    differing: [],
    varies: [],
    from: null,
  };
  const arrival = joint?.arrivals.get(input.cavity);
  if (input.does === 'mode')
    return {
      ...base,
      verdict: 'mode-choice',
      ...(arrival ? { from: { plug: arrival.plug, cavity: arrival.cavity, circuit: arrival.circuit } } : {}),
    };
  // No single feed is right for two functions on one wire.
  const wants = input.does === 'ground' || isTwoInOne(input.does) ? 'unfed' : 'extra-feed';
  if (!joint || !arrival) return { ...base, verdict: wants };
  const { circuit, plug: at, cavity, also, path } = arrival;
  const from = { plug: at, cavity, circuit, ...(also ? { also } : {}) };
  const fed = joint.byHand ? 'by-hand' : joint.parts.length > 0 ? 'through-adapter' : 'direct';
  const back = switchedReturn(m, plug, joint);
  const servedBack = (r: string) =>
    plug.inputs.some((i) => {
      const supply = joint.arrivals.get(i.cavity)?.circuit;
      return i.does !== 'ground' && i.does !== 'mode' && supply !== undefined && series(i, supply, r);
    });
  const right =
    back === null
      ? suits(input, circuit)
      : input.does === 'ground'
        ? circuit === back && servedBack(back)
        : series(input, circuit, back);
  const need = needsFrom(m.side, input, circuit);
  const cases = back === null ? m.circuit(circuit)?.cases : seriesCases(m, circuit, back);
  const held = need && cases && input.does !== 'ground' && circuit !== 'ground' ? { need, cases } : null;
  return {
    ...base,
    verdict: right ? fed : wants,
    from,
    path,
    ...(back !== null && input.does !== 'ground' ? { back } : {}),
    ...inWayOf(m, path),
    differing: held && !right ? differences(held.cases, held.need, input.takesPulsed) : [],
    varies: held && right ? variations(held.cases, held.need, input.takesPulsed) : [],
  };
}

/** What the adapters of a way have in its wire; nothing where they are plain wires. */
function inWayOf(m: Pick<PinMapInput, 'adapters'>, path: readonly WireStop[]): Pick<MappedInput, 'inWay'> {
  let [ohm, diode] = [0, false];
  path.forEach((stop, k) => {
    const before = path[k - 1];
    if (stop.where !== 'adapter' || before?.where !== 'adapter' || before.id !== stop.id) return;
    const wire = m.adapters.byPart
      .get(stop.id)
      ?.outs.find((o) => o.id === stop.end)
      ?.wires.find((w) => w.to === stop.cavity);
    ohm += wire?.ohm ?? 0;
    diode ||= wire?.diode ?? false;
  });
  return ohm > 0 || diode ? { inWay: { ohm, diode } } : {};
}

function seriesCases(m: Pick<PinMapInput, 'circuit'>, supply: string, back: string) {
  const [from, to] = [m.circuit(supply), m.circuit(back)];
  return from && to ? inSeries(from.cases, to.cases) : undefined;
}

function mapCircuits(m: PinMapInput, inputs: readonly MappedInput[]): readonly MappedCircuit[] {
  const circuits: MappedCircuit[] = [];
  for (const plug of [...m.vehiclePlugs].sort((a, b) => compareText(a.id, b.id))) {
    for (const { cavity, circuit } of plug.cavities) {
      if (circuit === null || circuit === 'ground') continue;
      const here = (at: { plug: string; cavity: string } | undefined) =>
        at?.plug === plug.id && at.cavity === cavity;
      const fed = inputs.filter((i) => isFed(i.verdict) && i.from && (here(i.from) || here(i.from.also)));
      // A socket for both sides: what nothing here hangs on may be the other lamp's.
      if (plug.also && fed.length === 0) continue;
      const row = m.circuit(circuit);
      // Behind a module of its own supply the vehicle sees no lamp: its monitor misses it.
      const drawnA = fed.reduce(
        (sum, i) => (fedForItself(i.from?.circuit ?? '') ? sum : sum + i.input.currentA),
        0,
      );
      // A monitor of the whole circuit is judged where all its lamps are seen together.
      const own = row?.monitoring.kind === 'threshold' && row.monitoring.watches !== 'circuit';
      const missingA =
        own && row.monitoring.kind === 'threshold' ? Math.max(0, row.monitoring.belowA - drawnA) : 0;
      const outcome: CircuitOutcome = missingA > 0 ? 'loaded' : fed.length > 0 ? 'used' : 'capped';
      circuits.push({
        plug: plug.id,
        cavity,
        circuit,
        outcome,
        drawnA: clean(drawnA),
        missingA: clean(missingA),
      });
    }
  }
  return circuits;
}

/** The new lamp may draw what the fuse leaves beside its other loads. */
function overSpare(m: PinMapInput, c: MappedCircuit): readonly Reason[] {
  const row = m.circuit(c.circuit);
  const spareA = row ? clean(row.fuseA * (m.figures ?? USUAL_FIGURES).fuseShare - row.steadyA) : Infinity;
  return c.drawnA > spareA
    ? [
        reason('current-over-spare', {
          plug: c.plug,
          cavity: c.cavity,
          circuit: c.circuit,
          currentA: c.drawnA,
          spareA,
        }),
      ]
    : [];
}
