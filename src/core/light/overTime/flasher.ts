import { type FlasherKind, flashRate } from '../../electric/formulas';
import { endsOf, type Figure, playedAs } from '../program/types';

/** A vehicle's flasher, as data: what nobody knows is null. */
export interface Flasher {
  /** At its normal load. */
  readonly perMinute: Figure;
  /** Share of the period in which it is lit. */
  readonly onShare: Figure;
  /** What it does when it misses a lamp. */
  readonly lowLoad?: {
    readonly belowA: number;
    readonly perMinute: number;
    readonly onShare?: number;
    /** The mean of the on-phase, or one moment in it, ms from its start. */
    readonly senses: 'mean' | { readonly atMs: number };
  };
  /** What it does when the vehicle is locked or unlocked; absent: it goes on flashing while it is asked to. */
  readonly lock?: LockPattern;
  /** A unit whose rate follows its load by a usual curve; it goes before `perMinute` and `lowLoad`. */
  readonly kind?: FlasherKind;
}

/** So many flashes of a fixed length when a vehicle is locked or unlocked. */
export interface LockPattern {
  readonly flashes: number;
  readonly onMs: number;
  readonly offMs: number;
}

/** *Setting*: what is played where nobody knows a flasher: it is shown, and judged as unknown. */
export const PLAYED_FLASHER = { perMinute: 90, onShare: 0.5 } as const;

/** One turn of a flasher. */
export interface Cycle {
  readonly startUs: number;
  /** It is dark from here. */
  readonly darkUs: number;
  readonly endUs: number;
  readonly perMinute: number;
  readonly onShare: number;
  /** `low`: it goes by what the turn before drew, which was too little. */
  readonly rate: 'normal' | 'low';
  /** What this turn drew, as it senses it, A; null: it senses nothing. */
  readonly sensedA: number | null;
  /** The lever or the key ended it before its time. */
  readonly cutShort: boolean;
  /** Units of this kind differ in how they go at what the turn before drew: another rate is as likely. */
  readonly unsure?: true;
}

/** A run of a flasher from the lever to its return. */
export interface FlasherRun {
  readonly cycles: readonly Cycle[];
  /** Turn about normal and low: it can settle on neither. */
  readonly alternates: boolean;
  /** A pattern of locking or unlocking: no signal to traffic, so the rules of turn signals do not speak of it. */
  readonly pattern?: true;
}

/** The runs that signal something to traffic. */
export const signalling = (runs: readonly FlasherRun[]): readonly FlasherRun[] =>
  runs.filter((r) => !r.pattern);

/** Runs a pattern once, as long as it is asked for. */
export function runPattern({ flashes, onMs, offMs }: LockPattern, fromUs: number, toUs: number): FlasherRun {
  const periodUs = (onMs + offMs) * 1000;
  const cycles = Array.from({ length: flashes }, (_, k): Cycle => {
    const start = fromUs + k * periodUs;
    return {
      startUs: Math.round(start),
      darkUs: Math.min(toUs, Math.round(start + onMs * 1000)),
      endUs: Math.min(toUs, Math.round(start + periodUs)),
      perMinute: 60_000_000 / periodUs,
      onShare: onMs / (onMs + offMs),
      rate: 'normal',
      sensedA: null,
      cutShort: start + periodUs > toUs,
    };
  });
  return { cycles: cycles.filter((c) => c.startUs < toUs), alternates: false, pattern: true };
}

/**
 * Runs a flasher turn by turn. Causal: the rate of a turn follows what the turn before drew; the first is normal, so there
 * is never a choice between two loads that would both agree. Edges are rounded from exact times.
 * @param drawnA what the watched lamps draw at a time in a turn that begins at `startUs`, as parts with A
 */
export function runFlasher(
  flasher: Flasher | null,
  fromUs: number,
  toUs: number,
  drawnA: (
    startUs: number,
    endUs: number,
  ) => readonly { readonly fromUs: number; readonly toUs: number; readonly amp: number }[],
): FlasherRun {
  const cycles: Cycle[] = [];
  let start = fromUs;
  let rate: Cycle['rate'] = 'normal';
  let curveA: number | null = null;
  while (Math.round(start) < toUs) {
    const turn = turnOf(flasher, rate, curveA);
    const startUs = Math.round(start);
    if (turn.perMinute < 1) {
      // A unit that does not flash at this load stays lit.
      cycles.push({ startUs, darkUs: toUs, endUs: toUs, ...turn, rate, sensedA: curveA, cutShort: true });
      break;
    }
    const periodUs = 60_000_000 / turn.perMinute;
    const darkAt = Math.round(start + periodUs * turn.onShare);
    const endAt = Math.round(start + periodUs);
    const sensedA = sensed(flasher, drawnA(startUs, darkAt), startUs, darkAt);
    cycles.push({
      startUs,
      darkUs: Math.min(darkAt, toUs),
      endUs: Math.min(endAt, toUs),
      ...turn,
      rate,
      sensedA,
      cutShort: endAt > toUs,
    });
    curveA = sensedA;
    rate = flasher?.lowLoad && sensedA !== null && sensedA < flasher.lowLoad.belowA ? 'low' : 'normal';
    start += periodUs;
  }
  const rates = cycles.map((c) => c.rate);
  const changes = rates.filter((r, i) => i > 0 && r !== rates[i - 1]).length;
  return { cycles, alternates: changes >= 3 && changes >= rates.length - 2 };
}

function turnOf(flasher: Flasher | null, rate: Cycle['rate'], curveA: number | null) {
  const onShare = playedAs(flasher?.onShare ?? null, PLAYED_FLASHER.onShare);
  const normal = playedAs(flasher?.perMinute ?? null, PLAYED_FLASHER.perMinute);
  if (flasher?.kind) {
    if (curveA === null) return { perMinute: normal, onShare };
    const { perMinute, or } = flashRate(flasher.kind, curveA);
    return { perMinute, onShare, ...(or === null ? {} : { unsure: true as const }) };
  }
  if (rate === 'low' && flasher?.lowLoad)
    return { perMinute: flasher.lowLoad.perMinute, onShare: flasher.lowLoad.onShare ?? onShare };
  return { perMinute: normal, onShare };
}

/** What the flasher senses of a turn: the mean of its on-phase or one moment, A. */
function sensed(
  flasher: Flasher | null,
  drawn: readonly { readonly fromUs: number; readonly toUs: number; readonly amp: number }[],
  startUs: number,
  darkUs: number,
): number | null {
  if (!flasher || (!flasher.lowLoad && !flasher.kind)) return null;
  const senses = flasher.lowLoad?.senses ?? 'mean';
  if (senses !== 'mean') {
    const at = Math.min(darkUs - 1, startUs + Math.round(senses.atMs * 1000));
    return drawn.find((d) => d.fromUs <= at && at < d.toUs)?.amp ?? 0;
  }
  const charge = drawn.reduce((sum, d) => {
    const us = Math.min(d.toUs, darkUs) - Math.max(d.fromUs, startUs);
    return us > 0 ? sum + us * d.amp : sum;
  }, 0);
  return charge / Math.max(1, darkUs - startUs);
}

/** Whether rate and on-share are known. */
export const knownFlasher = (f: Flasher | null): boolean =>
  f !== null && endsOf(f.perMinute) !== null && endsOf(f.onShare) !== null;
