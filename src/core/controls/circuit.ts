import type { ControlState } from './controls';
import { expressionOf, holds, supportOf } from './expression';
import { possibleStates } from './states';

/** What a wire carries in a state. `pulsed` dims by its duty; `flashing` follows the flasher of a side. */
export type Level =
  | { readonly kind: 'off' }
  | { readonly kind: 'on' }
  | { readonly kind: 'pulsed'; readonly duty: number }
  | { readonly kind: 'flashing'; readonly side: 'left' | 'right' }
  | { readonly kind: 'data' };

/** One line of a circuit: the first whose condition holds decides. */
export interface LevelCase {
  readonly when: string;
  readonly level: Level;
}

/**
 * A circuit of a vehicle, as ordered cases; none holds: off. Tail and stop on one wire, stop and turn combined, a DRL
 * that drops to half are each one circuit.
 */
export interface Circuit {
  readonly id: string;
  readonly cases: readonly LevelCase[];
  /** Which leg is switched. A ground-switched circuit feeds by its return. */
  readonly switched: 'supply' | 'ground';
  readonly minV: number;
  readonly maxV: number;
  /** Fuse rating, and what the fuse carries besides this lamp, A. */
  readonly fuseA: number;
  readonly steadyA: number;
  /** How the vehicle notices a dead lamp: not at all, by current below a share of the old lamp's, by test pulses. */
  readonly monitoring:
    | { readonly kind: 'none' }
    | { readonly kind: 'threshold'; readonly belowA: number }
    | { readonly kind: 'test-pulses' };
}

const OFF: Level = { kind: 'off' };

/** The level of ordered cases in a state. */
export function levelOf(cases: readonly LevelCase[], state: ControlState): Level {
  return cases.find((c) => holds(expressionOf(c.when), state))?.level ?? OFF;
}

/** Whether two levels are the same to a lamp. */
export function sameLevel(a: Level, b: Level): boolean {
  if (a.kind === 'pulsed' && b.kind === 'pulsed') return a.duty === b.duty;
  if (a.kind === 'flashing' && b.kind === 'flashing') return a.side === b.side;
  return a.kind === b.kind;
}

/** A state in which a circuit does not do what an input needs. */
export interface Difference {
  readonly state: ControlState;
  readonly has: Level;
  readonly needs: Level;
}

/**
 * Where a circuit's levels differ from the needed ones, over all possible states of the controls that either reads.
 * Empty: it suits. Pulsing counts as on where the input takes a pulsed feed.
 */
export function differences(
  cases: readonly LevelCase[],
  needs: readonly LevelCase[],
  takesPulsed = false,
): readonly Difference[] {
  const support = [...new Set([...cases, ...needs].flatMap((c) => supportOf(expressionOf(c.when))))];
  return possibleStates(support).flatMap((state) => {
    const has = levelOf(cases, state);
    const want = levelOf(needs, state);
    const seen: Level = takesPulsed && has.kind === 'pulsed' && want.kind === 'on' ? want : has;
    return sameLevel(seen, want) ? [] : [{ state, has, needs: want }];
  });
}

/** How bright a lamp shines on a level: 0 dark, 1 full; a flashing one follows the flasher's phase. */
export function brightness(level: Level, phaseOn: boolean): number {
  switch (level.kind) {
    case 'on':
      return 1;
    case 'pulsed':
      return level.duty;
    case 'flashing':
      return phaseOn ? 1 : 0;
    case 'off':
    case 'data':
      return 0;
  }
}
