import type { WireSize } from '../electric/formulas/wire';
import type { Rule } from '../rule';
import type { Prose } from '../kernel/reason';
import type { Duty, LampFunction, Position } from '../vehicle';

/** IEC 60757 letter codes. */
export const WIRE_CODES = ['BK', 'BN', 'RD', 'OG', 'YE', 'GN', 'BU', 'VT', 'GY', 'WH', 'PK', 'TQ'] as const;
export type WireCode = (typeof WIRE_CODES)[number];

/** A wire by its colours and size. */
export interface Wire {
  readonly base: WireCode;
  readonly stripe?: WireCode;
  /** As printed or measured; absent: nobody has looked. */
  readonly size?: WireSize;
  /** What the maker's diagram prints for it, `SW/GE`. */
  readonly printed?: string;
}

/** A moulded housing, bare wires to be joined one by one, or a ring under a screw. */
export const CONNECTOR_KINDS = ['housing', 'leads', 'ring'] as const;
export type ConnectorKind = (typeof CONNECTOR_KINDS)[number];

/**
 * One half of a connector. Geometry is stored looking at this half's mating face: rows from the top, columns from the
 * left. `locks` are opened in this order (slide before latch) and closed in reverse.
 */
export interface ConnectorHalf {
  readonly id: string;
  readonly family: string;
  readonly half: 'vehicle' | 'lamp';
  /** Absent: a housing. */
  readonly kind?: ConnectorKind;
  readonly rows: number;
  readonly columns: number;
  readonly cavities: readonly { readonly number: string; readonly row: number; readonly column: number }[];
  readonly latch: 'top' | 'bottom' | 'left' | 'right' | 'none';
  readonly locks: readonly ('slide' | 'latch')[];
  readonly sealed: boolean;
  /** Keyed halves go in one way only. */
  readonly keyed: boolean;
}

/** Names of the plugs that a vehicle can have, as they are on the shelf. */
export const plugNames = (halves: readonly ConnectorHalf[]): readonly string[] => [
  ...new Set(halves.filter((c) => c.half === 'vehicle').map((c) => c.family)),
];

/** What a cavity of a vehicle plug holds: a circuit of the family, ground, or nothing. */
export interface VehicleCavity {
  readonly cavity: string;
  readonly circuit: string | 'ground' | null;
  readonly wire?: Wire;
  /** The ground stud that it shares with others. */
  readonly stud?: string;
}

/** A plug of a vehicle line at a lamp position, for the vehicles that `when` holds for. */
export interface VehiclePlug {
  readonly id: string;
  readonly position: Position;
  /** The place at the other side that it serves as well: one socket for both, as trailers have. */
  readonly also?: Position;
  readonly connector: string;
  readonly when?: Rule;
  readonly cavities: readonly VehicleCavity[];
}

/**
 * What an input can be for. `stop-turn`: one wire that does both; `tail-stop`: one that is pulsed for the tail and full for the
 * stop; `supply`: always live, for functions whose own inputs only tell; `mode`: a plug or loop that chooses a behaviour.
 */
export type InputRole = LampFunction | Duty | 'ground' | 'mode' | 'supply' | keyof typeof TWO_IN_ONE;

/** Wires that carry two functions, with both. */
export const TWO_IN_ONE = {
  'stop-turn': ['stop', 'turn'],
  'tail-stop': ['tail', 'stop'],
} as const satisfies Readonly<Record<string, readonly LampFunction[]>>;

/** Whether an input is one wire for two functions. */
export const isTwoInOne = (does: string): does is keyof typeof TWO_IN_ONE => does in TWO_IN_ONE;

/** Whether an input drives a function of its lamp. */
export const drives = (does: InputRole, wanted: LampFunction): boolean =>
  does === wanted || (isTwoInOne(does) && (TWO_IN_ONE[does] as readonly LampFunction[]).includes(wanted));

/** One input of a lamp. `ground` is the return. */
export interface LampInput {
  readonly cavity: string;
  readonly does: InputRole;
  /** At the test voltage, 13.5 V (28.0 V on 24 V systems). */
  readonly currentA: number;
  readonly polar: boolean;
  /** What it is to the current: absent, an LED with its driver; a heater or a motor is `resistive`. */
  readonly load?: 'filament' | 'resistive';
  readonly takesPulsed: boolean;
  /** The side that it signals to, where one lamp has an input for each. */
  readonly side?: 'left' | 'right';
  /** The cavity of its plug that its current goes back through, instead of the lamp's ground. */
  readonly back?: string;
  /** It only tells: its function draws from the lamp's `supply` input. */
  readonly trigger?: boolean;
  readonly wire?: Wire;
  /** For `mode`: what the lamp does with the loop open, and closed. */
  readonly mode?: { readonly open: Prose; readonly closed: Prose };
}

/** What is worked out of an input from what its lamp does (`withOwnWays`): in no file. */
export interface OwnWay {
  /** It drops or goes out by itself beside other lights. */
  readonly dimsItself?: boolean;
}

/** A plug of the lamp with its inputs. */
export interface LampPlug {
  readonly id: string;
  readonly connector: string;
  readonly inputs: readonly LampInput[];
  /** Plugs of one lamp that name the same group are alternatives: exactly one of them is used. */
  readonly alternative?: string;
  /** To be joined before the lamp is pushed or twisted home: no hand reaches it later. */
  readonly joinFirst?: boolean;
}

/** One end of an adapter. `in` takes a plug of the vehicle's side, `out` a plug of the lamp's; family null: bare leads. */
export interface AdapterEnd {
  readonly id: string;
  readonly way: 'in' | 'out';
  readonly family: string | null;
}

/** One wire of an adapter between two cavities, each `end/cavity`. */
export interface AdapterLink {
  readonly from: string;
  readonly to: string;
  /** A converter: puts stop (`from`) and this turn signal on one wire, the turn signal before the stop. */
  readonly turn?: string;
  /** A parting converter: takes the one or the other out of a wire (`from`) that does stop and turn. */
  readonly part?: 'stop' | 'turn';
  /** For a stop that is parted: the other side's wire, which still tells of the brake while this one flashes. */
  readonly beside?: string;
  /** A relay: this wire only switches it, and the lamp is fed for itself. */
  readonly relay?: boolean;
  /** A store and filter: pulses of the feed, and test pulses, do not get through. */
  readonly smooths?: boolean;
  /** A resistance in this wire, Ω. */
  readonly ohm?: number;
  /** A diode that passes from the vehicle to the lamp. */
  readonly diode?: boolean;
}

/** A lead or module between the vehicle's plugs and the lamp's: any number of ends on either side. */
export interface Adapter {
  readonly ends: readonly AdapterEnd[];
  readonly map: readonly AdapterLink[];
}

/** An adapter of the shelf with what decides between two that both fit. */
export interface ShelfAdapter {
  readonly part: string;
  readonly adapter: Adapter;
  readonly priceMinor: number;
  readonly stock: number;
}
