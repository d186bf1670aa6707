import { cavityOf } from '../../kernel/ids';
import { type Circuit, conversionOf } from '../../controls';
import { compareText, type Reason, reason } from '../../kernel/reason';
import type { BuildSheet } from '../lead/buildSheet';
import { isFed, type PinMap } from '../connect/mapTypes';
import { probeList, type ProbeList } from './probeList';
import { type ProbeMeter, type ProbeStep, probeSteps } from './probing';
import { likelyFaults, type Net, type RingOut, ringOut, type RingOutStep } from './ringOut';
import type { VehiclePlug } from '../types';

/** *Settings*: a wire that is whole, and wires that do not touch, Ω. Between the two something is bad. */
export const WHOLE_OHM = 0.5;
/** *Setting*: from here two nets count as apart, Ω. */
export const APART_OHM = 100_000;

/** Everything to be measured at a lead and at the plug it goes to. */
export interface HarnessChecks {
  readonly nets: readonly Net[];
  readonly ring: RingOut;
  readonly probe: ProbeList;
  readonly probes: readonly ProbeStep[];
}

/** The wires that a lead between vehicle and lamp has: from the adapters of the map, or from the sheet that builds one. */
export function netsOf(map: PinMap, build: BuildSheet | null): readonly Net[] {
  const nets = new Map<string, { ends: Set<string>; blocked: boolean }>();
  const join = (id: string, ends: readonly string[], blocked: boolean) => {
    const net = nets.get(id) ?? { ends: new Set<string>(), blocked: false };
    ends.forEach((e) => net.ends.add(e));
    nets.set(id, { ends: net.ends, blocked: net.blocked || blocked });
  };
  if (build)
    for (const w of build.wires)
      join(
        cavityOf(w.from.plug, w.from.cavity),
        [`in ${cavityOf(w.from.plug, w.from.cavity)}`, `out ${cavityOf(w.to.plug, w.to.cavity)}`],
        false,
      );
  else
    for (const i of map.inputs) {
      if (!isFed(i.verdict) || !i.from) continue;
      const how = map.joints.find((x) => x.plug === i.plug)?.how;
      // A ring under a screw is a joint with a check of its own: from bright metal of the body to the lamp's wire.
      if (how === 'screwed') {
        join('body', ['body', `out ${cavityOf(i.plug, i.cavity)}`], false);
        continue;
      }
      // Plugs that meet as they are leave nothing between to be rung; wires that are joined one by one do.
      if (i.path.length <= 2 && how !== 'jointed') continue;
      join(
        cavityOf(i.from.plug, i.from.cavity),
        [`in ${cavityOf(i.from.plug, i.from.cavity)}`, `out ${cavityOf(i.plug, i.cavity)}`],
        conversionOf(i.from.circuit) !== null || i.inWay?.diode === true,
      );
    }
  return [...nets]
    .map(([id, n]): Net => ({
      id,
      ends: [...n.ends].sort(compareText),
      ...(n.blocked ? { blocked: true } : {}),
    }))
    .sort((a, b) => compareText(a.id, b.id));
}

/** Everything to be measured about a lamp's wiring: the lead with power off, the vehicle's plug with power on. */
export function harnessChecks(
  map: PinMap,
  build: BuildSheet | null,
  plugs: readonly VehiclePlug[],
  circuit: (id: string) => Circuit | undefined,
  meter: ProbeMeter,
): HarnessChecks {
  const nets = netsOf(map, build);
  const ids = new Set(plugs.flatMap((p) => p.cavities.flatMap((c) => c.circuit ?? [])));
  const probe = probeList([...ids].flatMap((id) => circuit(id) ?? []));
  return { nets, ring: ringOut(nets), probe, probes: probeSteps(plugs, circuit, probe, meter) };
}

/** The id of a step, the same for the same ends. */
export const ringStepId = (s: RingOutStep): string =>
  s.kind === 'continuity' ? `ring|${s.net}|${s.from}|${s.to}` : `ring|${s.net}|${s.against.join()}`;

/** `between`: neither joined nor apart. */
export type RingVerdict = 'good' | 'bad' | 'between';

/** Judges a resistance; an open meter is Infinity. */
export function judgeRing(step: RingOutStep, ohm: number): RingVerdict {
  if (step.kind === 'continuity') return ohm <= WHOLE_OHM ? 'good' : ohm >= APART_OHM ? 'bad' : 'between';
  return ohm >= APART_OHM ? 'good' : ohm <= WHOLE_OHM ? 'bad' : 'between';
}

/** The likeliest single cause of what was rung out so far; null while all is as it should be. */
export function ringCause(
  readings: readonly { readonly step: RingOutStep; readonly ohm: number }[],
  nets: readonly Net[],
): Reason | null {
  const wrong = readings.find((r) => judgeRing(r.step, r.ohm) !== 'good');
  if (!wrong) return null;
  if (judgeRing(wrong.step, wrong.ohm) === 'between')
    return wrong.step.kind === 'continuity'
      ? reason('ring-bad-joint', { net: wrong.step.net, ohm: wrong.ohm })
      : reason('ring-leak', { net: wrong.step.net, ohm: wrong.ohm });
  const read = readings.map(({ step, ohm }) => ({ step, joined: ohm < APART_OHM }));
  const [first, ...others] = likelyFaults(
    read,
    nets.filter((n) => !n.blocked),
  );
  if (!first) return reason('ring-several');
  const more = { others: others.length };
  switch (first.kind) {
    case 'open':
      return reason('ring-open', { net: first.net, end: first.end, ...more });
    case 'short':
      return reason('ring-short', { nets: first.nets, ...more });
    case 'exchange':
      return reason('ring-exchange', { ends: first.ends, ...more });
  }
}
