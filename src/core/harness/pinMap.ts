import { type Circuit, differences, type Difference, neededLevels } from '../controls';
import { FUSE_SHARE, type SystemV, worksOn } from '../electrical';
import { compareText, type Reason, reason } from '../reason';
import type { LampFunction, Side } from '../vehicle';
import { mating } from './face';
import type { Adapter, ConnectorHalf, LampInput, LampPlug, VehiclePlug } from './types';

/** How an input of the lamp gets what it needs. */
export type InputVerdict = 'direct' | 'through-adapter' | 'extra-feed' | 'mode-choice' | 'unfed';
export type CircuitOutcome = 'used' | 'capped' | 'loaded';

export interface MappedInput {
  readonly plug: string;
  readonly cavity: string;
  readonly input: LampInput;
  readonly verdict: InputVerdict;
  /** Cavity of a vehicle plug that feeds it, through the adapter where there is one. */
  readonly from: { readonly plug: string; readonly cavity: string; readonly circuit: string } | null;
  /** States in which the mated or best circuit does not do what is needed. */
  readonly differing: readonly Difference[];
}

export interface MappedCircuit {
  readonly plug: string;
  readonly cavity: string;
  readonly circuit: string;
  readonly outcome: CircuitOutcome;
  /** What the new lamp draws from it, A. */
  readonly drawnA: number;
  /** For `loaded`: the current that the old lamp drew less and the monitor would miss, A. */
  readonly missingA: number;
}

export interface PinMap {
  readonly inputs: readonly MappedInput[];
  readonly circuits: readonly MappedCircuit[];
  /** Adapter parts that the map goes through. */
  readonly adapters: readonly string[];
  readonly conflicts: readonly Reason[];
}

export interface PinMapInput {
  readonly side: Side;
  readonly systemV: SystemV | null;
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampPlugs: readonly LampPlug[];
  readonly lampMinV: number;
  readonly lampMaxV: number;
  readonly connector: (id: string) => ConnectorHalf | undefined;
  readonly circuit: (id: string) => Circuit | undefined;
  readonly adapters: readonly { readonly part: string; readonly adapter: Adapter }[];
}

interface Joint {
  readonly vehicle: VehiclePlug;
  readonly lamp: LampPlug;
  readonly adapter: string | null;
  readonly cavityFor: (lampCavity: string) => string | null;
  readonly how: 'mates' | 'unlocked' | 'reversible';
}

/**
 * Maps the lamp's plugs onto the vehicle's, cavity by cavity. A plug mates as it is where that is right in every
 * cavity; otherwise the first adapter (by part id) that sets it right is taken. The order of input does not matter.
 */
export function pinMap(m: PinMapInput): PinMap {
  const conflicts: Reason[] = [];
  const joints: Joint[] = [];
  const leftVehicle = [...m.vehiclePlugs].sort((a, b) => compareText(a.id, b.id));
  for (const lamp of [...m.lampPlugs].sort((a, b) => compareText(a.id, b.id))) {
    const joint = bestJoint(m, lamp, leftVehicle);
    if (!joint) {
      if (lamp.inputs.some((i) => i.does !== 'mode'))
        conflicts.push(reason('plug-unmated', { plug: lamp.id, connector: familyOf(m, lamp.connector) }));
      continue;
    }
    joints.push(joint);
    leftVehicle.splice(leftVehicle.indexOf(joint.vehicle), 1);
    if (joint.how === 'unlocked') conflicts.push(reason('latch-mirrored', { plug: lamp.id }));
    if (joint.how === 'reversible') conflicts.push(reason('plug-reversible', { plug: lamp.id }));
  }
  for (const plug of leftVehicle)
    conflicts.push(reason('plug-left-over', { plug: plug.id, connector: familyOf(m, plug.connector) }));

  const inputs = [...m.lampPlugs]
    .sort((a, b) => compareText(a.id, b.id))
    .flatMap((plug) =>
      plug.inputs.map((input) =>
        mapInput(
          m,
          plug,
          input,
          joints.find((j) => j.lamp === plug),
        ),
      ),
    );
  for (const i of inputs) conflicts.push(...inputConflicts(m, i, inputs, joints));
  conflicts.push(...voltageConflicts(m));
  const circuits = mapCircuits(m, inputs);
  conflicts.push(...circuits.flatMap((c) => overSpare(m, c)));
  return {
    inputs,
    circuits,
    adapters: [...new Set(joints.flatMap((j) => j.adapter ?? []))].sort(),
    conflicts,
  };
}

const familyOf = (m: PinMapInput, connector: string) => m.connector(connector)?.family ?? connector;

/** The joint with the most inputs right; no adapter before an adapter, then by id. */
function bestJoint(m: PinMapInput, lamp: LampPlug, open: readonly VehiclePlug[]): Joint | undefined {
  const lampHalf = m.connector(lamp.connector);
  if (!lampHalf) return undefined;
  const found: Joint[] = [];
  for (const vehicle of open) {
    const half = m.connector(vehicle.connector);
    if (!half) continue;
    const how = mating(half, lampHalf);
    if (how !== 'no') found.push({ vehicle, lamp, adapter: null, how, cavityFor: (c) => c });
    for (const { part, adapter } of [...m.adapters].sort((a, b) => compareText(a.part, b.part)))
      if (adapter.vehicleFamily === half.family && adapter.lampFamily === lampHalf.family)
        found.push({
          vehicle,
          lamp,
          adapter: part,
          how: 'mates',
          cavityFor: (c) => adapter.map.find((x) => x.to === c)?.from ?? null,
        });
  }
  const right = (j: Joint) => lamp.inputs.filter((i) => suits(m, i, circuitAt(j, i.cavity))).length;
  const wrong = (j: Joint) =>
    lamp.inputs.filter(
      (i) => i.does !== 'mode' && circuitAt(j, i.cavity) !== null && !suits(m, i, circuitAt(j, i.cavity)),
    ).length;
  return found.sort(
    (a, b) =>
      wrong(a) - wrong(b) ||
      right(b) - right(a) ||
      Number(a.adapter !== null) - Number(b.adapter !== null) ||
      compareText(a.adapter ?? '', b.adapter ?? '') ||
      compareText(a.vehicle.id, b.vehicle.id),
  )[0];
}

function circuitAt(joint: Joint, lampCavity: string): string | null {
  const cavity = joint.cavityFor(lampCavity);
  return cavity === null ? null : (joint.vehicle.cavities.find((c) => c.cavity === cavity)?.circuit ?? null);
}

const needsOf = (m: PinMapInput, input: LampInput) =>
  input.does === 'ground' || input.does === 'mode' ? null : neededLevels(input.does as LampFunction, m.side);

function suits(m: PinMapInput, input: LampInput, circuit: string | null): boolean {
  if (circuit === null) return false;
  if (input.does === 'ground') return circuit === 'ground';
  return circuit !== 'ground' && differing(m, input, circuit).length === 0;
}

function differing(m: PinMapInput, input: LampInput, circuit: string): readonly Difference[] {
  const needs = needsOf(m, input);
  const row = m.circuit(circuit);
  return needs && row ? differences(row.cases, needs, input.takesPulsed) : [];
}

function mapInput(m: PinMapInput, plug: LampPlug, input: LampInput, joint: Joint | undefined): MappedInput {
  const base = { plug: plug.id, cavity: input.cavity, input };
  if (input.does === 'mode') return { ...base, verdict: 'mode-choice', from: null, differing: [] };
  const cavity = joint?.cavityFor(input.cavity) ?? null;
  const circuit = joint ? circuitAt(joint, input.cavity) : null;
  if (joint && cavity !== null && circuit !== null) {
    const from = { plug: joint.vehicle.id, cavity, circuit };
    if (suits(m, input, circuit))
      return { ...base, verdict: joint.adapter ? 'through-adapter' : 'direct', from, differing: [] };
    return {
      ...base,
      verdict: input.does === 'ground' ? 'unfed' : 'extra-feed',
      from,
      differing: circuit === 'ground' ? [] : differing(m, input, circuit),
    };
  }
  return { ...base, verdict: input.does === 'ground' ? 'unfed' : 'extra-feed', from: null, differing: [] };
}

function inputConflicts(
  m: PinMapInput,
  i: MappedInput,
  all: readonly MappedInput[],
  joints: readonly Joint[],
): readonly Reason[] {
  const facts = { plug: i.plug, cavity: i.cavity, input: i.input.does };
  if (i.input.does === 'mode') return [];
  const found: Reason[] = [];
  const circuit = i.from?.circuit ?? null;
  if (i.input.does === 'ground') {
    if (circuit === null) found.push(reason('ground-missing', facts));
    else if (circuit !== 'ground')
      found.push(
        reason(i.input.polar || polarPlug(i, all) ? 'polarity' : 'ground-on-function', { ...facts, circuit }),
      );
    return found;
  }
  if (circuit === 'ground') found.push(reason('polarity', { ...facts, circuit }));
  else if (circuit !== null) {
    const row = m.circuit(circuit);
    if (i.differing.length > 0)
      found.push(
        reason(onlyPulsed(i.differing) ? 'pulsed-into-steady' : 'wrong-function', {
          ...facts,
          circuit,
          states: i.differing.length,
        }),
      );
    if (needsOf(m, i.input) === null) found.push(reason('need-open', { ...facts, circuit }));
    if (row?.switched === 'ground' && joints.some((j) => j.lamp.id === i.plug))
      found.push(reason('ground-switched', { ...facts, circuit }));
  }
  return found;
}

const polarPlug = (i: MappedInput, all: readonly MappedInput[]) =>
  all.some((x) => x.plug === i.plug && x.input.polar);
const onlyPulsed = (list: readonly Difference[]) =>
  list.every((d) => d.has.kind === 'pulsed' && d.needs.kind === 'on');

function voltageConflicts(m: PinMapInput): readonly Reason[] {
  if (m.systemV === null || worksOn(m.systemV, m.lampMinV, m.lampMaxV)) return [];
  return [reason('voltage', { systemV: m.systemV, minV: m.lampMinV, maxV: m.lampMaxV })];
}

function mapCircuits(m: PinMapInput, inputs: readonly MappedInput[]): readonly MappedCircuit[] {
  const circuits: MappedCircuit[] = [];
  for (const plug of [...m.vehiclePlugs].sort((a, b) => compareText(a.id, b.id))) {
    for (const { cavity, circuit } of plug.cavities) {
      if (circuit === null || circuit === 'ground') continue;
      const fed = inputs.filter(
        (i) =>
          i.from?.plug === plug.id &&
          i.from.cavity === cavity &&
          (i.verdict === 'direct' || i.verdict === 'through-adapter'),
      );
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
  const spareA = row ? toMilli(row.fuseA * FUSE_SHARE - row.steadyA) : Infinity;
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
