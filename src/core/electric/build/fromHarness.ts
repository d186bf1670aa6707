import { circuitFinder, type ControlState, expressionOf, holds, type Level, levelOf } from '../../controls';
import { isFed } from '../../harness';
import { SYSTEM_V } from '../formulas';
import type { NetSolution, Network } from '../netlist/element';
import { inject } from '../netlist/fault';
import { prepareNetwork } from '../solve/dc';
import { BLOWS_AT } from '../solve/settle';
import {
  BATTERY,
  BODY,
  circuitsOf,
  feedOf,
  harnessElements,
  type HarnessInput,
  returnNode,
  type Wired,
} from './harnessNetwork';

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
  /** Circuits whose fuse goes in this setting: what hangs on them is dark. */
  readonly blown: readonly string[];
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
    /** Circuits whose fuse goes in this setting. */
    readonly blown: readonly string[];
    readonly converged: boolean;
  };
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
  const solve = (closed: ReadonlySet<string>): NetSolution => {
    const key = [...closed].join();
    near = known.get(key) ?? ready.solve(closed, near);
    known.set(key, near);
    return near;
  };
  const fuses = fusesOf(h);
  const solved = (state: ControlState, flashOn: boolean): Solved => {
    const blown = new Set<string>();
    const parts = phasesIn(h, state, flashOn);
    for (;;) {
      const phases = parts.map(({ share, closed }) => ({
        share,
        solution: solve(new Set([...closed].filter((id) => !blown.has(id)))),
      }));
      const worst = overloaded(fuses, phases);
      if (worst === null)
        return { phases, blown: fuses.flatMap((f) => (blown.has(f.id) ? [f.circuit] : [])) };
      blown.add(worst);
    }
  };
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
      const { phases, blown } = solved(state, true);
      return {
        cavities: readings(h, state, phases),
        blown,
        converged: phases.every((p) => p.solution.converged),
      };
    },
  };
}

/** A setting with the fuses that it costs. */
interface Solved {
  readonly phases: readonly Phase[];
  readonly blown: readonly string[];
}

/** A fuse of the harness: the switch that stands for it, and what it bears. */
interface HarnessFuse {
  readonly id: string;
  readonly circuit: string;
  readonly ratingA: number;
}

/** The fuses before a harness; what switches a ground has none in that wire. */
const fusesOf = (h: Wired): readonly HarnessFuse[] =>
  circuitsOf(h).flatMap((circuit) => {
    const row = h.circuit(circuit);
    return row && row.switched === 'supply' && row.fuseA > 0
      ? [{ id: `circuit:${circuit}`, circuit, ratingA: row.fuseA }]
      : [];
  });

/**
 * The fuse that is over its rating by most and blows for certain; null: none does. They go one after another, as each
 * changes what the others bear. In a setting of its own: that none is left from another setting is for the caller to know.
 */
function overloaded(fuses: readonly HarnessFuse[], phases: readonly Phase[]): string | null {
  let [worst, most]: [string | null, number] = [null, BLOWS_AT];
  for (const f of fuses) {
    const share = Math.max(...phases.map((p) => Math.abs(p.solution.elementA.get(f.id) ?? 0))) / f.ratingA;
    if (share >= most) [worst, most] = [f.id, share];
  }
  return worst;
}

/** One part of a pulse's time, with the network as it is then. */
interface Phase {
  readonly share: number;
  readonly solution: NetSolution;
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

function inputReadings(h: Wired, state: ControlState, { phases, blown }: Solved): HarnessReading {
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
  return { inputs, circuitA, blown };
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
