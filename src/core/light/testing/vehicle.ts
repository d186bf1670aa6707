import { type Circuit, type ControlState, levelOf, neededLevels, stateText } from '../../controls';
import type { LampFunction } from '../../vehicle';
import type { Flasher } from '../overTime/flasher';
import type { InputSupply, TimedLamp, VehicleLight } from '../overTime/simulate';
import type { FunctionProgram, LampProgram } from '../program/types';

/** A program over a bar of n areas, from the inner end: `b1` … `bn`. */
export function bar(n: number, functions: readonly Omit<FunctionProgram, 'segments'>[]): LampProgram {
  const ids = Array.from({ length: n }, (_, i) => `b${i + 1}`);
  return {
    segments: ids.map((id, i) => ({ id, shape: 'bar', x: (i * 100) / n, y: 0, w: 90 / n, h: 100 })),
    functions: functions.map((f) => ({ ...f, segments: ids })),
  };
}

/** A circuit that switches a supply. */
export const circuitOf = (id: string, cases: Circuit['cases'], more: Partial<Circuit> = {}): Circuit => ({
  id,
  cases,
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
  ...more,
});

/** Turn signal wires of both sides. */
export const TURN_WIRES: readonly Circuit[] = (['left', 'right'] as const).map((side) =>
  circuitOf(`turn-${side}`, neededLevels('turn', side) ?? []),
);

/**
 * A lamp at the rear of a side, and a vehicle whose wires give each function what it needs, without any drop.
 * @param amp A that each function draws
 */
export function plainVehicle(
  programs: Readonly<Partial<Record<'left' | 'right', LampProgram>>>,
  flasher: Flasher | null,
  amp: Readonly<Partial<Record<LampFunction, number>>> = {},
  circuits: readonly Circuit[] = TURN_WIRES,
): VehicleLight {
  const lamps = Object.entries(programs).map(([side, program]): TimedLamp => ({
    position: `tail.rear.${side}`,
    side: side as 'left' | 'right',
    functions: program.functions.map((f) => ({
      does: f.does,
      colour: f.does === 'turn' ? 'amber' : 'white',
    })),
    program,
    mode: 'open',
  }));
  const supply = (
    does: LampFunction,
    side: 'left' | 'right',
    state: ControlState,
    on: boolean,
  ): InputSupply => {
    const wire = circuits.find((c) => c.id === does || c.id === `${does}-${side}`);
    const level = levelOf(wire?.cases ?? neededLevels(does, side) ?? [], state);
    const lit = level.kind === 'on' || level.kind === 'pulsed' || (level.kind === 'flashing' && on);
    const carrier = level.kind === 'pulsed' ? { carrier: { hz: level.hz ?? 0, duty: level.duty } } : {};
    return { share: lit ? 1 : 0, amp: lit ? (amp[does] ?? 0) : 0, circuit: wire?.id ?? null, ...carrier };
  };
  return {
    lamps,
    circuits,
    flasher,
    setting: stateText,
    supplied: (state, on) => {
      const made = new Map(
        lamps.map((l) => [
          l.position,
          new Map(
            l.program.functions.map((f) => [f.does, supply(f.does, l.side as 'left' | 'right', state, on)]),
          ),
        ]),
      );
      const circuitA = new Map(
        circuits.map((c) => {
          const own = [...made.values()].flatMap((m) => [...m.values()]).filter((s) => s.circuit === c.id);
          const level = levelOf(c.cases, state);
          const live = level.kind !== 'off' && (level.kind !== 'flashing' || on);
          return [c.id, (live ? c.steadyA : 0) + own.reduce((n, s) => n + s.amp, 0)];
        }),
      );
      return { lamps: made, circuitA };
    },
  };
}
