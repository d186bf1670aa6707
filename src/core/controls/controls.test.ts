import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  brightness,
  differences,
  inSeries,
  type Level,
  type LevelCase,
  levelOf,
  type Need,
  variations,
} from './circuit';
import { ALL_OFF, type Control, CONTROL_NAMES, CONTROLS, type ControlState } from './controls';
import { expressionOf, holds, parseExpression } from './expression';
import { inFewSwitches, switchesBetween } from './fewSwitches';
import type { LampFunction } from '../vehicle';
import { neededLevels, needOf } from './needs';
import { isPossible, possibleStates, withControl } from './states';

const state = (more: Partial<Record<keyof ControlState, string>>): ControlState => ({ ...ALL_OFF, ...more });
const ON = { kind: 'on' } as const;

describe('an expression', () => {
  it('binds ! before & before |', () => {
    const e = expressionOf('hazard | key=on & !left');
    expect(holds(e, state({ key: 'on' }))).toBe(true);
    expect(holds(e, state({ key: 'on', left: 'yes' }))).toBe(false);
    expect(holds(e, state({ hazard: 'yes', left: 'yes' }))).toBe(true);
    expect(holds(expressionOf('(hazard | key=on) & lights!=off'), state({ hazard: 'yes' }))).toBe(false);
  });

  it.each([
    ['key=on & lamp', 9, 'expression-control'],
    ['key=sideways', 4, 'expression-value'],
    ['key', 3, 'expression-value'],
    ['(high', 5, 'expression-bracket'],
    ['high low', 5, 'expression-rest'],
    ['high brake', 5, 'expression-rest'],
    ['high & %', 7, 'expression-sign'],
    ['', 0, 'expression-ends'],
    ['key=on & ', 9, 'expression-ends'],
    ['!', 1, 'expression-ends'],
    ['key=', 4, 'expression-value'],
  ])('%j is refused at %i: %s', (text, at, code) => {
    const parsed = parseExpression(text);
    // The place is an index; the reason counts characters from one, as people do.
    expect(parsed).toMatchObject({ kind: 'fault', at, reason: { code, facts: { at: at + 1 } } });
  });
});

describe('possible states', () => {
  it('running needs the key; high beam needs low beam; left and right exclude each other', () => {
    expect(possibleStates(['running', 'key']).map((s) => `${s.key} ${s.running}`)).toEqual([
      'off no',
      'accessory no',
      'on no',
      'on yes',
    ]);
    expect(possibleStates(['running']).map((s) => s.running)).toEqual(['no', 'yes']);
    expect(possibleStates(['left', 'right'])).toHaveLength(3);
    expect(possibleStates(['lights', 'high'])).toHaveLength(4);
  });

  it('throwing any switch from any possible state leads to a possible one', () => {
    const control = fc.constantFrom(...CONTROL_NAMES);
    fc.assert(
      fc.property(fc.array(fc.tuple(control, fc.nat()), { maxLength: 12 }), (moves) => {
        const end = moves.reduce(
          (s, [c, n]) => withControl(s, c, CONTROLS[c][n % CONTROLS[c].length] ?? ''),
          ALL_OFF,
        );
        expect(isPossible(end)).toBe(true);
      }),
    );
  });
});

describe('a circuit', () => {
  const tailStop: readonly LevelCase[] = [
    { when: 'brake', level: ON },
    { when: 'lights!=off', level: { kind: 'pulsed', duty: 0.2 } },
  ];
  const stopTurn: readonly LevelCase[] = [
    { when: 'hazard | key=on & left', level: { kind: 'flashing', side: 'left' } },
    { when: 'brake', level: ON },
  ];
  const drl: readonly LevelCase[] = [
    { when: 'running & lights=off', level: ON },
    { when: 'running', level: { kind: 'pulsed', duty: 0.5 } },
  ];

  it('tail and stop on one wire: full with the brake, a fifth with the lights', () => {
    expect(levelOf(tailStop, state({ brake: 'yes', lights: 'low' }))).toEqual(ON);
    expect(brightness(levelOf(tailStop, state({ lights: 'position' })), true)).toBe(0.2);
    expect(levelOf(tailStop, ALL_OFF)).toEqual({ kind: 'off' });
  });

  it('stop and turn combined: the turn signal wins over the brake', () => {
    const level = levelOf(stopTurn, state({ key: 'on', left: 'yes', brake: 'yes' }));
    expect(level).toEqual({ kind: 'flashing', side: 'left' });
    expect([brightness(level, true), brightness(level, false)]).toEqual([1, 0]);
    expect(levelOf(stopTurn, state({ brake: 'yes' }))).toEqual(ON);
  });

  it('a DRL that drops to half', () => {
    expect(brightness(levelOf(drl, state({ key: 'on', running: 'yes', lights: 'low' })), true)).toBe(0.5);
  });

  it('says in which states it does not suit', () => {
    const turn: Need = { cases: neededLevels('turn', 'left') ?? [] };
    expect(differences(turn.cases, turn)).toEqual([]);
    const found = differences(stopTurn, turn);
    expect(found.some((d) => d.state.brake === 'yes' && d.has.kind === 'on' && d.needs.kind === 'off')).toBe(
      true,
    );
    // A circuit that is live with the key is no DRL feed: it stays on when the lights go on.
    const ignition: readonly LevelCase[] = [{ when: 'key=on', level: ON }];
    const drlNeed: Need = { cases: neededLevels('drl', 'left') ?? [] };
    expect(differences(ignition, drlNeed).map((d) => `${d.state.running} ${d.state.lights}`)).toEqual([
      'no off',
      'no position',
      'no low',
      'yes position',
      'yes low',
    ]);
  });

  describe('where vehicles differ either is right, and it is a note', () => {
    const of = (does: LampFunction) => needOf(does, 'left') ?? { cases: [] };
    it.each<[LampFunction, string, string]>([
      ['turn', 'no lock flash', 'hazard | (key=on & left)'],
      ['turn', 'a lock flash', 'hazard | lock-flash | (key=on & left)'],
      ['stop', 'without a key', 'brake'],
      ['stop', 'with the key alone', 'brake & key=on'],
      ['high-beam', 'no flash to pass', 'key=on & high'],
      ['low-beam', 'on the way home', 'lights=low'],
      ['low-beam', 'out with the high beam', 'key=on & lights=low & !high'],
    ])('%s: %s', (does, _, when) => {
      const level: Level = does === 'turn' ? { kind: 'flashing', side: 'left' } : ON;
      expect(differences([{ when, level }], of(does))).toEqual([]);
    });

    it('a DRL may go out or drop to half with the low beam, never stay full', () => {
      const drop = (kind: Level): readonly LevelCase[] => [
        { when: 'running & lights=low', level: kind },
        { when: 'running', level: ON },
      ];
      expect(differences(drop({ kind: 'off' }), of('drl'), true)).toEqual([]);
      expect(differences(drop({ kind: 'pulsed', duty: 0.5 }), of('drl'), true)).toEqual([]);
      expect(differences(drop({ kind: 'pulsed', duty: 0.5 }), of('drl'), false)[0]).toMatchObject({
        has: { kind: 'pulsed' },
        needs: { kind: 'on' },
      });
      expect(differences(drop(ON), of('drl'), true).length).toBeGreaterThan(0);
    });

    it('what hurts hurts as before: a tail lamp live with the key off, a turn signal of the other side', () => {
      expect(differences([{ when: 'always', level: ON }], of('tail')).length).toBeGreaterThan(0);
      expect(
        differences([{ when: 'key=on & right', level: { kind: 'flashing', side: 'right' } }], of('turn'))
          .length,
      ).toBeGreaterThan(0);
    });

    it('says in which states it varies', () => {
      const found = variations(
        [{ when: 'hazard | (key=on & left)', level: { kind: 'flashing', side: 'left' } }],
        of('turn'),
      );
      expect(found.map((d) => d.state['lock-flash'])).toContain('yes');
      expect(found.every((d) => d.state['lock-flash'] === 'yes')).toBe(true);
    });
  });

  it('two circuits in series do what the one does while the other conducts', () => {
    const hot: readonly LevelCase[] = [{ when: 'key!=off', level: ON }];
    const back: readonly LevelCase[] = [
      { when: 'hazard', level: { kind: 'off' } },
      { when: 'brake', level: ON },
    ];
    const both = inSeries(hot, back);
    for (const [set, kind] of [
      [{ brake: 'yes' }, 'off'],
      [{ key: 'on', brake: 'yes' }, 'on'],
      [{ key: 'on', brake: 'yes', hazard: 'yes' }, 'off'],
      [{ key: 'on' }, 'off'],
    ] as const)
      expect([set, levelOf(both, state(set)).kind]).toEqual([set, kind]);
  });

  it('a pulsed feed suits only an input that takes it', () => {
    const pulsed: readonly LevelCase[] = [{ when: 'lights!=off', level: { kind: 'pulsed', duty: 0.8 } }];
    const need: Need = { cases: neededLevels('position', 'left') ?? [] };
    expect(differences(pulsed, need)).toHaveLength(2);
    expect(differences(pulsed, need, true)).toEqual([]);
  });
});

describe('an order of settings', () => {
  const set = (more: Partial<Record<Control, string>>): ControlState => ({ ...ALL_OFF, ...more });
  const settings = [
    set({ key: 'on', lights: 'low', high: 'yes' }),
    set({ key: 'on' }),
    set({ key: 'on', left: 'yes' }),
    set({ key: 'on', lights: 'low' }),
  ];
  it('goes on to the nearest, whatever order they came in', () => {
    const order = inFewSwitches(settings);
    expect(order[0]).toEqual(settings[1]);
    expect(new Set(order)).toEqual(new Set(settings));
    expect(inFewSwitches([...settings].reverse())).toEqual(order);
    // One switch at each step, but back from the high beam or the turn signal to the other branch.
    const thrown = order.map((s, i) => switchesBetween(order[i - 1] ?? ALL_OFF, s));
    expect(thrown.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(6);
  });
  it('of none is none', () => expect(inFewSwitches([])).toEqual([]));
});
