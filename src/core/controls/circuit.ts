import type { Control, ControlState } from './controls';
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
 * @param over controls that are varied besides, so that several circuits are held against one need over the same states
 */
export function differences(
  cases: readonly LevelCase[],
  needs: readonly LevelCase[],
  takesPulsed = false,
  over: readonly Control[] = [],
): readonly Difference[] {
  const states = possibleStates([...new Set([...supportOfCases(cases, needs), ...over])]);
  const has = levelColumn(cases, states);
  const wants = levelColumn(needs, states);
  return states.flatMap((state, i) => {
    const [h, want] = [has[i] ?? OFF, wants[i] ?? OFF];
    return serves(h, want, takesPulsed) ? [] : [{ state, has: h, needs: want }];
  });
}

/** Whether there is no difference; stops at the first. */
export function suitsLevels(
  cases: readonly LevelCase[],
  needs: readonly LevelCase[],
  takesPulsed = false,
): boolean {
  const states = possibleStates(supportOfCases(cases, needs));
  const [has, wants] = [cases, needs].map((list) =>
    list.map((c) => ({ level: c.level, bits: holdsIn(c.when, states) })),
  );
  const at = (list: typeof has, i: number): Level => {
    for (const c of list ?? []) if (c.bits[i]) return c.level;
    return OFF;
  };
  for (let i = 0; i < states.length; i += 1) if (!serves(at(has, i), at(wants, i), takesPulsed)) return false;
  return true;
}

const serves = (has: Level, want: Level, takesPulsed: boolean): boolean =>
  sameLevel(takesPulsed && has.kind === 'pulsed' && want.kind === 'on' ? want : has, want);

/** The controls that ordered cases read. */
export const supportOfCases = (...lists: readonly (readonly LevelCase[])[]): readonly Control[] => {
  const support = new Set<Control>();
  for (const cases of lists)
    for (const c of cases) for (const control of supportOfText(c.when)) support.add(control);
  return [...support];
};

/** There are few expressions, and each always reads the same controls. */
const supports = new Map<string, readonly Control[]>();
function supportOfText(when: string): readonly Control[] {
  let known = supports.get(when);
  if (!known) supports.set(when, (known = supportOf(expressionOf(when))));
  return known;
}

/**
 * The level of ordered cases in each of the states: every case as a bitset over the states, the first that has a
 * state's bit decides it.
 */
export function levelColumn(cases: readonly LevelCase[], states: readonly ControlState[]): readonly Level[] {
  const column = new Array<Level>(states.length).fill(OFF);
  const open = new Uint8Array(states.length).fill(1);
  for (const c of cases) {
    const bits = holdsIn(c.when, states);
    for (let i = 0; i < states.length; i += 1)
      if (open[i] && bits[i]) {
        column[i] = c.level;
        open[i] = 0;
      }
  }
  return column;
}

/** Which of the states a condition holds in; the same question is asked again and again, of few state lists. */
function holdsIn(when: string, states: readonly ControlState[]): Uint8Array {
  let known = held.get(states);
  if (!known) held.set(states, (known = new Map<string, Uint8Array>()));
  let bits = known.get(when);
  if (!bits) {
    const e = expressionOf(when);
    bits = Uint8Array.from(states, (s) => (holds(e, s) ? 1 : 0));
    known.set(when, bits);
  }
  return bits;
}
const held = new WeakMap<readonly ControlState[], Map<string, Uint8Array>>();

/** Stop and turn on one wire: the turn signal goes before the stop. Its id names both, `stop+turn-left`. */
export function combined(stop: Circuit, turn: Circuit): Circuit {
  const flashing = turn.cases.map((c) => ({ ...c }));
  return {
    ...stop,
    id: `${stop.id}+${turn.id}`,
    cases: [...flashing, ...stop.cases],
    steadyA: Math.max(stop.steadyA, turn.steadyA),
    fuseA: Math.min(stop.fuseA, turn.fuseA),
    monitoring: { kind: 'none' },
  };
}

/** Finds circuits by id, those that a converter makes of two (`stop+turn-left`) among them. */
export function circuitFinder(circuits: readonly Circuit[]): (id: string) => Circuit | undefined {
  const known = new Map(circuits.map((c) => [c.id, c]));
  return (id) => {
    const plain = known.get(id);
    if (plain) return plain;
    const [stop, turn] = id.split('+').map((x) => known.get(x));
    return stop && turn ? combined(stop, turn) : undefined;
  };
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
