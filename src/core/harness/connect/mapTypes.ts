import {
  ALWAYS_LIVE,
  type Circuit,
  type Difference,
  type Need,
  needOf,
  needOfCombined,
  TAIL_STOP,
  untold,
} from '../../controls';
import type { Figures, SystemV } from '../../electric/formulas';
import type { Reason } from '../../kernel/reason';
import { DUTIES, type Duty, type LampFunction, type Side } from '../../vehicle';
import type { Chain } from './adapterChain';
import type { AdapterIndex } from './adapterIndex';
import type { Arrival, Joint, WireStop } from './joints';
import type { ConnectorHalf, LampInput, LampPlug, OwnWay, VehiclePlug } from '../types';

/** How an input of the lamp gets what it needs. `by-hand`: through a lead that a person pinned. */
export type InputVerdict = 'direct' | 'through-adapter' | 'by-hand' | 'extra-feed' | 'mode-choice' | 'unfed';
/** What becomes of a circuit of the plug: `used`; `capped`: nothing hangs on it; `loaded`: too little does. */
export type CircuitOutcome = 'used' | 'capped' | 'loaded';

/** Verdicts of inputs that a wire of the vehicle's plug feeds. */
export const isFed = (v: InputVerdict): boolean =>
  v === 'direct' || v === 'through-adapter' || v === 'by-hand';

/** One input of the lamp with what it meets. */
export interface MappedInput {
  readonly plug: string;
  readonly cavity: string;
  readonly input: LampInput;
  readonly verdict: InputVerdict;
  /** Cavity of a vehicle plug that feeds it, through the adapters where there are any. */
  readonly from: {
    readonly plug: string;
    readonly cavity: string;
    readonly circuit: string;
    readonly also?: Arrival['also'];
  } | null;
  /** Every cavity that its wire passes, from the vehicle to the lamp. */
  readonly path: readonly WireStop[];
  /** States in which the mated or best circuit does not do what is needed. */
  readonly differing: readonly Difference[];
  /** States in which it does otherwise than most vehicles, and either is right. */
  readonly varies: readonly Difference[];
  /** Its return is a circuit that switches the ground: it is lit while both conduct. */
  readonly back?: string;
  /** What its adapters have in its wire. */
  readonly inWay?: { readonly ohm: number; readonly diode: boolean };
}

/** One circuit of the vehicle with what becomes of it. */
export interface MappedCircuit {
  readonly plug: string;
  readonly cavity: string;
  readonly circuit: string;
  readonly outcome: CircuitOutcome;
  /** What the new lamp draws from it, A. */
  readonly drawnA: number;
  /** For `loaded`: the current that the old lamp drew less and the monitor would miss, A. */
  readonly missingA: number;
}

/** How a lamp meets its vehicle, cavity by cavity, with everything that is wrong about it. */
export interface PinMap {
  readonly inputs: readonly MappedInput[];
  readonly circuits: readonly MappedCircuit[];
  /** Adapter parts that the map goes through. */
  readonly adapters: readonly string[];
  /** The chain that was found; null: none is right, or a person pinned it. */
  readonly chain: Pick<Chain, 'links' | 'costMinor' | 'joints'> | null;
  /** How each plug of the lamp is joined. */
  readonly joints: readonly {
    readonly plug: string;
    readonly how: Joint['how'];
    readonly vehicles: readonly string[];
    readonly byHand: boolean;
  }[];
  /** Alternatives of the kit that stay unused, with the one that is taken. */
  readonly unused: readonly { readonly plug: string; readonly for: string }[];
  readonly conflicts: readonly Reason[];
}

/** Pins that a person set: for `lamp plug/cavity` the `vehicle plug/cavity`, or null for none. */
export type HandPins = Readonly<Record<string, string | null>>;

/** A lamp at a place, the plugs there, and the adapters that may be taken. */
export interface PinMapInput {
  readonly side: Side;
  readonly systemV: SystemV | null;
  readonly vehiclePlugs: readonly VehiclePlug[];
  readonly lampPlugs: readonly LampPlug[];
  readonly lampMinV: number;
  readonly lampMaxV: number;
  readonly connector: (id: string) => ConnectorHalf | undefined;
  readonly circuit: (id: string) => Circuit | undefined;
  readonly adapters: AdapterIndex;
  readonly pins?: HandPins;
  /** Figures of the shop; absent: the usual ones. */
  readonly figures?: Figures;
}

/** Whether an input is for something that is no lamp: a heater, a motor, a camera. */
export const isDuty = (does: LampInput['does']): does is Duty => (DUTIES as readonly string[]).includes(does);

/** What an input needs; null: nothing says when it has to be lit. */
export function needsOf(side: Side, input: LampInput & OwnWay): Need | null {
  if (input.does === 'ground' || input.does === 'mode' || isDuty(input.does)) return null;
  if (input.does === 'stop-turn') return needOfCombined(input.side ?? side);
  if (input.does === 'tail-stop') return TAIL_STOP;
  if (input.does === 'supply') return ALWAYS_LIVE;
  const need = needOf(input.does as LampFunction, input.side ?? side);
  if (!need || !input.dimsItself) return need;
  // What it does beside other lights is its own doing: its feed may stay.
  const either = [need.either, need.dimmed].filter((e): e is string => e !== undefined).join(' | ');
  return { cases: need.cases, either };
}

/** What an input needs of a circuit: what a module cannot tell may be as it likes, as on the vehicle it was. */
export function needsFrom(side: Side, input: LampInput & OwnWay, circuit: string): Need | null {
  const need = needsOf(side, input);
  const open = untold(circuit);
  if (!need || open === null) return need;
  return { ...need, either: [need.either, open].filter((e) => e !== undefined).join(' | ') };
}
