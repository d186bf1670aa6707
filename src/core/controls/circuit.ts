import type { Control, ControlState } from './controls';
import { expressionOf, holds, supportOf } from './expression';
import { possibleStates } from './states';

/** What a wire carries in a state. `pulsed` dims by its duty; `flashing` follows the flasher of a side. */
export type Level =
  | { readonly kind: 'off' }
  | { readonly kind: 'on' }
  /** `hz`: how often a second, where somebody knows. */
  | { readonly kind: 'pulsed'; readonly duty: number; readonly hz?: number }
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
    | {
        readonly kind: 'threshold';
        readonly belowA: number;
        /** `circuit`: it watches the current of all its lamps together; absent, each lamp by itself. */
        readonly watches?: 'lamp' | 'circuit';
        /** The threshold falls with the voltage as a bulb's current does; absent: it is fixed. */
        readonly follows?: boolean;
      }
    | { readonly kind: 'test-pulses' };
  /** A bulb of the vehicle that hangs between this circuit and another: one tell-tale for both turn signals. */
  readonly between?: { readonly circuit: string; readonly ratedA: number };
  /** What it does besides switching, where somebody knows. */
  readonly overTime?: {
    /** Goes on for so long after it is switched off: the way home. */
    readonly staysMs?: number;
    /** Rises from dark to full, and falls back, in so long. */
    readonly upMs?: number;
    readonly downMs?: number;
    /** Looks for a dead bulb: a pulse while it is off, or a gap while it is on. */
    readonly testPulses?: { readonly everyMs: number; readonly widthUs: number; readonly in: 'off' | 'on' };
  };
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
 * What an input needs of its circuit, three-valued: lit as the cases say and dark else, but for states in which vehicles
 * differ and either is right, and states in which a lamp that is lit may be dimmed as well as dark.
 */
export interface Need {
  readonly cases: readonly LevelCase[];
  /** An expression: there it may be as it likes. */
  readonly either?: string;
  /** An expression: there it may be dark, or pulsed down to {@link DIMMED_DUTY} and less. */
  readonly dimmed?: string;
}

/** *Setting*: the brightest that still counts as dimmed. A DRL that drops has half its light, seldom more than that. */
export const DIMMED_DUTY = 0.7;

/** A state in which a circuit does not do what an input needs. */
export interface Difference {
  readonly state: ControlState;
  readonly has: Level;
  readonly needs: Level;
}

/** Every state in which a circuit does otherwise than the cases of a need, and whether that hurts. */
interface Compared extends Difference {
  readonly hurts: boolean;
}

const alsoRead = (need: Need): readonly Control[] =>
  [need.either, need.dimmed].flatMap((e) => (e === undefined ? [] : supportOfText(e)));

function compared(
  cases: readonly LevelCase[],
  need: Need,
  takesPulsed: boolean,
  over: readonly Control[],
): readonly Compared[] {
  const states = possibleStates([
    ...new Set([...supportOfCases(cases, need.cases), ...alsoRead(need), ...over]),
  ]);
  const has = levelColumn(cases, states);
  const wants = levelColumn(need.cases, states);
  const none = new Uint8Array(states.length);
  const either = need.either === undefined ? none : holdsIn(need.either, states);
  const dimmed = need.dimmed === undefined ? none : holdsIn(need.dimmed, states);
  return states.flatMap((state, i): readonly Compared[] => {
    const [h, want] = [has[i] ?? OFF, wants[i] ?? OFF];
    if (serves(h, want, takesPulsed)) return [];
    if (either[i]) return [{ state, has: h, needs: want, hurts: false }];
    if (dimmed[i] && h.kind === 'pulsed' && h.duty <= DIMMED_DUTY)
      return takesPulsed ? [] : [{ state, has: h, needs: { kind: 'on' }, hurts: true }];
    return [{ state, has: h, needs: want, hurts: true }];
  });
}

/**
 * Where a circuit hurts a need, over all possible states of the controls that either reads. Empty: it suits. Pulsing
 * counts as on where the input takes a pulsed feed.
 * @param over controls that are varied besides, so that several circuits are held against one need over the same states
 */
export const differences = (
  cases: readonly LevelCase[],
  need: Need,
  takesPulsed = false,
  over: readonly Control[] = [],
): readonly Difference[] =>
  compared(cases, need, takesPulsed, over).flatMap(({ hurts, ...d }) => (hurts ? [d] : []));

/** Where a circuit does otherwise than most, and vehicles differ: a note, not a fault. */
export const variations = (
  cases: readonly LevelCase[],
  need: Need,
  takesPulsed = false,
): readonly Difference[] =>
  compared(cases, need, takesPulsed, []).flatMap(({ hurts, ...d }) => (hurts ? [] : [d]));

/** Whether there is no difference; the same question is answered once. */
export function suitsLevels(cases: readonly LevelCase[], need: Need, takesPulsed = false): boolean {
  return differences(cases, need, takesPulsed).length === 0;
}

function serves(has: Level, want: Level, takesPulsed: boolean): boolean {
  // Dimmed is dimmed, by whatever duty.
  if (has.kind === 'pulsed' && want.kind === 'pulsed') return takesPulsed && has.duty <= DIMMED_DUTY;
  return sameLevel(takesPulsed && has.kind === 'pulsed' && want.kind === 'on' ? want : has, want);
}

/**
 * The levels of a lamp between two circuits, its supply and a return that is switched: what the one does while the
 * other conducts. A pulse on either leg is a pulse.
 */
export function inSeries(supply: readonly LevelCase[], back: readonly LevelCase[]): readonly LevelCase[] {
  const list: LevelCase[] = [];
  const otherwise = (cases: readonly LevelCase[], i: number) => cases.slice(0, i).map((c) => `!(${c.when})`);
  supply.forEach((s, i) =>
    back.forEach((b, j) => {
      const level = seriesLevel(s.level, b.level);
      const when = [...otherwise(supply, i), ...otherwise(back, j), `(${s.when})`, `(${b.when})`];
      if (level.kind !== 'off') list.push({ when: when.join(' & '), level });
    }),
  );
  return list;
}

function seriesLevel(a: Level, b: Level): Level {
  if (a.kind === 'off' || b.kind === 'off' || a.kind === 'data' || b.kind === 'data') return OFF;
  if (a.kind === 'on') return b;
  if (b.kind === 'on') return a;
  if (a.kind === 'pulsed' && b.kind === 'pulsed') return { kind: 'pulsed', duty: a.duty * b.duty };
  if (a.kind === 'flashing' && b.kind === 'flashing') return a.side === b.side ? a : OFF;
  return a.kind === 'flashing' ? a : b;
}

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
