import {
  type Circuit,
  type ControlState,
  expressionOf,
  holds,
  type Level,
  type LevelCase,
  levelOf,
  neededLevels,
} from '../../controls';
import type { LampFunction, Provided, Side } from '../../vehicle';
import type { Flasher } from '../overTime/flasher';
import type { InputSupply, VehicleLight } from '../overTime/lightTypes';
import { supplyName } from '../program/run';
import { flashesIn } from './flashes';
import type { LampProgram } from '../program/types';

/** A lamp of which no wire is known: the factory lamp of a place, or one whose harness the shelf does not have. */
export interface LampByCases {
  readonly position: string;
  readonly side: Side;
  readonly functions: readonly Provided[];
  readonly program: LampProgram;
  readonly mode?: 'open' | 'closed' | null;
}

/** *Setting*: what a factory bulb draws where nobody knows, A. It loads the flasher as it was made to. */
const FACTORY_A = 1.75;

/**
 * Lamps of which no wire is known, each function supplied as it needs to be. Where a harness stands its currents say what
 * reaches a lamp ({@link ./byCurrent}); this is for where none does.
 */
export function lightByCases(
  lamps: readonly LampByCases[],
  circuits: readonly Circuit[],
  flasher: Flasher | null,
): VehicleLight {
  const known = circuits.length > 0 ? circuits : TURNS;
  const flashing = flashesIn(known);
  const needs = new Map(
    lamps.flatMap((l) => l.program.functions.map((f) => needText(f.does, f.side ?? l.side))),
  );
  return {
    lamps: lamps.map((l) => ({ ...l, mode: l.mode ?? 'open' })),
    circuits: known,
    // Its own bulbs are the load that it was made for.
    flasher: flasher && {
      perMinute: flasher.perMinute,
      onShare: flasher.onShare,
      ...(flasher.lock ? { lock: flasher.lock } : {}),
    },
    setting: (state) => {
      let text = flashing(state);
      for (const cases of needs.values())
        for (const c of cases) text += holds(expressionOf(c.when), state) ? 1 : 0;
      return text;
    },
    supplied: (state, flashOn) => ({
      circuitA: new Map(),
      lamps: new Map(
        lamps.map((l) => [
          l.position,
          new Map(
            l.program.functions.map((f): [string, InputSupply] => {
              const level = neededLevel(f.does, f.side ?? l.side, state);
              return [supplyName(f), { ...shareOf(level, flashOn), amp: FACTORY_A, circuit: null }];
            }),
          ),
        ]),
      ),
    }),
  };
}

const OFF: Level = { kind: 'off' };

/** The cases of a function's need, by what tells them apart. */
const needText = (does: LampFunction, side: Side): readonly [string, readonly LevelCase[]] => {
  const cases = neededLevels(does, side) ?? [];
  return [cases.map((c) => c.when).join(), cases];
};

/** What a function is supplied with where it gets what it needs. */
function neededLevel(does: LampFunction, side: Side, state: ControlState): Level {
  const needs = neededLevels(does, side);
  return needs ? levelOf(needs, state) : OFF;
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
