import type { Lamp } from '../../catalogue/types';
import { type Circuit, circuitFinder, type ControlState } from '../../controls';
import type { InputReading, LiveHarness } from '../../electric';
import type { LampFunction, Side } from '../../vehicle';
import type { Flasher } from '../overTime/flasher';
import type { InputSupply, Supplied, TimedLamp, VehicleLight } from '../overTime/lightTypes';
import { programOf } from '../program/usual';
import { LIVE_SHARE } from '../program/trace';
import { flashesIn } from './flashes';
import { FOLLOWS } from './follows';

/** A new lamp as it is wired at its place. */
export interface WiredForLight {
  readonly position: string;
  readonly side: Side;
  readonly lamp: Pick<Lamp, 'program' | 'face' | 'traits' | 'functions' | 'behaviour' | 'workingMinV'>;
  /** How its mode plug is to be; null: nobody has decided, it stays open. */
  readonly mode: 'open' | 'closed' | null;
  /** Full current of each input at the test voltage, A, by `plug/cavity`. */
  readonly fullA: ReadonlyMap<string, number>;
}

/** A swap with its harness on the network. */
export interface SwapForLight {
  readonly lamps: readonly WiredForLight[];
  readonly harness: LiveHarness;
}

/** A vehicle with its new lamps, by their currents. Inputs that reach nothing are dark. */
export function lightByCurrent(
  swaps: readonly SwapForLight[],
  circuits: readonly Circuit[],
  flasher: Flasher | null,
): VehicleLight {
  const wired = swaps.flatMap((s) => s.lamps);
  const lamps = wired.map((w): TimedLamp => ({
    position: w.position,
    side: w.side,
    functions: w.lamp.functions,
    program: programOf(w.lamp),
    mode: w.mode ?? 'open',
  }));
  const flashing = flashesIn(circuits);
  const setting = (state: ControlState): string =>
    [...swaps.map((s) => s.harness.setting(state)), flashing(state)].join('|');
  const known = new Map<string, Supplied>();
  return {
    lamps,
    circuits,
    flasher,
    setting,
    supplied: (state, flashOn): Supplied => {
      // Where nothing flashes there is one phase.
      const on = flashOn || flashing(state) === '';
      const key = `${setting(state)}|${on}`;
      let found = known.get(key);
      if (!found) known.set(key, (found = suppliedBy(swaps, circuits, state, on)));
      return found;
    },
  };
}

function suppliedBy(
  swaps: readonly SwapForLight[],
  circuits: readonly Circuit[],
  state: ControlState,
  flashOn: boolean,
): Supplied {
  const circuitA = new Map<string, number>();
  const lamps = new Map<string, ReadonlyMap<string, InputSupply>>();
  for (const s of swaps) {
    const now = s.harness.supplied(state, flashOn);
    for (const [id, amp] of now.circuitA) circuitA.set(id, Math.max(amp, circuitA.get(id) ?? 0));
    const other = s.harness.supplied(state, !flashOn).inputs;
    for (const w of s.lamps) lamps.set(w.position, suppliesOf(w, circuits, now.inputs, other));
  }
  return { circuitA, lamps };
}

function suppliesOf(
  w: WiredForLight,
  circuits: readonly Circuit[],
  now: readonly InputReading[],
  other: readonly InputReading[],
): ReadonlyMap<string, InputSupply> {
  const supplies = new Map<string, InputSupply>();
  now.forEach((input, i) => {
    if (input.position !== w.position) return;
    const supply = supplyOf(w, input);
    const beside = other[i];
    const side = w.side === 'centre' ? (input.side ?? sideOf(circuits, input.circuit)) : null;
    for (const [does, s] of rolesNow(input.does, supply, beside && supplyOf(w, beside)))
      for (const name of [does, ...(side ? [`${does}.${side}`] : [])]) {
        const before = supplies.get(name);
        if (!before || s.share > before.share) supplies.set(name, s);
      }
  });
  const fed = now.find((i) => i.position === w.position && i.does === 'supply');
  // What only tells lights nothing while the supply of its lamp is dead.
  if (fed && supplyOf(w, fed).share <= LIVE_SHARE)
    for (const i of now)
      if (i.position === w.position && i.trigger)
        supplies.set(i.does, { share: 0, amp: i.onA, circuit: i.circuit });
  for (const { does } of w.lamp.functions) {
    const leader = FOLLOWS[does as LampFunction];
    const led = leader && supplies.get(leader);
    if (led && !supplies.has(does as LampFunction)) supplies.set(does as LampFunction, { ...led, amp: 0 });
  }
  return supplies;
}

/** The side that a circuit signals to; null: none. */
function sideOf(circuits: readonly Circuit[], id: string | null): 'left' | 'right' | null {
  const cases = (id === null ? undefined : circuitFinder(circuits)(id))?.cases ?? [];
  return cases.flatMap((c) => (c.level.kind === 'flashing' ? [c.level.side] : []))[0] ?? null;
}

const DARK: InputSupply = { share: 0, amp: 0, circuit: null };

/** What a supply means to the functions of its input: for a wire of two functions, which of them it is just now. */
function rolesNow(
  does: InputReading['does'],
  now: InputSupply,
  other: InputSupply | undefined,
): readonly (readonly [string, InputSupply])[] {
  const live = (s: InputSupply | undefined) => (s?.share ?? 0) > LIVE_SHARE;
  if (does === 'stop-turn')
    // What comes and goes with the flasher is the turn signal, what is steady the stop lamp.
    return live(now) === live(other)
      ? [
          ['stop', now],
          ['turn', DARK],
        ]
      : [
          ['turn', now],
          ['stop', DARK],
        ];
  // What is pulsed is the tail; in full it is the stop lamp, and the tail with it.
  if (does === 'tail-stop')
    return [
      ['tail', now],
      ['stop', now.carrier ? DARK : now],
    ];
  return [[does, now]];
}

function supplyOf(w: WiredForLight, input: InputReading): InputSupply {
  const full = w.fullA.get(`${input.plug}/${input.cavity}`) ?? 0;
  // An input whose current nobody knows shines as its voltage lets it.
  const share = full > 0 ? input.onA / full : Math.max(0, input.onV / w.lamp.workingMinV);
  const carrier =
    input.duty > 0 && input.duty < 0.999 ? { carrier: { hz: input.hz ?? 0, duty: input.duty } } : {};
  return { share: Math.min(1, share), amp: input.onA, circuit: input.circuit, ...carrier };
}
