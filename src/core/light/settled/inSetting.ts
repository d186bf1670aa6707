import { type Circuit, type ControlState, levelOf } from '../../controls';
import type { LampFunction } from '../../vehicle';
import type { Cycle } from '../overTime/flasher';
import { flasherRuns } from '../overTime/flasherRuns';
import type { InputSupply, Supplied, VehicleLight } from '../overTime/lightTypes';
import { type SettledFunction, settledLamp, type SettledTurn, suppliesText } from './settledLamp';

/** What every function of every lamp does in a setting, by position. */
export type SettledLamps = ReadonlyMap<string, ReadonlyMap<LampFunction, SettledFunction>>;

/**
 * What the lamps of a vehicle do in a setting: the settled end of what {@link ../overTime/simulate} plays, so that a still
 * and a score never differ. Settings and lamps that are supplied alike are worked out once.
 */
export function inSetting(vehicle: VehicleLight, state: ControlState): SettledLamps {
  const kept = keptOf(vehicle);
  const key = vehicle.setting(state);
  let known = kept.settings.get(key);
  if (!known) kept.settings.set(key, (known = settle(vehicle, state, kept)));
  return known;
}

/** What was settled of a vehicle. */
interface Kept {
  readonly settings: Map<string, SettledLamps>;
  readonly lamps: Map<string, ReadonlyMap<LampFunction, SettledFunction>>;
  /** Turns of a flasher that goes by no load, by what makes it flash. */
  readonly turns: Map<string, SettledTurn | null>;
}
const vehicles = new WeakMap<VehicleLight, Kept>();
function keptOf(vehicle: VehicleLight): Kept {
  let kept = vehicles.get(vehicle);
  if (!kept) vehicles.set(vehicle, (kept = { settings: new Map(), lamps: new Map(), turns: new Map() }));
  return kept;
}

function settle(vehicle: VehicleLight, state: ControlState, kept: Kept): SettledLamps {
  const [on, off] = [vehicle.supplied(state, true), vehicle.supplied(state, false)];
  const turn = turnIn(vehicle, state, on, off, kept);
  const of = (s: Supplied, position: string) => s.lamps.get(position) ?? NONE;
  return new Map(
    vehicle.lamps.map((lamp) => {
      // A flasher that stays lit has no dark phase.
      const [lit, dark] = [of(on, lamp.position), of(turn ? off : on, lamp.position)];
      const [a, b] = [suppliesText(lit), suppliesText(dark)];
      const times = turn && a !== b ? `${turn.onUs}+${turn.offUs}${turn.sides.join()}` : '';
      const key = [lamp.position, a, b, times].join('|');
      let known = kept.lamps.get(key);
      if (!known) kept.lamps.set(key, (known = settledLamp(lamp, lit, dark, turn)));
      return [lamp.position, known];
    }),
  );
}
const NONE: ReadonlyMap<string, InputSupply> = new Map();

/** Turns after which a flasher has felt its load, at the slowest that is allowed. */
const SETTLES_US = 4_000_000;

/** The turn in which the flasher goes on in a setting once it has felt its load; null: nothing flashes. */
export function settledCycle(
  vehicle: VehicleLight,
  state: ControlState,
  supplied: VehicleLight['supplied'] = vehicle.supplied,
): Cycle | null {
  const [run] = flasherRuns(vehicle, [{ fromUs: 0, toUs: SETTLES_US, state }], supplied);
  const cycles = run?.cycles ?? [];
  return cycles.findLast((c) => !c.cutShort) ?? cycles[0] ?? null;
}

/** The same as a lamp feels it; null where it stays lit, too. */
function turnIn(
  vehicle: VehicleLight,
  state: ControlState,
  on: Supplied,
  off: Supplied,
  kept: Kept,
): SettledTurn | null {
  const sides = sidesOf(vehicle.circuits, state);
  if (sides.length === 0) return null;
  const senses = vehicle.flasher?.lowLoad !== undefined || vehicle.flasher?.kind !== undefined;
  const key = `${sides.join()} ${state.hazard} ${state.left} ${state.right} ${state['lock-flash']}`;
  const known = senses ? undefined : kept.turns.get(key);
  if (known !== undefined) return known;
  const last = settledCycle(vehicle, state, (_, lit) => (lit ? on : off));
  const turn =
    !last || last.perMinute < 1
      ? null
      : { onUs: last.darkUs - last.startUs, offUs: last.endUs - last.darkUs, sides };
  if (!senses) kept.turns.set(key, turn);
  return turn;
}

const sidesOf = (circuits: readonly Circuit[], state: ControlState): readonly ('left' | 'right')[] => [
  ...new Set(
    circuits.flatMap((c) => {
      const level = levelOf(c.cases, state);
      return level.kind === 'flashing' ? [level.side] : [];
    }),
  ),
];
