import type { Lamp } from '../../catalogue/types';
import { type Circuit, type ControlState, expressionOf, holds, type Level } from '../../controls';
import type { InputReading, LiveHarness } from '../../electric';
import { factoryLevel, FOLLOWS } from '..';
import type { LampFunction, Provided, Side } from '../../vehicle';
import type { LampProgram } from '../program/types';
import { supplyName } from '../program/run';
import { programOf } from '../program/usual';
import type { Flasher } from './flasher';
import type { InputSupply, Supplied, TimedLamp, VehicleLight } from './simulate';

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
export function wiredLight(
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
  return {
    lamps,
    circuits,
    flasher,
    supplied: (state, flashOn): Supplied => {
      const readings = swaps.map((s) => s.harness.supplied(state, flashOn));
      const inputs = readings.flatMap((r) => r.inputs);
      const circuitA = new Map<string, number>();
      for (const r of readings)
        for (const [id, amp] of r.circuitA) circuitA.set(id, Math.max(amp, circuitA.get(id) ?? 0));
      return {
        circuitA,
        lamps: new Map(
          wired.map((w) => [
            w.position,
            suppliesOf(
              w,
              circuits,
              inputs.filter((i) => i.position === w.position),
              state,
            ),
          ]),
        ),
      };
    },
  };
}

function suppliesOf(
  w: WiredForLight,
  circuits: readonly Circuit[],
  inputs: readonly InputReading[],
  state: ControlState,
): ReadonlyMap<string, InputSupply> {
  const supplies = new Map<string, InputSupply>();
  for (const input of inputs) {
    const does = roleNow(input);
    if (!does) continue;
    const supply = ownBehaviour(w, does, supplyOf(w, input), state);
    const side = w.side === 'centre' ? sideOf(circuits, input.circuit) : null;
    for (const name of [does, ...(side ? [`${does}.${side}`] : [])]) {
      const before = supplies.get(name);
      if (!before || supply.share > before.share) supplies.set(name, supply);
    }
  }
  // The other half of a wire that does both is dark meanwhile.
  if (inputs.some((i) => i.does === 'stop-turn'))
    for (const does of ['stop', 'turn'] as const)
      if (!supplies.has(does)) supplies.set(does, { share: 0, amp: 0, circuit: null });
  for (const { does } of w.lamp.functions) {
    const leader = FOLLOWS[does as LampFunction];
    const led = leader && supplies.get(leader);
    if (led && !supplies.has(does as LampFunction)) supplies.set(does as LampFunction, { ...led, amp: 0 });
  }
  return supplies;
}

/** The side that a circuit signals to; null: none. */
function sideOf(circuits: readonly Circuit[], id: string | null): 'left' | 'right' | null {
  const cases = circuits.find((c) => c.id === id)?.cases ?? [];
  return cases.flatMap((c) => (c.level.kind === 'flashing' ? [c.level.side] : []))[0] ?? null;
}

/** One wire, two functions: what flashes is the turn signal, what is steady the stop lamp. */
function roleNow(input: InputReading): LampFunction | null {
  if (input.does === 'stop-turn') return input.level?.kind === 'flashing' ? 'turn' : 'stop';
  return input.does as LampFunction;
}

function supplyOf(w: WiredForLight, input: InputReading): InputSupply {
  const full = w.fullA.get(`${input.plug}/${input.cavity}`) ?? 0;
  // An input whose current nobody knows shines as its voltage lets it.
  const share = full > 0 ? input.onA / full : Math.max(0, input.onV / w.lamp.workingMinV);
  const carrier =
    input.duty > 0 && input.duty < 0.999 ? { carrier: { hz: input.hz ?? 0, duty: input.duty } } : {};
  return { share: Math.min(1, share), amp: input.onA, circuit: input.circuit, ...carrier };
}

/** What a lamp without a program of its own makes of a setting, by the cases of its row. */
function ownBehaviour(
  w: WiredForLight,
  does: LampFunction,
  supply: InputSupply,
  state: ControlState,
): InputSupply {
  const cases = w.lamp.program ? undefined : w.lamp.behaviour?.find((b) => b.does === does)?.cases;
  const found = supply.share > 0 ? cases?.find((c) => holds(expressionOf(c.when), state)) : undefined;
  if (!found) return supply;
  const { carrier: _, ...plain } = supply;
  switch (found.level.kind) {
    case 'off':
    case 'data':
      return { ...plain, share: 0 };
    case 'pulsed':
      return { ...plain, share: supply.share * found.level.duty };
    default:
      return supply;
  }
}

/** The lamp that a place had before. */
export interface FactoryLamp {
  readonly position: string;
  readonly side: Side;
  readonly functions: readonly Provided[];
  readonly program: LampProgram;
}

/** *Setting*: what a factory bulb draws where nobody knows, A. It loads the flasher as it was made to. */
const FACTORY_A = 1.75;

/**
 * A vehicle with its factory lamps: each lit as its function needs, by the line's own circuits where it has one for it.
 */
export function factoryLight(
  lamps: readonly FactoryLamp[],
  circuits: readonly Circuit[],
  flasher: Flasher | null,
): VehicleLight {
  return {
    lamps: lamps.map((l) => ({ ...l, mode: 'open' })),
    circuits: circuits.length > 0 ? circuits : TURNS,
    // Its own bulbs are the load that it was made for.
    flasher: flasher && {
      perMinute: flasher.perMinute,
      onShare: flasher.onShare,
      ...(flasher.lock ? { lock: flasher.lock } : {}),
    },
    supplied: (state, flashOn) => ({
      circuitA: new Map(),
      lamps: new Map(
        lamps.map((l) => [
          l.position,
          new Map(
            l.program.functions.map((f): [string, InputSupply] => {
              const level = factoryLevel(f.does, f.side ?? l.side, state);
              return [supplyName(f), { ...shareOf(level, flashOn), amp: FACTORY_A, circuit: null }];
            }),
          ),
        ]),
      ),
    }),
  };
}

/** Turn signals as every vehicle has them, where the line's circuits are not known. */
const TURNS: readonly Circuit[] = (['left', 'right'] as const).map((side) => ({
  id: `turn-${side}`,
  cases: [{ when: `hazard | lock-flash | (key=on & ${side})`, level: { kind: 'flashing', side } }],
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
}));

function shareOf(
  level: Level,
  flashOn: boolean,
): { readonly share: number; readonly carrier?: { readonly hz: number; readonly duty: number } } {
  switch (level.kind) {
    case 'on':
      return { share: 1 };
    case 'flashing':
      return { share: flashOn ? 1 : 0 };
    case 'pulsed':
      return { share: 1, carrier: { hz: level.hz ?? 0, duty: level.duty } };
    case 'off':
    case 'data':
      return { share: 0 };
  }
}
