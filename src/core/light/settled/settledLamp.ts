import type { Level } from '../../controls';
import type { LampFunction } from '../../vehicle';
import type { InputSupply, TimedLamp } from '../overTime/lightTypes';
import { programsIn, type RunFunction, runProgram } from '../program/run';
import type { Trace } from '../program/trace';
import type { FunctionProgram, LampProgram } from '../program/types';
import { type Carrier, joined, levelIn, placeAt, type Stretch, usOf } from '../waveform';

/** What keeps a light from being steady. */
export type Unsteady = 'flashing' | 'pulses' | 'sweep' | 'start-up';

/** What an eye sees of a function in a setting, once everything has settled. */
export interface SettledFunction {
  /** `pulsed`: dimmed to so much of its full light, whatever dims it. */
  readonly level: Level;
  /** What keeps it from burning steadily from its first moment without a break; null: nothing. */
  readonly unsteady: Unsteady | null;
  /** Nobody knows a time that this hangs on: between two flashes it may be otherwise. */
  readonly unsure: boolean;
}

/** *Setting*: light below this share of a function's own is none to an eye. */
export const SEEN_SHARE = 0.05;
/** *Setting*: a current within so much of the full one is a full one to an eye. */
const SOUND_SHARE = 0.8;
/** *Setting*: after so long without a change everything has settled: shows, rises and what comes back. */
const SETTLED_US = 60_000_000;
/** *Setting*: turns of a flasher after which a lamp goes on alike. */
const SETTLED_TURNS = 4;
/** *Setting*: the most turns that a long show is waited for. */
const MOST_TURNS = 40;

/** One turn of the flasher as it goes on. */
export interface SettledTurn {
  readonly onUs: number;
  readonly offUs: number;
  readonly sides: readonly ('left' | 'right')[];
}

type Supplies = ReadonlyMap<string, InputSupply>;

/** What reaches a lamp, as a short text: lamps that are supplied alike do alike. */
export const suppliesText = (supplies: Supplies): string =>
  [...supplies]
    .map(([name, s]) => `${name}:${heard(s.share)}${s.carrier ? `/${s.carrier.duty}@${s.carrier.hz}` : ''}`)
    .join();

/** A share as an eye takes it. */
const heard = (share: number): number => (share >= SOUND_SHARE ? 1 : share < SEEN_SHARE ? 0 : share);

/**
 * What each function of a lamp does for its supplies: its program is run until nothing changes any more.
 * @param on what reaches it while the flasher is lit, and `off` while it is dark
 * @param turn how the flasher goes; null: it stands still
 */
export function settledLamp(
  lamp: TimedLamp,
  on: Supplies,
  off: Supplies,
  turn: SettledTurn | null,
): ReadonlyMap<LampFunction, SettledFunction> {
  const flashes = turn !== null && suppliesText(on) !== suppliesText(off) ? turn : null;
  const program = knownReturns(lamp.program);
  const turns = flashes ? turnsOf(program, flashes) : [];
  const endUs = turns.at(-1)?.toUs ?? SETTLED_US;
  const names = [...new Set([...on.keys(), ...off.keys()])];
  const traces = new Map(
    names.map((name) => [
      name,
      flashes ? flashing(turns, on.get(name), off.get(name)) : steadily(on.get(name), endUs),
    ]),
  );
  const list = runProgram(program, lamp.mode, traces, () => null);
  const lastOn = turns.at(-2)?.toUs ?? endUs;
  const seen = new Map<LampFunction, SettledFunction>();
  for (const does of new Set(list.map((f) => f.program.does))) {
    const own = list.filter((f) => f.program.does === does);
    const lit = brightest(own.map((f) => lightAt(f, lastOn - 1)));
    const between = flashes ? brightest(own.map((f) => lightAt(f, endUs - 1))) : lit;
    const level = levelOf(lit, between, flashes, lamp.side);
    seen.set(does, {
      level,
      unsteady:
        level.kind === 'flashing'
          ? 'flashing'
          : (own.map((f) => unsteadyBy(f.program)).find((by) => by !== null) ?? null),
      unsure: flashes !== null && own.some((f) => hangsOnReturn(lamp, f.program, on, off)),
    });
  }
  return seen;
}

/** What keeps a function from burning steadily from its first moment; null: nothing. */
export const unsteadyBy = (f: FunctionProgram): Exclude<Unsteady, 'flashing'> | null =>
  f.pulses ? 'pulses' : f.sweep ? 'sweep' : f.startUp ? 'start-up' : null;

/** One that nobody timed stays away until the flashing ends: what is shown as sure is what is sure. */
const knownReturns = (program: LampProgram): LampProgram =>
  program.functions.some((f) => f.out?.returnMs === null)
    ? {
        ...program,
        functions: program.functions.map((f) =>
          f.out?.returnMs === null ? { ...f, out: { ...f.out, returnMs: SETTLED_US / 1000 } } : f,
        ),
      }
    : program;

/** Whether a function that goes out under another's flashes comes back after a time that nobody knows. */
function hangsOnReturn(lamp: TimedLamp, f: FunctionProgram, on: Supplies, off: Supplies): boolean {
  const own = programsIn(lamp.program, lamp.mode).find((x) => x.does === f.does && x.side === f.side);
  if (!own?.out || own.out.returnMs !== null) return false;
  const live = (s: Supplies) => heard(s.get(own.out?.while ?? '')?.share ?? 0) > 0;
  return live(on) !== live(off) && heard(off.get(f.does)?.share ?? 0) > 0;
}

interface Phase {
  readonly fromUs: number;
  readonly toUs: number;
  readonly on: boolean;
}

/** Turns until shows, rises and returns are over: on and off in turn, ending dark. */
function turnsOf(program: LampProgram, { onUs, offUs }: SettledTurn): readonly Phase[] {
  const longestMs = Math.max(
    0,
    ...program.functions.map(
      (f) =>
        (f.startUp?.pieces.reduce((n, p) => n + p.ms, 0) ?? 0) +
        (f.fade?.upMs ?? 0) +
        (f.fade?.downMs ?? 0) +
        (f.holdUpMs ?? 0),
    ),
  );
  const more = Math.ceil(usOf(longestMs) / Math.max(1, onUs + offUs));
  const list: Phase[] = [];
  let at = 0;
  for (let i = 0; i < Math.min(MOST_TURNS, SETTLED_TURNS + more); i += 1) {
    list.push({ fromUs: at, toUs: at + onUs, on: true });
    list.push({ fromUs: at + onUs, toUs: at + onUs + offUs, on: false });
    at += onUs + offUs;
  }
  return list;
}

const stretch = (s: InputSupply | undefined, fromUs: number, toUs: number): Stretch => {
  const share = heard(s?.share ?? 0);
  return { fromUs, toUs, from: share, to: share, ...(s?.carrier ? { carrier: s.carrier } : {}) };
};

const steadily = (s: InputSupply | undefined, toUs: number): Trace => [stretch(s, 0, toUs)];

const flashing = (
  turns: readonly Phase[],
  on: InputSupply | undefined,
  off: InputSupply | undefined,
): Trace => joined(turns.map((t) => stretch(t.on ? on : off, t.fromUs, t.toUs)));

interface Seen {
  /** Share of the function's own full light, as the eye takes a pulsed one. */
  readonly share: number;
  readonly carrier: Carrier | null;
}

/** The brightest of a function's segments at a time. */
function lightAt(f: RunFunction, us: number): Seen {
  return brightest(
    f.segments.map(({ light }) => {
      const s = light[placeAt(light, us)];
      const share = s ? (levelIn(s, us) * (s.carrier?.duty ?? 1)) / (f.program.level ?? 1) : 0;
      return { share, carrier: s?.carrier ?? null };
    }),
  );
}

const brightest = (all: readonly Seen[]): Seen =>
  all.reduce((a, b) => (b.share > a.share ? b : a), { share: 0, carrier: null });

function levelOf(lit: Seen, between: Seen, turn: SettledTurn | null, side: TimedLamp['side']): Level {
  const [a, b] = [lit.share >= SEEN_SHARE, between.share >= SEEN_SHARE];
  if (!a && !b) return { kind: 'off' };
  if (turn && a !== b) {
    const own = turn.sides.find((s) => s === side) ?? turn.sides[0] ?? 'left';
    return { kind: 'flashing', side: own };
  }
  // One that drops with each flash is a dimmed one.
  const { share, carrier } = between.share < lit.share ? between : lit;
  if (share > 0.999) return { kind: 'on' };
  return { kind: 'pulsed', duty: share, ...(carrier && carrier.hz > 0 ? { hz: carrier.hz } : {}) };
}
