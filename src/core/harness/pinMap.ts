import { cavityOf } from '../kernel/ids';
import { differences, type Difference, suitsLevels } from '../controls';
import { USUAL_FIGURES } from '../electrical';
import { compareText, type Reason, reason } from '../kernel/reason';
import type { Side } from '../vehicle';
import type { Chain } from './adapterChain';
import { inputConflicts, plugConflicts, voltageConflicts } from './conflicts';
import { handJoint, type Joint, joinPlugs, type Joints } from './joints';
import {
  type CircuitOutcome,
  isFed,
  type MappedCircuit,
  type MappedInput,
  needsOf,
  type PinMap,
  type PinMapInput,
} from './mapTypes';
import type { LampInput, LampPlug } from './types';

/**
 * Maps the lamp's plugs onto the vehicle's, cavity by cavity, through the cheapest chain of adapters that sets
 * everything right; where there is none, the nearest that there is, with what is wrong about it. Plugs of a kit that
 * are alternatives are tried each. The order of input does not matter.
 */
export function pinMap(m: PinMapInput): PinMap {
  const suits = suiting(m);
  const picks = alternatives(m.lampPlugs)
    .map((plugs) => ({
      plugs,
      joined: joinPlugs({
        ...m,
        jointMinor: (m.figures ?? USUAL_FIGURES).jointMinor,
        lampPlugs: plugs,
        index: m.adapters,
        suits,
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
  const inputs = plugs.flatMap((plug) =>
    plug.inputs.map((input) =>
      mapInput(
        m,
        plug,
        input,
        byHand.joints.find((j) => j.lamp.id === plug.id),
        suits,
      ),
    ),
  );
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

function chainOf(chain: Chain | null): PinMap['chain'] {
  return chain && { links: chain.links, costMinor: chain.costMinor, joints: chain.joints };
}

type Suits = (input: LampInput, circuit: string | null) => boolean;

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
  const needed = new Map<string, ReturnType<typeof needsOf>>();
  const needs = (input: LampInput) => {
    const before = needed.get(input.does);
    if (before !== undefined) return before;
    const now = needsOf(m.side, input);
    needed.set(input.does, now);
    return now;
  };
  return (input, circuit) => {
    if (circuit === null) return false;
    if (input.does === 'ground') return circuit === 'ground';
    const key = `${input.does}|${input.takesPulsed}|${circuit}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const wants = needs(input);
    const row = m.circuit(circuit);
    const is = circuit !== 'ground' && (!wants || !row || suitsLevels(row.cases, wants, input.takesPulsed));
    known.set(key, is);
    return is;
  };
}

function differing(
  m: Pick<PinMapInput, 'side' | 'circuit'>,
  input: LampInput,
  circuit: string,
): readonly Difference[] {
  const needs = needsOf(m.side, input);
  const row = m.circuit(circuit);
  return needs && row ? differences(row.cases, needs, input.takesPulsed) : [];
}

function mapInput(
  m: PinMapInput,
  plug: LampPlug,
  input: LampInput,
  joint: Joint | undefined,
  suits: Suits,
): MappedInput {
  const base = { plug: plug.id, cavity: input.cavity, input, path: [], differing: [], from: null };
  if (input.does === 'mode') return { ...base, verdict: 'mode-choice' };
  const arrival = joint?.arrivals.get(input.cavity);
  // No single feed is right for two functions on one wire.
  const wants = input.does === 'ground' || input.does === 'stop-turn' ? 'unfed' : 'extra-feed';
  if (!joint || !arrival) return { ...base, verdict: wants };
  const { circuit, plug: at, cavity, also, path } = arrival;
  const from = { plug: at, cavity, circuit, ...(also ? { also } : {}) };
  if (suits(input, circuit))
    return {
      ...base,
      verdict: joint.byHand ? 'by-hand' : joint.parts.length > 0 ? 'through-adapter' : 'direct',
      from,
      path,
    };
  return {
    ...base,
    verdict: wants,
    from,
    path,
    differing: circuit === 'ground' ? [] : differing(m, input, circuit),
  };
}

function mapCircuits(m: PinMapInput, inputs: readonly MappedInput[]): readonly MappedCircuit[] {
  const circuits: MappedCircuit[] = [];
  for (const plug of [...m.vehiclePlugs].sort((a, b) => compareText(a.id, b.id))) {
    for (const { cavity, circuit } of plug.cavities) {
      if (circuit === null || circuit === 'ground') continue;
      const here = (at: { plug: string; cavity: string } | undefined) =>
        at?.plug === plug.id && at.cavity === cavity;
      const fed = inputs.filter((i) => isFed(i.verdict) && i.from && (here(i.from) || here(i.from.also)));
      const row = m.circuit(circuit);
      const drawnA = fed.reduce((sum, i) => sum + i.input.currentA, 0);
      const missingA = row?.monitoring.kind === 'threshold' ? Math.max(0, row.monitoring.belowA - drawnA) : 0;
      const outcome: CircuitOutcome = missingA > 0 ? 'loaded' : fed.length > 0 ? 'used' : 'capped';
      circuits.push({
        plug: plug.id,
        cavity,
        circuit,
        outcome,
        drawnA: toMilli(drawnA),
        missingA: toMilli(missingA),
      });
    }
  }
  return circuits;
}

const toMilli = (a: number) => Math.round(a * 1000) / 1000;

/** The new lamp may draw what the fuse leaves beside its other loads. */
function overSpare(m: PinMapInput, c: MappedCircuit): readonly Reason[] {
  const row = m.circuit(c.circuit);
  const spareA = row ? toMilli(row.fuseA * (m.figures ?? USUAL_FIGURES).fuseShare - row.steadyA) : Infinity;
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
