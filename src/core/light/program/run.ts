import type { LampFunction, LightColour } from '../../vehicle';
import { joined, levelIn, stretches, type Stretch, usOf } from '../waveform';
import { type Edge, followed, gateOf, inverted, litSpans, scaledIn, through, type Trace } from './trace';
import {
  FILAMENT_MS,
  type FunctionProgram,
  type LampProgram,
  playedAs,
  type Sweep,
  sweepPlace,
} from './types';

/**
 * The supplies of a lamp over a score: for each function a trace of the share of its full current, and for each side of
 * one that signals to both (`turn.left`).
 */
export type Supplies = ReadonlyMap<string, Trace>;

/** Name of the supply that drives a function. */
export const supplyName = (f: Pick<FunctionProgram, 'does' | 'side'>): string =>
  f.side ? `${f.does}.${f.side}` : f.does;

/** What one function makes of one segment. */
export interface DrivenSegment {
  readonly segment: string;
  readonly does: LampFunction;
  readonly colour: LightColour | null;
  readonly light: Trace;
}

/** A function at work: what it draws, as a share of its full current, and the light of its segments. */
export interface RunFunction {
  readonly program: FunctionProgram;
  /** Worked out when somebody asks. */
  readonly drawn: () => Trace;
  readonly segments: readonly DrivenSegment[];
}

/** The programs of a lamp that hold in a mode; a function that has none for it does nothing. */
export function programsIn(program: LampProgram, mode: 'open' | 'closed'): readonly FunctionProgram[] {
  const seen = new Set<string>();
  return program.functions.filter((f) => {
    if (f.mode !== undefined && f.mode !== mode) return false;
    if (seen.has(supplyName(f))) return false;
    seen.add(supplyName(f));
    return true;
  });
}

/** Runs a lamp's program on its supplies. @param colourOf the lamp's own colour for a function */
export function runProgram(
  program: LampProgram,
  mode: 'open' | 'closed',
  supplies: Supplies,
  colourOf: (does: LampFunction) => LightColour | null,
): readonly RunFunction[] {
  return programsIn(program, mode).flatMap((f) => {
    const supply = supplies.get(supplyName(f));
    return supply && supply.length > 0 ? [runFunction(f, program, supply, supplies, colourOf)] : [];
  });
}

function runFunction(
  f: FunctionProgram,
  program: LampProgram,
  supply: Trace,
  supplies: Supplies,
  colourOf: (does: LampFunction) => LightColour | null,
): RunFunction {
  const edges = beginnings(litSpans(supply), usOf(f.afterDarkMs ?? 0));
  const allowed = watched(f, asFed(program, f.filament ? filamentLight(supply) : supply), supplies);
  const show = shownBy(f, edges, allowed);
  const shown = f.pulses ? through(show, pulsesOf(f.pulses, edges, allowed)) : show;
  const lit = f.segments.map((segment, i) => {
    const on = f.sweep ? swept(f, f.sweep, i, edges, shown) : shown;
    return { segment, on };
  });
  const colour = f.colour ?? colourOf(f.does);
  const slope = f.fade ?? (f.filament ? FILAMENT_MS : null);
  return {
    program: f,
    drawn: () =>
      drawnBy(
        supply,
        lit.map((l) => l.on),
      ),
    segments: lit.map(({ segment, on }) => {
      const fed = heldUp(on, usOf(f.holdUpMs ?? 0));
      const share = f.level ?? 1;
      const bright = share === 1 ? fed : fed.map((s) => ({ ...s, from: s.from * share, to: s.to * share }));
      const light = slope ? followed(bright, slope.upMs, slope.downMs) : bright;
      return { segment, does: f.does, colour, light };
    }),
  };
}

/** Edges at which sweep, pulses and show begin: after a dark that was long enough. The others go on from the one before. */
interface Beginning extends Edge {
  readonly begunUs: number;
}
function beginnings(spans: readonly Edge[], afterDarkUs: number): readonly Beginning[] {
  let begunUs = 0;
  return spans.map((s) => {
    if (s.darkUs >= afterDarkUs) begunUs = s.us;
    return { ...s, begunUs };
  });
}

/** What other inputs of the lamp make of a function: it drops, or goes out and comes back. */
function watched(f: FunctionProgram, supply: Trace, supplies: Supplies): Trace {
  let trace = supply;
  const liveWhile = (does: LampFunction) => litSpans(supplies.get(does) ?? []);
  if (f.dimmed) trace = scaledIn(trace, gateOf(liveWhile(f.dimmed.while), trace), f.dimmed.to);
  if (f.out) {
    const back = usOf(playedAs(f.out.returnMs, 0));
    const away = liveWhile(f.out.while).map((s) => ({ us: s.us, endUs: s.endUs + back }));
    trace = through(trace, inverted(gateOf(merged(away), trace)));
  }
  return trace;
}

/** Spans that touch or overlap, as one. */
function merged(spans: readonly { readonly us: number; readonly endUs: number }[]) {
  const list: { us: number; endUs: number }[] = [];
  for (const s of spans) {
    const last = list.at(-1);
    if (last && s.us <= last.endUs) last.endUs = Math.max(last.endUs, s.endUs);
    else list.push({ ...s });
  }
  return list;
}

/** What a sweep makes of one of its segments: dark before its turn, and in a run after it. */
function swept(
  f: FunctionProgram,
  sweep: Sweep,
  i: number,
  edges: readonly Beginning[],
  shown: Trace,
): Trace {
  const stepUs = playedAs(sweep.stepMs, 0) * 1000;
  const place = sweepPlace(sweep, i, f.segments.length);
  const runs = sweep.how === 'run' && stepUs > 0;
  const list: Stretch[] = [];
  let at = 0;
  const dark = (fromUs: number, toUs: number) => {
    if (fromUs >= toUs) return;
    const last = list.at(-1);
    if (last && last.toUs === fromUs && last.from === 0 && last.to === 0)
      list[list.length - 1] = { fromUs: last.fromUs, toUs, from: 0, to: 0 };
    else list.push({ fromUs, toUs, from: 0, to: 0 });
  };
  for (const s of shown) {
    while ((edges[at]?.endUs ?? Infinity) <= s.fromUs) at += 1;
    const edge = edges[at];
    if (!edge || s.fromUs < edge.us || (s.from === 0 && s.to === 0)) {
      dark(s.fromUs, s.toUs);
      continue;
    }
    const from = Math.max(s.fromUs, edge.begunUs + Math.round(place * stepUs));
    const to = runs ? Math.min(s.toUs, edge.begunUs + Math.round((place + 1) * stepUs)) : s.toUs;
    dark(s.fromUs, Math.min(from, s.toUs));
    if (from < to) {
      if (from === s.fromUs && to === s.toUs) list.push(s);
      else if (s.carrier)
        list.push({ ...s, fromUs: from, toUs: to, from: levelIn(s, from), to: levelIn(s, to) });
      else list.push({ fromUs: from, toUs: to, from: levelIn(s, from), to: levelIn(s, to) });
    }
    dark(Math.max(from, to), s.toUs);
  }
  return list;
}

/** Dark between the pulses of a modulated stop. */
function pulsesOf(
  p: NonNullable<FunctionProgram['pulses']>,
  edges: readonly Beginning[],
  over: Trace,
): Trace {
  const [on, off] = [usOf(p.onMs), usOf(p.offMs)];
  const dark = edges.flatMap((e) =>
    Array.from({ length: p.count }, (_, k) => {
      const us = e.begunUs + k * (on + off) + on;
      return { us: Math.max(us, e.us), endUs: Math.min(us + off, e.endUs) };
    }).filter((s) => s.us < s.endUs),
  );
  return inverted(gateOf(dark, over));
}

/** A show at each beginning, as shares of what is supplied. */
function shownBy(f: FunctionProgram, edges: readonly Beginning[], supply: Trace): Trace {
  const show = f.startUp?.pieces;
  if (!show || show.length === 0) return supply;
  const pieces = show.map(({ ms, ...p }) => ({ ...p, durationUs: ms * 1000 }));
  const length = Math.round(pieces.reduce((n, p) => n + p.durationUs, 0));
  const end = supply.at(-1)?.toUs ?? 0;
  return joined(
    supply.flatMap((s): readonly Stretch[] => {
      const edge = edges.find((e) => e.us <= s.fromUs && s.fromUs < e.endUs);
      if (!edge || s.fromUs >= edge.begunUs + length) return [s];
      const until = Math.min(s.toUs, edge.begunUs + length, end);
      const during = stretches(
        { kind: 'once', pieces, then: 1 },
        s.fromUs - edge.begunUs,
        until - edge.begunUs,
      ).map((x) => ({
        ...s,
        fromUs: x.fromUs + edge.begunUs,
        toUs: x.toUs + edge.begunUs,
        from: x.from * s.from,
        to: x.to * s.to,
      }));
      return until < s.toUs ? [...during, { ...s, fromUs: until }] : during;
    }),
  );
}

/** What the lamp makes of a pulsed feed: it passes it on, shines at its mean, or at a level of its own. */
function asFed(program: LampProgram, supply: Trace): Trace {
  const { pulsed } = program;
  if (pulsed?.kind !== 'averages' && pulsed?.kind !== 'dims') return supply;
  return supply.map(({ carrier, ...s }) => {
    const share = !carrier ? 1 : pulsed.kind === 'dims' ? pulsed.to : carrier.duty;
    return { ...s, from: s.from * share, to: s.to * share };
  });
}

/** Exponents of a filament's light and current over its voltage. Source: usual laws of incandescent lamps. */
const LIGHT_OVER_VOLTAGE = 3.4;
const CURRENT_OVER_VOLTAGE = 0.55;
const filamentLight = (supply: Trace): Trace => {
  const light = (share: number) =>
    Math.min(1, Math.max(0, share) ** (LIGHT_OVER_VOLTAGE / CURRENT_OVER_VOLTAGE));
  return supply.map((s) => ({ ...s, from: light(s.from), to: light(s.to) }));
};

/** The share of its full current that a function draws: that of its segments that are switched on. */
function drawnBy(supply: Trace, lit: readonly Trace[]): Trace {
  const changes = new Map<number, number>();
  for (const trace of lit) {
    let was = 0;
    for (const s of trace) {
      const is = s.from > 0 || s.to > 0 ? 1 : 0;
      if (is !== was) changes.set(s.fromUs, (changes.get(s.fromUs) ?? 0) + is - was);
      was = is;
    }
  }
  const times = [...changes.keys()].sort((a, b) => a - b);
  const list: Stretch[] = [];
  let [next, on] = [0, 0];
  for (const s of supply) {
    let at = s.fromUs;
    while (at < s.toUs) {
      while (next < times.length && (times[next] ?? 0) <= at) {
        on += changes.get(times[next] ?? 0) ?? 0;
        next += 1;
      }
      const toUs = Math.min(s.toUs, times[next] ?? Infinity);
      const share = s.from * (on / Math.max(1, lit.length));
      list.push({ fromUs: at, toUs, from: share, to: share });
      at = toUs;
    }
  }
  return joined(list);
}

/** Light that goes on for so long at the level it had when its supply fell. */
export function heldUp(light: Trace, us: number): Trace {
  if (us === 0) return light;
  const list: Stretch[] = [];
  let [held, until] = [0, -Infinity];
  for (const s of light) {
    const low = Math.max(s.from, s.to) < held;
    const end = low ? Math.min(s.toUs, Math.max(s.fromUs, until)) : s.fromUs;
    if (end > s.fromUs) list.push({ fromUs: s.fromUs, toUs: end, from: held, to: held });
    if (end >= s.toUs) continue;
    list.push(end === s.fromUs ? s : { ...s, fromUs: end, from: levelIn(s, end) });
    [held, until] = [s.to, s.toUs + us];
  }
  return joined(list);
}
