import {
  type Circuit,
  type ControlState,
  inSeries,
  type Level,
  type LevelCase,
  levelOf,
  neededLevels,
} from '../controls';
import { FEED_LIVE, type FeedSchool, isDuty, isFed, type MappedInput } from '../harness';
import type { Lamp } from '../catalogue/types';
import { programsIn } from './program/run';
import type { FunctionProgram, LampProgram } from './program/types';
import type { LampFunction, Side } from '../vehicle';

const OFF: Level = { kind: 'off' };

/** Functions that have no input of their own and are lit with another inside the lamp. */
export const FOLLOWS: Partial<Record<LampFunction, LampFunction>> = {
  'side-marker': 'position',
  'licence-plate': 'tail',
  clearance: 'tail',
  identification: 'tail',
};

/** A lamp as it is wired at its place. */
export interface FittedLamp {
  readonly lamp: Pick<Lamp, 'functions' | 'behaviour' | 'program'>;
  readonly side: Side;
  /** How its mode plug is set; absent or null: nobody has decided, it is open as it comes. */
  readonly mode?: 'open' | 'closed' | null;
  readonly inputs: readonly MappedInput[];
  readonly circuit: (id: string) => Circuit | undefined;
  /** Extra feeds that were decided; live as its source is, or, where none is named, as its school usually is. */
  readonly feeds: readonly {
    readonly does: LampFunction;
    readonly school: FeedSchool;
    readonly live?: readonly LevelCase[];
  }[];
}

/**
 * What every function of a fitted lamp does in a state: the level of the circuit that reaches its input, as the lamp's
 * own behaviour changes it. An input that nothing feeds stays dark. This is what to *expect*; a profile judges it.
 */
export function expectedLevels(fitted: FittedLamp, state: ControlState): ReadonlyMap<LampFunction, Level> {
  const levels = new Map<LampFunction, Level>();
  const fed = fedLevels(fitted, state);
  for (const mapped of fitted.inputs) {
    const { input } = mapped;
    if (input.does === 'ground' || input.does === 'mode' || isDuty(input.does)) continue;
    const feed = suppliedLevel(fitted, mapped, state);
    if (input.does === 'stop-turn') {
      // One wire, two functions: what flashes is the turn signal, what is steady the stop lamp.
      levels.set('turn', feed.kind === 'flashing' ? feed : OFF);
      levels.set('stop', feed.kind === 'flashing' ? OFF : feed);
      continue;
    }
    levels.set(input.does, feed.kind === 'off' ? OFF : (ownLevel(fitted, input.does, state, fed) ?? feed));
  }
  for (const { does } of fitted.lamp.functions) {
    if (levels.has(does as LampFunction)) continue;
    const leader = FOLLOWS[does as LampFunction];
    levels.set(does as LampFunction, (leader && levels.get(leader)) ?? OFF);
  }
  return levels;
}

/** What an input gets as it is wired, before the lamp makes anything of it. The network's currents say the same. */
export const suppliedLevel = (fitted: FittedLamp, input: MappedInput, state: ControlState): Level =>
  levelOf(feedCases(fitted, input), state);

/**
 * When an input is live as it is wired, right or wrong: by the circuit that its cavity meets while its return conducts, or
 * by the feed that was decided for it. An input on ground, and one of a lamp whose ground is nowhere, is dark.
 */
function feedCases(fitted: FittedLamp, { input, verdict, from }: MappedInput): readonly LevelCase[] {
  const feed = isFed(verdict) ? undefined : fitted.feeds.find((f) => f.does === input.does);
  const supply = feed ? liveCases(feed) : from ? fitted.circuit(from.circuit) : undefined;
  if (!supply) return [];
  const back = returnOf(fitted);
  if (back === null) return [];
  const grounding = 'cases' in supply && supply.switched === 'ground';
  const cases = grounding ? throughOthers(supply) : 'cases' in supply ? supply.cases : supply;
  return back === 'body' ? cases : inSeries(cases, back.cases);
}

/**
 * A lamp that waits for a supply on a wire that switches the ground: the other lamps of that circuit hang between the
 * battery and the wire, and while the switch is open they feed it. With none there it is dark throughout.
 */
function throughOthers(circuit: Circuit): readonly LevelCase[] {
  if (circuit.steadyA <= 0) return [];
  const open = circuit.cases.map((c): LevelCase => ({
    when: c.when,
    level: c.level.kind === 'off' || c.level.kind === 'data' ? { kind: 'on' } : OFF,
  }));
  return [...open, { when: 'always', level: { kind: 'on' } }];
}

/** Where the current of a lamp goes back: to the body, through a circuit that switches the ground, nowhere (null). */
function returnOf(fitted: FittedLamp): 'body' | Circuit | null {
  const grounds = fitted.inputs.filter((i) => i.input.does === 'ground');
  // A lamp without a ground in any plug has it at its housing.
  if (grounds.length === 0 || grounds.some((g) => g.from?.circuit === 'ground')) return 'body';
  for (const g of grounds) {
    const row = g.from ? fitted.circuit(g.from.circuit) : undefined;
    if (row?.switched === 'ground') return row;
  }
  return null;
}

/** When an extra feed is live. */
export const liveCases = (feed: FittedLamp['feeds'][number]): readonly LevelCase[] =>
  feed.live ?? FEED_LIVE[feed.school];

/** Every case that has a say in when a function of a fitted lamp is lit; none: nothing feeds it. */
export function decidingCases(fitted: FittedLamp, does: LampFunction): readonly LevelCase[] {
  const own = fitted.inputs.filter(
    (i) => i.input.does === does || (i.input.does === 'stop-turn' && (does === 'stop' || does === 'turn')),
  );
  const leader = FOLLOWS[does];
  if (own.length === 0 && leader) return decidingCases(fitted, leader);
  if (own.length === 0) return [];
  const behaviour = fitted.lamp.behaviour?.find((b) => b.does === does)?.cases ?? [];
  const f = fitted.lamp.program && functionIn(fitted.lamp.program, fitted.mode ?? 'open', does);
  const watched = [f?.out?.while, f?.dimmed?.while].flatMap((other) =>
    fitted.inputs.filter(
      (i) =>
        i.input.does === other || (i.input.does === 'stop-turn' && (other === 'stop' || other === 'turn')),
    ),
  );
  return [...own, ...watched]
    .flatMap((i) => feedCases(fitted, i))
    .concat(fitted.lamp.program ? [] : behaviour);
}

/** What reaches each function's input, before the lamp makes anything of it. */
function fedLevels(fitted: FittedLamp, state: ControlState): ReadonlyMap<string, Level> {
  const fed = new Map<string, Level>();
  for (const mapped of fitted.inputs) {
    const level = suppliedLevel(fitted, mapped, state);
    const { does } = mapped.input;
    // One wire, two functions: what flashes is the turn signal.
    const name = does === 'stop-turn' ? (level.kind === 'flashing' ? 'turn' : 'stop') : does;
    if (level.kind !== 'off' || !fed.has(name)) fed.set(name, level);
  }
  return fed;
}

/** What a lamp's program makes of its own inputs in a setting, between the flashes as under them. */
function programmedLevel(
  program: LampProgram,
  mode: 'open' | 'closed',
  does: LampFunction,
  fed: ReadonlyMap<string, Level>,
): Level | null {
  const f = functionIn(program, mode, does);
  // A function that is programmed for the other setting of the mode plug only does nothing in this one.
  if (!f) return program.functions.some((x) => x.does === does) ? OFF : null;
  const live = (other: LampFunction | undefined) =>
    other !== undefined && (fed.get(other) ?? OFF).kind !== 'off' && fed.get(other)?.kind !== 'data';
  if (live(f.out?.while)) return OFF;
  if (!f.dimmed || !live(f.dimmed.while)) return null;
  const own = fed.get(does);
  // What is pulsed already is dimmed from there.
  return own?.kind === 'pulsed'
    ? { ...own, duty: own.duty * f.dimmed.to }
    : { kind: 'pulsed', duty: f.dimmed.to };
}

/** What a program makes of a function in a mode; of a lamp that signals to both sides, the first. */
const functionIn = (
  program: LampProgram,
  mode: 'open' | 'closed',
  does: LampFunction,
): FunctionProgram | undefined => programsIn(program, mode).find((x) => x.does === does);

function ownLevel(
  { lamp, mode }: FittedLamp,
  does: LampFunction,
  state: ControlState,
  fed: ReadonlyMap<string, Level>,
): Level | null {
  if (lamp.program) return programmedLevel(lamp.program, mode ?? 'open', does, fed);
  const cases = lamp.behaviour?.find((b) => b.does === does)?.cases;
  if (!cases) return null;
  // A level of its own tells "no case holds" from "a case says off", whatever levels the cases have.
  const none: Level = { kind: 'off' };
  const found = levelOf([...cases, { when: 'always', level: none }], state);
  return found === none ? null : found;
}

/** What a factory lamp is taken to do: what its functions need. */
export function factoryLevel(does: LampFunction, side: Side, state: ControlState): Level {
  const needs = neededLevels(does, side);
  return needs ? levelOf(needs, state) : OFF;
}
