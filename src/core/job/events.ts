import type { BenchReading } from '../bench';
import type { FeedSchool, FeedSource, HandPins } from '../harness';
import type { SeenCell } from '../prove';
import type { FastenerAct } from '../strip';
import type { RoadMark, Verdict, Wish } from '../fitment';
import { compareText } from '../reason';
import type { Money } from '../shelf/types';
import type { FactSource, FactSubject, FactValue, LampFunction, PositionKey } from '../vehicle';
import type { Stage } from './stages';

/** What is found at a lamp when the vehicle arrives. `sound`: looked at, nothing wrong. */
export const AS_FOUND = [
  'sound',
  'cracked',
  'fogged',
  'yellowed',
  'dead-segment',
  'wrong-colour',
  'missing',
  'aftermarket',
] as const;
export type AsFound = (typeof AS_FOUND)[number];

/** A pinned catalogue row. */
export interface RowRef {
  readonly id: string;
  readonly rev: number;
}

export const ITEM_ORIGINS = ['promised', 'scope', 'borrowed', 'recheck', 'other'] as const;
/** Origins of items that a person raises. */
export type RaisedOrigin = (typeof ITEM_ORIGINS)[number];

/** An answer about a plug: three separate facts are looked at, and not looking is an answer of its own. */
export const LOOKED = ['yes', 'no', 'not-looked'] as const;
export type Looked = (typeof LOOKED)[number];
export const PLUG_CHECKS = ['mated', 'latch', 'slide', 'polarity', 'sealed', 'greased'] as const;
export type PlugCheck = (typeof PLUG_CHECKS)[number];

/** `differs`: done, but not as the sheet has it. `not-needed`: nothing was done, so nothing is to be undone. */
export const STEP_OUTCOMES = ['done', 'differs', 'not-needed'] as const;
export type StepOutcome = (typeof STEP_OUTCOMES)[number];

export const WARRANTY_SYMPTOMS = [
  'fogged',
  'dead-segment',
  'colour-shift',
  'dead',
  'loose',
  'other',
] as const;
export type WarrantySymptom = (typeof WARRANTY_SYMPTOMS)[number];

/** What happens to a part on its way here. `held`: bought only once something is proven. */
export const PART_MOVES = ['ordered', 'received', 'returned', 'held', 'let-go'] as const;
export type PartMove = (typeof PART_MOVES)[number];
/** What a part can wait for before it is bought. */
export const HELD_BEHIND = ['bench-proven', 'wire-proven', 'function-proven'] as const;
export type HeldBehind = (typeof HELD_BEHIND)[number];

/** The calculators whose results can be put into a job. */
export const CALCULATORS = ['drop', 'fuse', 'resistor', 'flasher', 'drain'] as const;
export type Calculator = (typeof CALCULATORS)[number];

/** What is looked at when a lamp's box arrives: each yes, no or not looked. */
export const BOX_CHECKS = ['contents', 'side', 'revision', 'undamaged'] as const;
export type BoxCheck = (typeof BOX_CHECKS)[number];

/**
 * The bodies of a job's events, by type. Where a body carries `basis`, it names the event whose value the writer
 * saw and meant to replace (null: nothing was there); two events on one basis are a conflict that is shown.
 */
export interface EventBodies {
  readonly 'job-opened': { readonly words: string };
  readonly 'fact-stated': {
    readonly key: string;
    readonly subject: FactSubject;
    readonly value: FactValue | null;
    readonly source: FactSource;
    /** As typed, where a quantity was typed. */
    readonly typed?: string;
  };
  readonly 'as-found': {
    readonly position: PositionKey;
    readonly found: readonly AsFound[];
    readonly words?: string;
    readonly basis: string | null;
  };
  readonly 'wishes-stated': {
    readonly wishes: readonly Wish[];
    readonly words?: string;
    readonly basis: string | null;
  };
  readonly 'modification-noted': { readonly words: string; readonly position?: PositionKey };
  readonly 'swap-opened': { readonly swap: string; readonly positions: readonly PositionKey[] };
  readonly 'lamp-chosen': {
    readonly swap: string;
    readonly application: RowRef;
    readonly lamps: Readonly<Record<PositionKey, RowRef>>;
    readonly parts: readonly (RowRef & { readonly quantity: number; readonly certain: boolean })[];
    readonly verdict: Verdict;
    readonly road: RoadMark;
    /** Step sheets on the shelf for these positions when it was chosen; absent in old entries. */
    readonly sheets?: readonly RowRef[];
    /** Only a lead may; needed for `check-first` and `does-not-fit`. */
    readonly override?: { readonly words: string; readonly consent: string };
    readonly basis: string | null;
  };
  readonly 'item-raised': {
    readonly item: string;
    readonly origin: RaisedOrigin;
    readonly words: string;
    readonly stage?: Stage;
  };
  readonly 'item-closed': {
    readonly item: string;
    readonly how: 'done' | 'handed-over';
    readonly words: string;
  };
  readonly 'plug-recorded': {
    readonly position: PositionKey;
    readonly plug: string;
    readonly checks: Readonly<Record<PlugCheck, Looked>>;
    readonly basis: string | null;
  };
  readonly 'feed-chosen': {
    readonly swap: string;
    readonly does: LampFunction;
    readonly school: FeedSchool;
    /** Where it is taken: the slot, the wire, the lead. */
    readonly words: string;
    /** The place as the shelf knows it; absent: in words only, and live as the school usually is. */
    readonly source?: FeedSource;
    readonly basis: string | null;
  };
  /** One of the smaller choices of the wiring: a mode plug, a cure, the measured length of a leg. */
  readonly 'wire-decided': {
    readonly swap: string;
    /** `mode/<position>/<plug>/<cavity>`, `cure/<circuit>`, `route/<position>`, `adapters/<position>`. */
    readonly matter: string;
    /** `open` or `closed`; a cure; a length in mm; parts as `one+other`, or `none`. */
    readonly choice: string;
    readonly words?: string;
    readonly basis: string | null;
  };
  /** Cavities as a person pins them, for the plugs named; none: as worked out. */
  readonly 'pins-set': {
    readonly position: PositionKey;
    readonly lamp: string;
    readonly pins: HandPins;
    readonly basis: string | null;
  };
  /** A reading of the ring-out (Ω, null: open) or of the probe (V). */
  readonly 'check-read': {
    readonly position: PositionKey;
    readonly lamp: string;
    readonly check: string;
    readonly value: number | null;
    readonly flashes?: boolean;
    readonly basis: string | null;
  };
  /** A calculator's result, with what went in. */
  readonly 'figure-noted': {
    readonly calculator: Calculator;
    readonly inputs: readonly { readonly name: string; readonly typed: string }[];
    readonly result: string;
    readonly formula: string;
    readonly position?: PositionKey;
    readonly words?: string;
  };
  readonly 'bench-read': {
    readonly position: PositionKey;
    /** The lamp that was on the bench; a reading does not pass to another. */
    readonly lamp: string;
    /** `plug/cavity` of the bench step. */
    readonly step: string;
    readonly reading: BenchReading;
    readonly basis: string | null;
  };
  /** Which of several ways of getting at the lamps is gone. */
  readonly 'sheet-chosen': {
    readonly swap: string;
    readonly sheet: string;
    readonly basis: string | null;
  };
  readonly 'step-ticked': {
    /** Id of the step in the job's plan: `bumper-off`, `lamp-out@headlamp.front.left`. */
    readonly step: string;
    readonly way: 'out' | 'back';
    readonly outcome: StepOutcome;
    /** What was otherwise than the sheet says; wanted unless it is plainly done. */
    readonly words?: string;
    readonly basis: string | null;
  };
  /** Counts add up; nothing is ever refused for its number. */
  readonly 'fastener-counted': {
    readonly step: string;
    readonly group: string;
    readonly act: FastenerAct;
    readonly count: number;
  };
  readonly 'proof-seen': {
    readonly position: PositionKey;
    readonly lamp: string;
    /** Id of the setting or of what was operated. */
    readonly step: string;
    readonly seen: Readonly<Record<string, SeenCell>>;
    readonly words?: string;
    readonly basis: string | null;
  };
  /** The customer agreed to a quote: its sum as it stood then, so that a later change shows. */
  readonly 'quote-agreed': {
    readonly swap: string;
    readonly total: Money;
    readonly minutes: number;
    /** How and with whom it was agreed. */
    readonly words: string;
    readonly deposit?: Money;
    readonly basis: string | null;
  };
  readonly 'part-moved': {
    readonly swap: string;
    /** A part of the shelf, or a lamp. */
    readonly part: string;
    readonly move: PartMove;
    readonly quantity: number;
    readonly behind?: HeldBehind;
    /** When it should be here, `2026-03-05`. */
    readonly due?: string;
    readonly words?: string;
  };
  readonly 'box-checked': {
    readonly position: PositionKey;
    readonly lamp: string;
    readonly checks: Readonly<Record<BoxCheck, Looked>>;
    readonly serial: string;
    readonly lot?: string;
    readonly words?: string;
    /** What was in the box and is not used, each with the reason why that is right. */
    readonly leftovers: readonly { readonly what: string; readonly why: string }[];
    readonly basis: string | null;
  };
  /** Work that was added while the job ran, with its own time, parts, tests and consent. */
  readonly 'scope-added': {
    readonly scope: string;
    readonly words: string;
    readonly minutes: number;
    readonly parts: string;
    readonly tests: string;
    readonly consent: string;
    readonly price?: Money;
  };
  readonly 'photo-added': {
    /** Hash of the bytes that the device sent; the picture travels apart. */
    readonly photo: string;
    readonly position?: PositionKey;
    readonly stage: Stage;
    readonly words?: string;
  };
  /** This job is about lamps that an earlier one fitted. */
  readonly 'warranty-linked': {
    readonly earlier: string;
    readonly lamps: readonly string[];
    readonly symptom: WarrantySymptom;
    readonly words?: string;
    readonly basis: string | null;
  };
  readonly 'release-locked': { readonly revision: number; readonly document: string };
  readonly void: { readonly target: string };
}
export type EventType = keyof EventBodies;

/** What happened, as the device wrote it. Identity is `id` (UUID v7) within the shop. */
export interface JobEvent<T extends EventType = EventType> {
  readonly id: string;
  readonly job: string;
  readonly type: T;
  /** Version of the body’s form. Older ones are to be lifted here in the core once there are any. */
  readonly v: number;
  /** Hybrid clock of the device, ISO 8601 UTC with milliseconds. */
  readonly at: string;
  readonly device: string;
  readonly deviceSeq: number;
  readonly user: string;
  readonly body: EventBodies[T];
}

/** An event as stored: with the order in which this job's events were taken in. Only lateness reads it. */
export type StoredEvent<T extends EventType = EventType> = JobEvent<T> & {
  readonly seq: number;
  readonly receivedAt: string;
};

export type AnyEvent = { [T in EventType]: JobEvent<T> }[EventType];
export type AnyStoredEvent = { [T in EventType]: StoredEvent<T> }[EventType];

/** The body versions that this core writes. */
export const EVENT_VERSION = 1;

/** Order of a job's history on every device: by hybrid clock, then id; never by arrival. */
export function compareEvents(a: { at: string; id: string }, b: { at: string; id: string }): number {
  return compareText(a.at, b.at) || compareText(a.id, b.id);
}

/**
 * The next reading of a hybrid clock: the device's own time, but always after anything it has seen.
 * @param nowMs the device's clock, ms since 1970 UTC
 * @param seenAt the latest `at` that the device knows, ISO 8601
 */
export function hybridNow(nowMs: number, seenAt: string | null): string {
  const seen = seenAt === null ? -Infinity : Date.parse(seenAt);
  return new Date(Number.isFinite(seen) ? Math.max(nowMs, seen + 1) : nowMs).toISOString();
}
