import type { LevelCase } from '../../controls';
import type { Rule } from '../../rule';
import type { Prose } from '../../kernel/reason';

/** Sizes of blade fuses. Source: ISO 8820-3. */
export const BLADES = ['low-profile', 'mini', 'regular', 'maxi'] as const;
export type Blade = (typeof BLADES)[number];

/** What a fuse must never be tapped for. */
export const PROTECTED_SYSTEMS = ['restraint', 'braking', 'steering', 'engine-control'] as const;
export type ProtectedSystem = (typeof PROTECTED_SYSTEMS)[number];

/** Which contact of a slot is live with the fuse pulled. */
export const LIVE_SIDES = ['left', 'right', 'top', 'bottom', 'unknown'] as const;
export type LiveSide = (typeof LIVE_SIDES)[number];

/** Where a box sits, for seals and taps. */
export const ENVIRONMENTS = ['cabin', 'engine-bay', 'outside'] as const;
export type Environment = (typeof ENVIRONMENTS)[number];

/** One place of a fuse box. A place without a rating is empty. */
export interface FuseSlot {
  readonly id: string;
  readonly row: number;
  readonly column: number;
  readonly ratingA: number | null;
  readonly blade: Blade;
  /** When its fed side is live. */
  readonly cases: readonly LevelCase[];
  readonly steadyA: number;
  readonly serves: Prose;
  /** Circuits of the vehicle line that it feeds. */
  readonly circuits: readonly string[];
  readonly protects?: ProtectedSystem;
  /** The side of the place that is live with the fuse out. */
  readonly liveSide: LiveSide;
}

/** A fuse box as it is looked at: places in rows and columns, and what feeds each row. */
export interface FuseBox {
  readonly id: string;
  readonly name: Prose;
  readonly when?: Rule;
  readonly xMm: number;
  readonly yMm: number;
  readonly environment: Environment;
  readonly rows: number;
  readonly columns: number;
  readonly slots: readonly FuseSlot[];
  /** The fuse before a whole row and what the row carries; rows that are not named are not known. */
  readonly feeds: readonly { readonly row: number; readonly ratingA: number; readonly steadyA: number }[];
}

/** The battery as a place for a feed. */
export interface Battery {
  readonly xMm: number;
  readonly yMm: number;
  readonly capacityAh: number;
  readonly ownDrawMa: number;
  /** A current sensor on the negative post: a ground taken there is not seen by it. */
  readonly negativeSensor: boolean;
}

/** A factory auxiliary circuit or a lead of the kit that plugs into the vehicle. */
export interface PluginLead {
  readonly id: string;
  readonly name: Prose;
  readonly when?: Rule;
  readonly xMm: number;
  readonly yMm: number;
  readonly environment: Environment;
  readonly cases: readonly LevelCase[];
  readonly ratingA: number;
  readonly steadyA: number;
}

/** The places beside a slot, as a person counts them off: same row, one to either side, and above and below. */
export function neighbours(box: FuseBox, slot: FuseSlot): readonly FuseSlot[] {
  return box.slots.filter((s) => Math.abs(s.row - slot.row) + Math.abs(s.column - slot.column) === 1);
}

/** Standard colours of blade fuses by rating, as IEC letter codes where there is one. Source: SAE J2077 / ISO 8820-3. */
export const BLADE_COLOURS: Readonly<Record<number, string>> = {
  1: 'BK',
  2: 'GY',
  3: 'VT',
  4: 'PK',
  5: 'tan',
  7.5: 'BN',
  10: 'RD',
  15: 'BU',
  20: 'YE',
  25: 'clear',
  30: 'GN',
  35: 'TQ',
  40: 'OG',
};
