import type { Prose } from '../../kernel/reason';
import { arrives, type StateRow, type VehicleState, withStates, type WorkStep } from '../../work';
import type { PositionKey } from '../../vehicle';
import { isDone, type StepLine } from './stepLines';

/** How a vehicle stands that is left half stripped. */
export interface ParkingState {
  readonly apart: readonly { readonly id: string; readonly step: WorkStep }[];
  readonly lampsOut: readonly PositionKey[];
  readonly state: VehicleState;
  /** What stands otherwise than it arrived, with the line's own words for it where it has some. */
  readonly away: readonly StateAway[];
}

/** A state of the vehicle that is not as it arrived. */
export interface StateAway {
  readonly name: string;
  readonly value: string;
  /** null: a state that every line has. */
  readonly words: { readonly state: Prose; readonly value: Prose } | null;
}

/** What is apart, and how the vehicle stands; null: nothing is apart. */
export function parkingState(
  out: readonly StepLine[],
  back: readonly StepLine[],
  states: readonly StateRow[],
): ParkingState | null {
  const restored = new Set(back.filter((l) => l.tick !== null).map((l) => l.step.id));
  const returns = new Set(back.map((l) => l.step.id));
  const apart = out.filter((l) => isDone(l) && returns.has(l.step.id) && !restored.has(l.step.id));
  if (apart.length === 0) return null;
  const ticked = [...out, ...back]
    .filter(isDone)
    .sort((a, b) => ((a.tick?.at ?? '') < (b.tick?.at ?? '') ? -1 : 1));
  const start = arrives(states);
  const state = ticked.reduce<VehicleState>((now, l) => withStates(now, l.step.sets), start);
  return {
    apart: apart.map((l) => ({ id: l.step.id, step: l.step })),
    lampsOut: apart.flatMap((l) => (l.step.step.lampOut && l.step.position ? [l.step.position] : [])),
    state,
    away: Object.entries(state).flatMap(([name, value]): readonly StateAway[] => {
      if (value === start[name]) return [];
      const row = states.find((r) => r.id === name);
      const words = row && { state: row.name, value: row.values.find((v) => v.id === value)?.name ?? {} };
      return [{ name, value, words: words ?? null }];
    }),
  };
}
