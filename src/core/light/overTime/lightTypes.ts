import type { Circuit, ControlState } from '../../controls';
import type { LampFunction, LightColour, Provided, Side } from '../../vehicle';
import type { RunFunction } from '../program/run';
import type { Trace } from '../program/trace';
import type { LampProgram } from '../program/types';
import type { Carrier } from '../waveform';
import type { Flasher, FlasherRun } from './flasher';
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
  readonly lamps: ReadonlyMap<string, ReadonlyMap<string, InputSupply>>;
  /** A through each circuit of the lamps, what else hangs on it included. */
  readonly circuitA: ReadonlyMap<string, number>;
}

/** A vehicle as far as its light over time goes. */
export interface VehicleLight {
  readonly lamps: readonly TimedLamp[];
  readonly circuits: readonly Circuit[];
  readonly flasher: Flasher | null;
  /** Two settings with one text are supplied alike. */
  readonly setting: (state: ControlState) => string;
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
  /** The function that lights it; null: none. */
  readonly does: LampFunction | null;
  readonly carrier?: Carrier;
}

/** One lamp over a whole score. */
export interface LampOverTime {
  readonly lamp: TimedLamp;
  readonly supplies: ReadonlyMap<string, Trace>;
  readonly functions: readonly RunFunction[];
  readonly segments: readonly { readonly id: string; readonly light: readonly SegmentLight[] }[];
}

/** All lamps of a vehicle over a score. */
export interface LightOverTime {
  readonly spans: readonly Span[];
  readonly runs: readonly FlasherRun[];
  readonly lamps: readonly LampOverTime[];
}
