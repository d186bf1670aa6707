import { type Circuit, type ControlState, levelOf, stateText } from '../../controls';
import type { LampFunction, LightColour, Provided, Side } from '../../vehicle';
import { heldUp, runProgram, type RunFunction } from '../program/run';
import { followed, type Trace } from '../program/trace';
import type { LampProgram } from '../program/types';
import { type Carrier, joined, levelIn, type Stretch, usOf } from '../waveform';
import { type Cycle, type Flasher, type FlasherRun, runFlasher } from './flasher';
import type { Span } from './score';

/** A lamp at its place with its program. */
export interface TimedLamp {
  readonly position: string;
  readonly side: Side;
  readonly functions: readonly Provided[];
  readonly program: LampProgram;
  /** How its mode plug is; a lamp without one is open. */
  readonly mode: 'open' | 'closed';
}

/** What reaches a function of a lamp: the share of its full current, and what it draws at that, A. */
export interface InputSupply {
  readonly share: number;
  readonly carrier?: Carrier;
  readonly amp: number;
  /** The circuit behind it; null: a feed of its own, or nothing. */
  readonly circuit: string | null;
}

/** The network solved for a setting, with the flasher lit or dark. */
export interface Supplied {
  readonly lamps: ReadonlyMap<string, ReadonlyMap<LampFunction, InputSupply>>;
  /** A through each circuit of the lamps, what else hangs on it included. */
  readonly circuitA: ReadonlyMap<string, number>;
}

/** A vehicle as far as its light over time goes. */
export interface VehicleLight {
  readonly lamps: readonly TimedLamp[];
  readonly circuits: readonly Circuit[];
  readonly flasher: Flasher | null;
  /** Pure: the same setting is asked once. */
  readonly supplied: (state: ControlState, flashOn: boolean) => Supplied;
}

/** A length of one segment's light. `to`: it is on its way there. */
export interface SegmentLight {
  readonly fromUs: number;
  readonly toUs: number;
  readonly level: number;
  readonly to?: number;
  readonly colour: LightColour | null;
  readonly carrier?: Carrier;
}

/** One lamp over a whole score. */
export interface LampOverTime {
  readonly lamp: TimedLamp;
  readonly supplies: ReadonlyMap<LampFunction, Trace>;
  readonly functions: readonly RunFunction[];
  readonly segments: readonly { readonly id: string; readonly light: readonly SegmentLight[] }[];
}

/** All lamps of a vehicle over a score. */
export interface LightOverTime {
  readonly spans: readonly Span[];
  readonly runs: readonly FlasherRun[];
  readonly lamps: readonly LampOverTime[];
}

/**
 * What every segment of every lamp does over a score. Event-driven: the network is asked once for each setting and phase
 * of the flasher, the programs run from edge to edge. Light follows from the current.
 * @param spans a score, laid out by `readScore`
 */
export function lightOverTime(vehicle: VehicleLight, spans: readonly Span[]): LightOverTime {
  const asked = new Map<string, Supplied>();
  const supplied = (state: ControlState, on: boolean): Supplied => {
    const key = `${stateText(state)}|${on}`;
    let known = asked.get(key);
    if (!known) asked.set(key, (known = vehicle.supplied(state, on)));
    return known;
  };
  const runs = flasherRuns(vehicle, spans, supplied);
  const times = phases(spans, runs);
  const lamps = vehicle.lamps.map((lamp): LampOverTime => {
    const supplies = suppliesOf(lamp, vehicle.circuits, times, supplied);
    const functions = runProgram(
      lamp.program,
      lamp.mode,
      supplies,
      (does) => lamp.functions.find((f) => f.does === does)?.colour ?? null,
    );
    return { lamp, supplies, functions, segments: segmentsOf(lamp.program, functions) };
  });
  return { spans, runs, lamps };
}

/** The sides whose turn signals flash in a setting. */
function flashingSides(circuits: readonly Circuit[], state: ControlState): readonly ('left' | 'right')[] {
  const sides = circuits.flatMap((c) => {
    const level = levelOf(c.cases, state);
    return level.kind === 'flashing' ? [level.side] : [];
  });
  return [...new Set(sides)];
}

function flasherRuns(
  vehicle: VehicleLight,
  spans: readonly Span[],
  supplied: (state: ControlState, on: boolean) => Supplied,
): readonly FlasherRun[] {
  const runs: FlasherRun[] = [];
  for (let i = 0; i < spans.length; i += 1) {
    const first = spans[i];
    if (!first || flashingSides(vehicle.circuits, first.state).length === 0) continue;
    let last = i;
    while (
      flashingSides(vehicle.circuits, spans[last + 1]?.state ?? first.state).length > 0 &&
      spans[last + 1]
    )
      last += 1;
    const within = spans.slice(i, last + 1);
    const to = within.at(-1)?.toUs ?? first.toUs;
    const turns: { us: number; endUs: number }[] = [];
    runs.push(
      runFlasher(vehicle.flasher, first.fromUs, to, (us, endUs) => {
        turns.push({ us, endUs });
        const span = within.find((s) => s.fromUs <= us && us < s.toUs) ?? first;
        return drawnInTurn(vehicle, span.state, turns.slice(-4), supplied);
      }),
    );
    i = last;
  }
  return runs;
}

/** What the weaker side draws in the last of some turns, as parts with A: sweeps switch their segments on one by one. */
function drawnInTurn(
  vehicle: VehicleLight,
  state: ControlState,
  turns: readonly { readonly us: number; readonly endUs: number }[],
  supplied: (state: ControlState, on: boolean) => Supplied,
): readonly { readonly fromUs: number; readonly toUs: number; readonly amp: number }[] {
  const on = supplied(state, true);
  const turn = turns.at(-1);
  if (!turn) return [];
  const sides = flashingSides(vehicle.circuits, state).map((side) => {
    const watched = new Set(
      vehicle.circuits.flatMap((c) => {
        const level = levelOf(c.cases, state);
        return level.kind === 'flashing' && level.side === side ? [c.id] : [];
      }),
    );
    const full = [...watched].reduce((sum, id) => sum + (on.circuitA.get(id) ?? circuitLoad(vehicle, id)), 0);
    const staged = vehicle.lamps.flatMap((lamp) => {
      const input = on.lamps.get(lamp.position)?.get('turn');
      const sweeps = lamp.program.functions.some((f) => f.does === 'turn' && f.sweep);
      if (!input || input.amp === 0 || !sweeps || input.circuit === null || !watched.has(input.circuit))
        return [];
      return [{ amp: input.amp, drawn: drawnTrace(lamp, turns, turn.endUs) }];
    });
    return { full, staged };
  });
  const edges = new Set([turn.us]);
  for (const s of sides)
    for (const x of s.staged)
      for (const d of x.drawn) if (d.fromUs > turn.us && d.fromUs < turn.endUs) edges.add(d.fromUs);
  const times = [...edges].sort((a, b) => a - b);
  return times.map((fromUs, i) => {
    const amps = sides.map(
      (s) =>
        s.full -
        s.staged.reduce((sum, x) => {
          const part = x.drawn.find((d) => d.fromUs <= fromUs && fromUs < d.toUs);
          return sum + x.amp * (1 - (part?.from ?? 0));
        }, 0),
    );
    return { fromUs, toUs: times[i + 1] ?? turn.endUs, amp: amps.length === 0 ? 0 : Math.min(...amps) };
  });
}

const circuitLoad = (vehicle: VehicleLight, id: string): number =>
  vehicle.circuits.find((c) => c.id === id)?.steadyA ?? 0;

/** The share of a lamp's turn signal that is switched on over some turns that follow a long dark. */
function drawnTrace(
  lamp: TimedLamp,
  turns: readonly { readonly us: number; readonly endUs: number }[],
  endUs: number,
): Trace {
  const start = (turns[0]?.us ?? 0) - 60_000_000;
  const list: Stretch[] = [];
  let at = start;
  for (const t of turns) {
    list.push({ fromUs: at, toUs: t.us, from: 0, to: 0 }, { fromUs: t.us, toUs: t.endUs, from: 1, to: 1 });
    at = t.endUs;
  }
  const run = runProgram(
    { ...lamp.program, functions: lamp.program.functions.filter((f) => f.does === 'turn') },
    lamp.mode,
    new Map([['turn', list.filter((s) => s.fromUs < Math.min(s.toUs, endUs))]]),
    () => null,
  );
  return run[0]?.drawn ?? [];
}

/** A time in which neither a control nor the flasher changes. */
interface PhaseOfScore extends Span {
  readonly on: boolean;
}

function phases(spans: readonly Span[], runs: readonly FlasherRun[]): readonly PhaseOfScore[] {
  const cycles: readonly Cycle[] = runs.flatMap((r) => r.cycles);
  const edges = cycles.flatMap((c) => [
    { us: c.startUs, on: true },
    { us: c.darkUs, on: false },
  ]);
  const list: PhaseOfScore[] = [];
  let next = 0;
  let on = false;
  for (const span of spans) {
    let at = span.fromUs;
    while (at < span.toUs) {
      while (next < edges.length && (edges[next]?.us ?? 0) <= at) {
        on = edges[next]?.on ?? false;
        next += 1;
      }
      const to = Math.min(span.toUs, edges[next]?.us ?? Infinity);
      list.push({ ...span, fromUs: at, toUs: to, on });
      at = to;
    }
  }
  return list;
}

function suppliesOf(
  lamp: TimedLamp,
  circuits: readonly Circuit[],
  times: readonly PhaseOfScore[],
  supplied: (state: ControlState, on: boolean) => Supplied,
): ReadonlyMap<LampFunction, Trace> {
  const traces = new Map<LampFunction, Stretch[]>();
  const behind = new Map<LampFunction, string | null>();
  times.forEach((p) => {
    const here = supplied(p.state, p.on).lamps.get(lamp.position);
    for (const [does, s] of here ?? []) {
      const carrier = s.carrier ? { carrier: s.carrier } : {};
      const list = traces.get(does) ?? [];
      list.push({ fromUs: p.fromUs, toUs: p.toUs, from: s.share, to: s.share, ...carrier });
      traces.set(does, list);
      behind.set(does, s.circuit);
    }
  });
  return new Map(
    [...traces].map(([does, list]) => {
      const times = circuits.find((c) => c.id === behind.get(does))?.overTime;
      return [does, withTimes(joined(list), times)];
    }),
  );
}

/** A supply as its circuit gives it over time: it stays on for a while, rises and falls, is tested with pulses. */
function withTimes(trace: Trace, times: Circuit['overTime']): Trace {
  if (!times) return trace;
  const stays = times.staysMs ? heldUp(trace, usOf(times.staysMs)) : trace;
  const soft = times.upMs || times.downMs ? followed(stays, times.upMs ?? 0, times.downMs ?? 0) : stays;
  const test = times.testPulses;
  if (!test) return soft;
  const everyUs = usOf(test.everyMs);
  return joined(
    soft.flatMap((s): readonly Stretch[] => {
      const dark = Math.max(s.from, s.to) === 0;
      if (dark !== (test.in === 'off') || everyUs <= 0) return [s];
      const list: Stretch[] = [];
      let at = s.fromUs;
      const part = (toUs: number, level: number | null) => {
        if (toUs <= at) return;
        const ends =
          level === null ? { from: levelIn(s, at), to: levelIn(s, toUs) } : { from: level, to: level };
        list.push({ ...s, fromUs: at, toUs, ...ends });
        at = toUs;
      };
      for (let us = Math.ceil(s.fromUs / everyUs) * everyUs; us < s.toUs; us += everyUs) {
        part(us, null);
        part(Math.min(s.toUs, us + test.widthUs), test.in === 'off' ? 1 : 0);
      }
      part(s.toUs, null);
      return list;
    }),
  );
}

/** The light of each segment: of functions that share one, the brighter shows; even ones in the order of the program. */
function segmentsOf(program: LampProgram, functions: readonly RunFunction[]): LampOverTime['segments'] {
  return program.segments.map(({ id }) => {
    const drivers = functions.flatMap((f) => f.segments.filter((s) => s.segment === id));
    return { id, light: brightest(drivers) };
  });
}

type Driver = RunFunction['segments'][number];

function brightest(drivers: readonly Driver[]): readonly SegmentLight[] {
  const lit = (d: Driver, s: Stretch): SegmentLight => ({
    fromUs: s.fromUs,
    toUs: s.toUs,
    level: s.from,
    ...(s.to === s.from ? {} : { to: s.to }),
    colour: Math.max(s.from, s.to) > 0 ? d.colour : null,
    ...(s.carrier ? { carrier: s.carrier } : {}),
  });
  const [only] = drivers;
  if (!only) return [];
  if (drivers.length === 1) return only.light.map((s) => lit(only, s));
  const starts = new Set(drivers.flatMap((d) => d.light.map((s) => s.fromUs)));
  const times = [...starts].sort((a, b) => a - b);
  const end = only.light.at(-1)?.toUs ?? 0;
  const places = drivers.map(() => 0);
  const list: SegmentLight[] = [];
  times.forEach((fromUs, k) => {
    const toUs = times[k + 1] ?? end;
    let best: SegmentLight | null = null;
    drivers.forEach((d, i) => {
      while ((d.light[places[i] ?? 0]?.toUs ?? Infinity) <= fromUs) places[i] = (places[i] ?? 0) + 1;
      const s = d.light[places[i] ?? 0];
      if (!s) return;
      const here = lit(d, { ...s, fromUs, toUs, from: levelIn(s, fromUs), to: levelIn(s, toUs) });
      if (!best || middle(here) > middle(best)) best = here;
    });
    if (best) push(list, best);
  });
  return list;
}

const middle = (s: SegmentLight): number => (s.level + (s.to ?? s.level)) / 2;

function push(list: SegmentLight[], s: SegmentLight): void {
  const last = list.at(-1);
  const same =
    last?.to === undefined &&
    s.to === undefined &&
    last?.level === s.level &&
    last.colour === s.colour &&
    last.carrier === s.carrier;
  if (last && same) list[list.length - 1] = { ...last, toUs: s.toUs };
  else list.push(s);
}
