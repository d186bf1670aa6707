import type { Rule } from '../fitment/rule';
import type { LampFunction, Position } from '../vehicle';

/** IEC 60757 letter codes. */
export const WIRE_CODES = ['BK', 'BN', 'RD', 'OG', 'YE', 'GN', 'BU', 'VT', 'GY', 'WH', 'PK', 'TQ'] as const;
export type WireCode = (typeof WIRE_CODES)[number];

export interface Wire {
  readonly base: WireCode;
  readonly stripe?: WireCode;
}

/**
 * One half of a connector. Geometry is stored looking at this half's mating face: rows from the top, columns from the
 * left. `locks` are opened in this order (slide before latch) and closed in reverse.
 */
export interface ConnectorHalf {
  readonly id: string;
  readonly family: string;
  readonly half: 'vehicle' | 'lamp';
  readonly rows: number;
  readonly columns: number;
  readonly cavities: readonly { readonly number: string; readonly row: number; readonly column: number }[];
  readonly latch: 'top' | 'bottom' | 'left' | 'right' | 'none';
  readonly locks: readonly ('slide' | 'latch')[];
  readonly sealed: boolean;
  /** Keyed halves go in one way only. */
  readonly keyed: boolean;
}

/** What a cavity of a vehicle plug holds: a circuit of the family, ground, or nothing. */
export interface VehicleCavity {
  readonly cavity: string;
  readonly circuit: string | 'ground' | null;
  readonly wire?: Wire;
}

/** A plug of a vehicle line at a lamp position, for the vehicles that `when` holds for. */
export interface VehiclePlug {
  readonly id: string;
  readonly position: Position;
  readonly connector: string;
  readonly when?: Rule;
  readonly cavities: readonly VehicleCavity[];
}

/** One input of a lamp. `ground` is the return; `mode` is a plug or loop that chooses a behaviour. */
export interface LampInput {
  readonly cavity: string;
  readonly does: LampFunction | 'ground' | 'mode';
  /** At the test voltage, 13.5 V (28.0 V on 24 V systems). */
  readonly currentA: number;
  readonly polar: boolean;
  readonly takesPulsed: boolean;
  readonly wire?: Wire;
}

export interface LampPlug {
  readonly id: string;
  readonly connector: string;
  readonly inputs: readonly LampInput[];
}

/** A lead with one plug at each end: which cavity of the vehicle's plug feeds which of the lamp's. */
export interface Adapter {
  readonly vehicleFamily: string;
  readonly lampFamily: string;
  readonly map: readonly { readonly from: string; readonly to: string }[];
}
