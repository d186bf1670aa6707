import { describe, expect, it } from 'vitest';
import { ALL_OFF, type Circuit, type ControlState } from '../controls';
import type { MappedInput } from '../harness';
import type { LightRule } from '../catalogue/types';
import type { LampFunction } from '../vehicle';
import { expectedLevels, type FittedLamp } from './expected';
import { judgeLight } from './judgeLight';

const state = (more: Partial<Record<keyof ControlState, string>>): ControlState => ({ ...ALL_OFF, ...more });
const circuit = (id: string, when: string): Circuit => ({
  id,
  cases: [{ when, level: { kind: 'on' } }],
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
});
const circuits = new Map(
  [circuit('low', 'key=on & lights=low'), circuit('pos', 'lights!=off'), circuit('stop', 'brake')].map(
    (c) => [c.id, c],
  ),
);
const input = (does: LampFunction, from: string | null): MappedInput => ({
  plug: 'main',
  cavity: does,
  input: { cavity: does, does, currentA: 1, polar: true, takesPulsed: false },
  verdict: from ? 'direct' : 'extra-feed',
  from: from ? { plug: 'v', cavity: does, circuit: from } : null,
  path: [],
  differing: [],
  varies: [],
});
const lamp = (more: Partial<FittedLamp> = {}): FittedLamp => ({
  lamp: {
    functions: [{ does: 'low-beam' }, { does: 'position' }, { does: 'drl' }, { does: 'side-marker' }],
    behaviour: [{ does: 'drl', cases: [{ when: 'lights!=off', level: { kind: 'pulsed', duty: 0.4 } }] }],
  },
  side: 'left',
  inputs: [input('low-beam', 'low'), input('position', 'pos'), input('drl', null)],
  circuit: (id) => circuits.get(id),
  feeds: [],
  ...more,
});
const running = { key: 'on', running: 'yes' };
const drlOut: LightRule = { id: 'r', does: 'drl', when: 'lights=low', must: 'dark', source: 'test' };

describe('what a lamp does', () => {
  it('follows its circuits; what nothing feeds stays dark until a feed is decided', () => {
    expect(expectedLevels(lamp(), state(running)).get('drl')).toEqual({ kind: 'off' });
    expect(
      expectedLevels(lamp({ feeds: [{ does: 'drl', school: 'fuse-tap' }] }), state(running)).get('drl'),
    ).toEqual({ kind: 'on' });
    expect(expectedLevels(lamp(), state({ lights: 'position' })).get('position')).toEqual({ kind: 'on' });
  });

  it('a function without an input of its own is lit with its leader', () => {
    expect(expectedLevels(lamp(), state({ lights: 'position' })).get('side-marker')).toEqual({ kind: 'on' });
    expect(expectedLevels(lamp(), ALL_OFF).get('side-marker')).toEqual({ kind: 'off' });
  });

  it('the lamp’s own behaviour changes a live input and never lights a dead one', () => {
    const always = lamp({ inputs: [input('drl', 'pos')] });
    expect(expectedLevels(always, state({ lights: 'low' })).get('drl')).toEqual({
      kind: 'pulsed',
      duty: 0.4,
    });
    expect(expectedLevels(lamp(), state({ lights: 'low' })).get('drl')).toEqual({ kind: 'off' });
  });
});

describe('the rule set judges', () => {
  it('a DRL that dims where it must go out, and names the state', () => {
    const dims = lamp({ inputs: [input('drl', 'pos')] });
    expect(judgeLight(dims, [drlOut])).toMatchObject([
      { kept: false, broken: { state: { lights: 'low' }, level: { kind: 'pulsed' } } },
    ]);
  });

  it('a DRL that goes out', () => {
    const out = lamp({
      inputs: [input('drl', 'pos')],
      lamp: {
        functions: [{ does: 'drl' }],
        behaviour: [{ does: 'drl', cases: [{ when: 'lights=low', level: { kind: 'off' } }] }],
      },
    });
    expect(judgeLight(out, [drlOut])).toMatchObject([{ kept: true, broken: null }]);
  });

  it('a stop lamp that flashes is not steady, one that is dark is not lit', () => {
    const rules: LightRule[] = [
      { id: 'a', does: 'stop', when: 'brake', must: 'steady', source: 'test' },
      { id: 'b', does: 'stop', when: 'brake', must: 'lit', source: 'test' },
    ];
    const flashing = new Map([
      [
        'stop',
        {
          ...circuit('stop', 'brake'),
          cases: [{ when: 'brake', level: { kind: 'flashing', side: 'left' } }],
        } as Circuit,
      ],
    ]);
    const stop = { lamp: { functions: [{ does: 'stop' as const }] }, inputs: [input('stop', 'stop')] };
    expect(
      judgeLight(lamp({ ...stop, circuit: (id) => flashing.get(id) }), rules).map((f) => f.kept),
    ).toEqual([false, true]);
    expect(judgeLight(lamp({ ...stop, inputs: [input('stop', null)] }), rules).map((f) => f.kept)).toEqual([
      true,
      false,
    ]);
  });

  it('rules about functions that the lamp does not have are not asked', () => {
    expect(judgeLight(lamp(), [{ ...drlOut, does: 'rear-fog' }])).toEqual([]);
  });
});
