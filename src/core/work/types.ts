import type { Rule } from '../rule';
import type { Prose } from '../kernel/reason';
import type { Money } from '../kernel/money';
import type { Position, PositionRole, Side } from '../vehicle';

/** What a step is. Each `loosen` and `isolate` opens an obligation, each `lasting-change` wants the customer's consent. */
export const STEP_KINDS = [
  'remove',
  'loosen',
  'isolate',
  'transfer',
  'lasting-change',
  'look',
  'prove',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** Where the body stands. A step at a lamp is on that lamp's side. */
export const ZONES = [
  'front',
  'engine-bay',
  'wheel-arch',
  'under',
  'side',
  'roof',
  'cab',
  'load-space',
  'rear',
  'bench',
] as const;
export type Zone = (typeof ZONES)[number];

/** Plain tools; the size is text as stamped on them. */
export const TOOLS = [
  'socket',
  'spanner',
  'hex-key',
  'star-bit',
  'cross-head',
  'flat-blade',
  'trim-tool',
  'pick',
  'pliers',
  'hands',
  'drill',
  'fish-wire',
  'heat-gun',
  'crimp-pliers',
] as const;
/** A tool that a step takes, by what it is. */
export interface Tool {
  readonly kind: (typeof TOOLS)[number];
  readonly size?: string;
}

/** States of the vehicle that steps need and set; the first value is how it arrives. */
export const VEHICLE_STATES = {
  bonnet: ['closed', 'open'],
  lid: ['closed', 'open'],
  ignition: ['off', 'on'],
  battery: ['connected', 'disconnected'],
  lift: ['down', 'up'],
} as const;
/** How the vehicle stands: the states that every line has, and those of its own. */
export type VehicleState = Readonly<Record<string, string>>;
/** Some of it. */
export type StatePart = Readonly<Partial<Record<string, string>>>;

/** A vehicle after something has set some of its states. */
export function withStates(state: VehicleState, part: StatePart | undefined): VehicleState {
  const next: Record<string, string> = { ...state };
  for (const [name, value] of Object.entries(part ?? {})) if (value !== undefined) next[name] = value;
  return next;
}

/** What a step can warn of. */
export const STEP_CAUTIONS = [
  'high-voltage',
  'airbag',
  'lift',
  'prop',
  'hot-resistor',
  'eyes',
  'drilling',
  'sharp-edges',
  'glass',
  'second-person',
] as const;
export type StepCaution = (typeof STEP_CAUTIONS)[number];

/** What is used up at a step. */
export const CONSUMABLES = [
  'tape',
  'grease',
  'ties',
  'heat-shrink',
  'sealant',
  'thread-lock',
  'cleaner',
  'foam',
  'grommet',
  'masking',
] as const;
export type Consumable = (typeof CONSUMABLES)[number];

/** What breaks when a vehicle is taken apart. */
export const FRAGILE_KINDS = ['glass', 'lens', 'clip', 'trim', 'connector', 'paint', 'other'] as const;
export type FragileKind = (typeof FRAGILE_KINDS)[number];

/** Something at a step that may break. */
export interface Fragile {
  readonly kind: FragileKind;
  readonly what: Prose;
  /** In one job of so many, between 0 and 1. */
  readonly chance: number;
  /** What it costs when it does. */
  readonly price?: Money;
}

/** What is taken over from the old lamp to the new one. */
export const TRANSFERS = [
  'bulb',
  'socket',
  'bulb-and-socket',
  'adjuster',
  'seal',
  'clip-nuts',
  'bracket',
] as const;
export type Transfer = (typeof TRANSFERS)[number];

/**
 * What is looked at when a step goes back: the mark that says which way is up, a bulb's tabs in their notches, the
 * film off, screws only caught until all are in, even gaps, the seal in its groove, no wire pinched, a click heard.
 */
export const STEP_LOOKS = [
  'top-mark',
  'clocking',
  'film-off',
  'screws-caught',
  'gap-even',
  'seal-seated',
  'not-pinched',
  'click-heard',
] as const;
export type StepLook = (typeof STEP_LOOKS)[number];

/** Which way a part is drawn off, as one stands before it in driving direction. */
export const PULLS = ['forward', 'rearward', 'up', 'down', 'inward', 'outward'] as const;
export type Pull = (typeof PULLS)[number];

/**
 * A point on the vehicle, mm: `x` to the right of the centre line, `y` rearwards from the front, `z` above the ground.
 * Two of them are enough for the side that it is looked at from. At a lamp of the right side `x` is mirrored.
 */
export interface PointMm {
  readonly xMm?: number;
  readonly yMm?: number;
  readonly zMm?: number;
}

/** Kinds of fasteners that are counted. */
export const FASTENER_KINDS = ['screw', 'bolt', 'nut', 'clip', 'push-pin'] as const;

/** Fasteners of one kind, head, thread and length in one step. Groups that differ in length do not share a bag. */
export interface FastenerGroup {
  readonly id: string;
  readonly kind: (typeof FASTENER_KINDS)[number];
  /** Head: `hex 10`, `T20`, `PH2`. Absent for clips without one. */
  readonly drive?: string;
  readonly thread?: string;
  readonly lengthMm?: number;
  readonly count: number;
  /** `replace`: the old ones are not used again. `if-sound`: old clips break, have spares. */
  readonly reuse: 'reuse' | 'if-sound' | 'replace';
  readonly bag?: string;
  /** Where they are; of a sheet for both sides on the left one. */
  readonly points?: readonly PointMm[];
}

/** An order between two steps, with the reason for it. */
export interface Edge {
  readonly step: string;
  readonly why?: Prose;
}

/** What other systems must be checked by the maker's method after a step was undone. */
export const RECHECKS = ['camera', 'radar', 'blind-spot', 'levelling', 'washer', 'mirror'] as const;
export type Recheck = (typeof RECHECKS)[number];

/** One step of a sheet. `scope: each` is done at every lamp of the swap, `once` for the vehicle. */
export interface Step {
  readonly id: string;
  readonly kind: StepKind;
  readonly scope: 'once' | 'each';
  /** Only at lamps of these sides: the "except" of a mirrored sheet. Absent: at all. */
  readonly sides?: readonly Side[];
  /** On the way out, on the way back, or both. Absent: by kind (see `wayOf`). */
  readonly way?: 'out' | 'back' | 'both';
  readonly title: Prose;
  readonly detail?: Prose;
  /** What departs from the usual: "loosen two turns, leave it in". Stands right under the title. */
  readonly exception?: Prose;
  readonly zone: Zone;
  readonly tool?: Tool;
  readonly minutes: number;
  /** 2: a second pair of hands for this moment. Absent: one, unless a caution asks for two. */
  readonly people?: 1 | 2;
  readonly fasteners?: readonly FastenerGroup[];
  readonly cautions?: readonly StepCaution[];
  readonly consumables?: readonly Consumable[];
  readonly fragile?: readonly Fragile[];
  readonly transfers?: readonly Transfer[];
  /** What is looked at when it goes back. */
  readonly looks?: readonly StepLook[];
  readonly pull?: Pull;
  /** Where it lets go that cannot be seen: a latch behind, a tab underneath. */
  readonly release?: PointMm;
  readonly needs?: StatePart;
  readonly sets?: StatePart;
  /** Must be done before this one on the way out; the way back is the other way round unless `outOnly`. */
  readonly after?: readonly (Edge & { readonly outOnly?: boolean })[];
  readonly rechecks?: readonly Recheck[];
  /** The old lamp comes out with this step: what is to be measured on it has to be measured before. */
  readonly lampOut?: boolean;
  /** How it goes back, where that is more than the reverse. */
  readonly back?: {
    readonly title?: Prose;
    readonly detail?: Prose;
    readonly minutes?: number;
    readonly torque?: Prose;
    /** Steps that may go back only after this one has: what has to go in first. */
    readonly before?: readonly Edge[];
  };
}

/** A way of getting at a lamp: the steps for a role of some vehicle lines. Two schools are two sheets. */
export interface StepSheet {
  readonly id: string;
  readonly families: readonly string[];
  readonly role: PositionRole;
  readonly end: Position['end'];
  readonly name: Prose;
  /** What speaks for this way, and against it. */
  readonly speaksFor?: Prose;
  readonly speaksAgainst?: Prose;
  /** Which vehicles it is for; facts of the vehicle or of the lamps' positions. */
  readonly when?: Rule;
  readonly steps: readonly Step[];
}

/** On which of the two ways a step is done. What sets a state has to be set back. */
export function wayOf(step: Step): 'out' | 'back' | 'both' {
  if (step.way) return step.way;
  if (step.sets) return 'both';
  if (step.kind === 'transfer') return 'back';
  return step.kind === 'remove' || step.kind === 'loosen' || step.kind === 'isolate' ? 'both' : 'out';
}
