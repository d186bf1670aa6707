import type { LampFunction } from '../../vehicle';
import { type RunFunction, supplyName } from '../program/run';
import { litSpans, type Trace } from '../program/trace';
import { levelIn, placeAt } from '../waveform';
import type { LampOverTime, LightOverTime } from './simulate';

/** *Setting*: a segment counts as full from this share of its own light on. */
export const FULL_SHARE = 0.9;
/** Light below this is dark to the eye. */
const SEEN = 0.01;

/** One time in which a function is supplied, and what its segments make of it; times from the start of the score. */
export interface OnPhase {
  readonly fromUs: number;
  readonly toUs: number;
  readonly firstLightUs: number | null;
  /** Every segment is full; null: they never are, the phase is over before. */
  readonly fullUs: number | null;
  readonly segments: readonly { readonly id: string; readonly litUs: number; readonly peak: number }[];
}

/** What a function did over a score. */
export interface FunctionOverTime {
  readonly does: LampFunction;
  readonly phases: readonly OnPhase[];
  /** When any of its segments was lit, afterglow included. */
  readonly lit: readonly { readonly fromUs: number; readonly toUs: number }[];
}

/** Sums up what each function of a lamp did. */
export function functionsOverTime(lamp: LampOverTime): readonly FunctionOverTime[] {
  let known = summed.get(lamp);
  if (!known) summed.set(lamp, (known = summedUp(lamp)));
  return known;
}
const summed = new WeakMap<LampOverTime, readonly FunctionOverTime[]>();

function summedUp(lamp: LampOverTime): readonly FunctionOverTime[] {
  return lamp.functions.map((f) => ({
    does: f.program.does,
    phases: litSpans(lamp.supplies.get(supplyName(f.program)) ?? []).map((s) => phaseOf(f, s.us, s.endUs)),
    lit: litOf(f),
  }));
}

/** The times in which any segment of a function is lit. */
export function litOf(f: RunFunction): readonly { readonly fromUs: number; readonly toUs: number }[] {
  let known = lit.get(f);
  if (!known) lit.set(f, (known = litSpansOf(f)));
  return known;
}
const lit = new WeakMap<RunFunction, readonly { readonly fromUs: number; readonly toUs: number }[]>();

function litSpansOf(f: RunFunction): readonly { readonly fromUs: number; readonly toUs: number }[] {
  // Segments that share their light, as all do but in a sweep, are looked at once.
  const lights = new Set(f.segments.map((s) => s.light));
  const spans = [...lights].flatMap((light) => litSpans(light, SEEN));
  if (lights.size > 1) spans.sort((a, b) => a.us - b.us);
  const list: { fromUs: number; toUs: number }[] = [];
  let last: { fromUs: number; toUs: number } | undefined;
  for (const { us, endUs } of spans)
    if (!last || us > last.toUs) list.push((last = { fromUs: us, toUs: endUs }));
    else if (endUs > last.toUs) last.toUs = endUs;
  return list;
}

/** A phase that is looked into when somebody asks: most judges want to know when it was, few what each segment did. */
function phaseOf(f: RunFunction, fromUs: number, toUs: number): OnPhase {
  let known: SeenInPhase | undefined;
  const seen = (): SeenInPhase => (known ??= seenInPhase(f, fromUs, toUs));
  return {
    fromUs,
    toUs,
    get firstLightUs() {
      return seen().firstLightUs;
    },
    get fullUs() {
      return seen().fullUs;
    },
    get segments() {
      return seen().segments;
    },
  };
}

type SeenInPhase = Pick<OnPhase, 'firstLightUs' | 'fullUs' | 'segments'>;

function seenInPhase(f: RunFunction, fromUs: number, toUs: number): SeenInPhase {
  const share = (f.program.level ?? 1) * FULL_SHARE;
  const segments = f.segments.map((s) => ({ id: s.segment, ...within(s.light, fromUs, toUs, share) }));
  const firsts = segments.flatMap((s) => (s.firstUs === null ? [] : [s.firstUs]));
  const fulls = segments.flatMap((s) => (s.fullUs === null ? [] : [s.fullUs]));
  return {
    firstLightUs: firsts.length === 0 ? null : Math.min(...firsts),
    fullUs: fulls.length === segments.length && fulls.length > 0 ? Math.max(...fulls) : null,
    segments: segments.map(({ id, litUs, peak }) => ({ id, litUs, peak })),
  };
}

function within(light: Trace, fromUs: number, toUs: number, full: number) {
  let [litUs, peak] = [0, 0];
  let firstUs: number | null = null;
  let fullUs: number | null = null;
  for (let i = placeAt(light, fromUs); i < light.length; i += 1) {
    const s = light[i];
    if (!s || s.fromUs >= toUs) break;
    const [a, b] = [Math.max(s.fromUs, fromUs), Math.min(s.toUs, toUs)];
    if (a >= b) continue;
    const [la, lb] = [levelIn(s, a), levelIn(s, b)];
    const top = Math.max(la, lb);
    if (top > 0) {
      litUs += b - a;
      firstUs ??= a;
    }
    peak = Math.max(peak, top);
    if (fullUs === null && top >= full)
      fullUs = la >= full ? a : Math.round(a + ((b - a) * (full - la)) / (lb - la));
  }
  return { litUs, peak, firstUs, fullUs };
}

/** What a person sees besides: a glow of test pulses, flicker, beads. */
export interface LightNote {
  readonly code: 'glow' | 'flicker' | 'beads' | 'alternates' | 'no-program' | 'voltage-taken' | 'front-rear';
  readonly position: string | null;
  readonly does: LampFunction | null;
  readonly hz: number | null;
  /** Share of full light as the eye takes it. */
  readonly meanShare: number | null;
}

/** *Settings*: below it a pulsed light is seen to flicker; up to it, as beads when eye or lamp move, Hz. */
export const FLICKER_HZ = 80;
/** *Setting*: up to here pulses are seen as beads in motion, Hz. */
export const BEADS_HZ = 1000;

/** What is seen besides the functions themselves. */
export function lightNotes(light: LightOverTime): readonly LightNote[] {
  const notes: LightNote[] = light.runs.some((r) => r.alternates)
    ? [{ code: 'alternates', position: null, does: null, hz: null, meanShare: null }]
    : [];
  for (const { lamp, functions, supplies } of light.lamps) {
    for (const f of functions) {
      const { does } = f.program;
      const below = lamp.program.pulsed?.kind === 'flickers' ? lamp.program.pulsed.belowHz : FLICKER_HZ;
      const hz = f.segments.flatMap((s) =>
        s.light.flatMap((x) => (x.carrier && x.carrier.hz > 0 && x.from > 0 ? [x.carrier.hz] : [])),
      );
      const slowest = hz.length > 0 ? Math.min(...hz) : null;
      if (slowest !== null && slowest < BEADS_HZ)
        notes.push({
          code: slowest < below ? 'flicker' : 'beads',
          position: lamp.position,
          does,
          hz: slowest,
          meanShare: null,
        });
      const supply = supplies.get(supplyName(f.program)) ?? [];
      const short = supply.filter(
        (s, i) =>
          s.from > 0 && s.toUs - s.fromUs < 2000 && supply[i - 1]?.from === 0 && supply[i + 1]?.from === 0,
      );
      const [one, two] = short;
      if (one && two && !f.program.filament) {
        const period = two.fromUs - one.fromUs;
        notes.push({
          code: 'glow',
          position: lamp.position,
          does,
          hz: 1_000_000 / period,
          meanShare: ((one.toUs - one.fromUs) * one.from) / period,
        });
      }
    }
  }
  return notes;
}

/** Front and rear turn signals of one side that do not do it alike: one sweeps, the other lights at once. Nothing forbids it. */
export function frontAndRear(all: readonly LampOverTime[]): readonly LightNote[] {
  return (['left', 'right'] as const).flatMap((side) => {
    const turns = (end: string) =>
      all.filter(
        (l) => l.lamp.side === side && l.lamp.position.split('.')[1] === end && l.supplies.has('turn'),
      );
    const sweeps = (l: LampOverTime) => l.functions.some((f) => f.program.does === 'turn' && f.program.sweep);
    const [front, rear] = [turns('front'), turns('rear')];
    const differ = front.length > 0 && rear.length > 0 && front.some(sweeps) !== rear.some(sweeps);
    const [first] = front.some(sweeps) ? front : rear;
    return differ && first
      ? [
          {
            code: 'front-rear' as const,
            position: first.lamp.position,
            does: 'turn' as const,
            hz: null,
            meanShare: null,
          },
        ]
      : [];
  });
}
