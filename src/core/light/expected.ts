import {
  type Circuit,
  type ControlState,
  type Level,
  type LevelCase,
  levelOf,
  neededLevels,
} from '../controls';
import { FEED_LIVE, type FeedSchool, isFed, type MappedInput } from '../harness';
import type { Lamp } from '../shelf/types';
import type { LampFunction, Side } from '../vehicle';

const OFF: Level = { kind: 'off' };

/** Functions that have no input of their own and are lit with another inside the lamp. */
const FOLLOWS: Partial<Record<LampFunction, LampFunction>> = {
  'side-marker': 'position',
  'licence-plate': 'tail',
  clearance: 'tail',
  identification: 'tail',
};

/** A lamp as it is wired at its place. */
export interface FittedLamp {
  readonly lamp: Pick<Lamp, 'functions' | 'behaviour'>;
  readonly side: Side;
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
  for (const { input, verdict, from } of fitted.inputs) {
    if (input.does === 'ground' || input.does === 'mode') continue;
    const feed = levelOf(feedCases(fitted, { input, verdict, from }), state);
    if (input.does === 'stop-turn') {
      // One wire, two functions: what flashes is the turn signal, what is steady the stop lamp.
      levels.set('turn', feed.kind === 'flashing' ? feed : OFF);
      levels.set('stop', feed.kind === 'flashing' ? OFF : feed);
      continue;
    }
    levels.set(input.does, feed.kind === 'off' ? OFF : (ownLevel(fitted.lamp, input.does, state) ?? feed));
  }
  for (const { does } of fitted.lamp.functions) {
    if (levels.has(does as LampFunction)) continue;
    const leader = FOLLOWS[does as LampFunction];
    levels.set(does as LampFunction, (leader && levels.get(leader)) ?? OFF);
  }
  return levels;
}

function feedCases(
  fitted: FittedLamp,
  { input, verdict, from }: Pick<MappedInput, 'input' | 'verdict' | 'from'>,
): readonly LevelCase[] {
  const row = from && isFed(verdict) ? fitted.circuit(from.circuit) : undefined;
  const feed = fitted.feeds.find((f) => f.does === input.does);
  return row ? row.cases : feed ? liveCases(feed) : [];
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
  const behaviour = fitted.lamp.behaviour?.find((b) => b.does === does)?.cases ?? [];
  return own.length === 0 ? [] : [...own.flatMap((i) => feedCases(fitted, i)), ...behaviour];
}

function ownLevel(lamp: FittedLamp['lamp'], does: LampFunction, state: ControlState): Level | null {
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
