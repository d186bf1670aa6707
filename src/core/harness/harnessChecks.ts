import { type Circuit, CONTROL_NAMES, ALL_OFF, type ControlState, type Level, levelOf } from '../controls';
import { SYSTEM_V, type SystemV } from '../electrical';
import { compareText, type Reason, reason } from '../reason';
import type { BuildSheet } from './buildSheet';
import { isFed, type PinMap } from './mapTypes';
import { probeList, type ProbeList } from './probeList';
import { likelyFaults, type Net, type RingOut, ringOut, type RingOutStep } from './ringOut';
import type { VehiclePlug } from './types';

/** *Settings*: a wire that is whole, and wires that do not touch, Ω. Between the two something is bad. */
export const WHOLE_OHM = 0.5;
export const APART_OHM = 100_000;

/** One reading to take with power on and the lamp's plug off. */
export interface ProbeStep {
  readonly id: string;
  readonly state: ControlState;
  readonly plug: string;
  readonly cavity: string;
  readonly circuit: string;
  readonly level: Level;
  readonly window: ProbeWindow;
}

/** What the meter should show, V against the body; a flashing circuit goes up to it and back to nothing. */
export interface ProbeWindow {
  readonly lowV: number;
  readonly highV: number;
  readonly flashes: boolean;
}

export interface HarnessChecks {
  readonly nets: readonly Net[];
  readonly ring: RingOut;
  readonly probe: ProbeList;
  readonly probes: readonly ProbeStep[];
}

/** *Settings*: under a live circuit's voltage at rest, and what a dead one may show of stray voltage, V. */
const LOSS_V = 1.5;
const STRAY_V = 1;

export function probeWindow(level: Level, systemV: SystemV): ProbeWindow {
  const { testV, highV } = SYSTEM_V[systemV];
  const live = { lowV: testV - LOSS_V, highV: highV + 0.4 };
  switch (level.kind) {
    case 'on':
      return { ...live, flashes: false };
    case 'flashing':
      return { ...live, flashes: true };
    case 'pulsed':
      // A meter averages: the duty of the supply, with a fifth either way.
      return {
        lowV: 0.8 * level.duty * live.lowV,
        highV: Math.min(1.2 * level.duty, 1) * live.highV,
        flashes: false,
      };
    case 'off':
    case 'data':
      return { lowV: 0, highV: level.kind === 'data' ? live.highV : STRAY_V, flashes: false };
  }
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
        `${w.from.plug}/${w.from.cavity}`,
        [`in ${w.from.plug}/${w.from.cavity}`, `out ${w.to.plug}/${w.to.cavity}`],
        false,
      );
  else
    for (const i of map.inputs) {
      if (!isFed(i.verdict) || !i.from) continue;
      const how = map.joints.find((x) => x.plug === i.plug)?.how;
      // A ring under a screw is a joint with a check of its own: from bright metal of the body to the lamp's wire.
      if (how === 'screwed') {
        join('body', ['body', `out ${i.plug}/${i.cavity}`], false);
        continue;
      }
      // Plugs that meet as they are leave nothing between to be rung; wires that are joined one by one do.
      if (i.path.length <= 2 && how !== 'jointed') continue;
      join(
        `${i.from.plug}/${i.from.cavity}`,
        [`in ${i.from.plug}/${i.from.cavity}`, `out ${i.plug}/${i.cavity}`],
        i.from.also !== undefined,
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
  systemV: SystemV,
): HarnessChecks {
  const nets = netsOf(map, build);
  const cavities = plugs.flatMap((p) =>
    p.cavities.flatMap((c) =>
      c.circuit && c.circuit !== 'ground' ? [{ plug: p.id, cavity: c.cavity, circuit: c.circuit }] : [],
    ),
  );
  const rows = [...new Set(cavities.map((c) => c.circuit))].flatMap((id) => circuit(id) ?? []);
  const probe = probeList(rows);
  const probes = probe.settings.flatMap(({ state }) =>
    cavities.flatMap((c): ProbeStep[] => {
      const row = circuit(c.circuit);
      if (!row) return [];
      const level = levelOf(row.cases, state);
      return [
        {
          id: `probe|${stateText(state)}|${c.plug}/${c.cavity}`,
          state,
          ...c,
          level,
          window: probeWindow(level, systemV),
        },
      ];
    }),
  );
  return { nets, ring: ringOut(nets), probe, probes };
}

/** The controls that are not at rest, `key=on lights=low`. */
export const stateText = (state: ControlState): string =>
  CONTROL_NAMES.filter((c) => state[c] !== ALL_OFF[c])
    .map((c) => `${c}=${state[c]}`)
    .join(' ');

export const ringStepId = (s: RingOutStep): string =>
  s.kind === 'continuity' ? `ring|${s.net}|${s.from}|${s.to}` : `ring|${s.net}|${s.against.join()}`;

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

export interface ProbeReadingTaken {
  readonly step: ProbeStep;
  readonly volt: number;
  /** Whether it was seen going up and down. */
  readonly flashes: boolean;
}

export const probeGood = ({ step, volt, flashes }: ProbeReadingTaken): boolean =>
  volt >= step.window.lowV && volt <= step.window.highV && flashes === step.window.flashes;

/** The likeliest single cause of a probe reading outside its window. */
export function probeCause(taken: readonly ProbeReadingTaken[], all: readonly ProbeStep[]): Reason | null {
  const wrong = taken.find((t) => !probeGood(t));
  if (!wrong) return null;
  const at = { plug: wrong.step.plug, cavity: wrong.step.cavity, circuit: wrong.step.circuit };
  const own = taken.filter((t) => t.step.plug === at.plug && t.step.cavity === at.cavity);
  // Whose readings are these? A cavity that should show just that in every setting read so far has been exchanged.
  const twin = [...new Set(all.map((s) => `${s.plug}/${s.cavity}`))].filter((other) => {
    if (other === `${at.plug}/${at.cavity}`) return false;
    return own.every((t) => {
      const there = all.find(
        (s) => `${s.plug}/${s.cavity}` === other && stateText(s.state) === stateText(t.step.state),
      );
      return there !== undefined && probeGood({ ...t, step: there });
    });
  });
  const live = wrong.step.level.kind === 'on' || wrong.step.level.kind === 'flashing';
  if (live && wrong.volt > STRAY_V && wrong.volt < wrong.step.window.lowV)
    return reason('probe-weak', { ...at, volt: wrong.volt });
  if (twin.length === 1 && twin[0] !== undefined && own.length > 1)
    return reason('probe-exchanged', { ...at, other: twin[0] });
  if (live && wrong.volt <= STRAY_V) return reason('probe-dead', { ...at, fuse: true });
  if (wrong.step.level.kind === 'off')
    return reason(twin[0] ? 'probe-exchanged' : 'probe-stray', {
      ...at,
      ...(twin[0] ? { other: twin[0] } : { volt: wrong.volt }),
    });
  return reason('probe-other', { ...at, volt: wrong.volt });
}
