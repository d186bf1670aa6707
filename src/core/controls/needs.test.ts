import { describe, expect, it } from 'vitest';
import { FEED_LIVE, FEED_SCHOOLS } from '../harness';
import { LAMP_FUNCTIONS, type LampFunction } from '../vehicle';
import { levelOf, suitsLevels } from './circuit';
import { ALL_OFF, type ControlState } from './controls';
import { neededLevels, needOf } from './needs';
import { isPossible } from './states';

const state = (more: Partial<Record<keyof ControlState, string>>): ControlState => ({ ...ALL_OFF, ...more });
const on = { key: 'on', running: 'yes' };
const kind = (does: LampFunction, side: 'left' | 'right', s: ControlState) => {
  const needs = neededLevels(does, side);
  return needs ? levelOf(needs, s).kind : null;
};

describe('when a function has to be lit', () => {
  it.each<[LampFunction, Partial<Record<keyof ControlState, string>>, string]>([
    ['low-beam', { ...on, lights: 'low' }, 'on'],
    ['low-beam', { lights: 'low' }, 'off'],
    ['high-beam', { ...on, lights: 'low', high: 'yes' }, 'on'],
    ['high-beam', { ...on, flash: 'yes' }, 'on'],
    ['drl', on, 'on'],
    ['drl', { ...on, lights: 'position' }, 'off'],
    ['drl', { key: 'on' }, 'off'],
    ['position', { lights: 'position' }, 'on'],
    ['tail', { lights: 'low' }, 'on'],
    ['side-marker', {}, 'off'],
    ['licence-plate', { lights: 'position' }, 'on'],
    ['stop', { brake: 'yes' }, 'on'],
    ['high-stop', { brake: 'yes' }, 'on'],
    ['reverse', { ...on, reverse: 'yes' }, 'on'],
    ['reverse', { reverse: 'yes' }, 'off'],
    ['front-fog', { lights: 'position', 'front-fog': 'yes' }, 'on'],
    ['front-fog', { 'front-fog': 'yes' }, 'off'],
    ['rear-fog', { lights: 'low', 'rear-fog': 'yes' }, 'on'],
    ['turn', { ...on, left: 'yes' }, 'flashing'],
    ['turn', { left: 'yes' }, 'off'],
    ['turn', { hazard: 'yes' }, 'flashing'],
    ['turn', { 'lock-flash': 'yes' }, 'flashing'],
    ['turn', { ...on, right: 'yes' }, 'off'],
  ])('left %s with %o: %s', (does, controls, expected) => {
    expect(isPossible(state(controls))).toBe(true);
    expect(kind(does, 'left', state(controls))).toBe(expected);
  });

  it('the right turn signal is the mirror of the left', () => {
    expect(kind('turn', 'right', state({ ...on, right: 'yes' }))).toBe('flashing');
    expect(kind('turn', 'right', state({ ...on, left: 'yes' }))).toBe('off');
  });

  it('nothing is guessed where no rule says it', () => {
    const open = LAMP_FUNCTIONS.filter((f) => neededLevels(f, 'left') === null);
    expect(open).toEqual(['cornering', 'work', 'beacon', 'reflex-reflector']);
    expect(neededLevels('turn', 'centre')).toBeNull();
  });

  it('nothing is lit on a vehicle at rest', () => {
    for (const f of LAMP_FUNCTIONS) expect(kind(f, 'left', ALL_OFF) ?? 'off').toBe('off');
  });
});

describe('where vehicles differ and either is right', () => {
  const suits = (when: string) =>
    suitsLevels([{ when, level: { kind: 'on' } }], needOf('rear-fog', 'left') ?? { cases: [] });

  it('a rear fog lamp may burn with position and front fog lamps, never without any light', () => {
    expect(suits('lights=low & rear-fog')).toBe(true);
    expect(suits('lights!=off & rear-fog')).toBe(true);
    expect(suits('(lights=low | (lights=position & front-fog)) & rear-fog')).toBe(true);
    expect(suits('rear-fog')).toBe(true);
    expect(suits('lights!=off')).toBe(false);
    expect(suits('lights=low')).toBe(false);
  });
});

describe('a feed of each school is taken to be live', () => {
  it.each([
    ['plug-in-lead', on, 'on'],
    ['plug-in-lead', { key: 'on' }, 'off'],
    ['fuse-tap', { key: 'on' }, 'on'],
    ['fuse-tap', {}, 'off'],
    ['battery-module', on, 'on'],
    ['battery-module', { key: 'on' }, 'off'],
    ['lamp-wire', { lights: 'position' }, 'on'],
    ['lamp-wire', on, 'off'],
  ] as const)('%s with %o: %s', (school, controls, expected) =>
    expect(levelOf(FEED_LIVE[school], state(controls)).kind).toBe(expected),
  );

  it('never on a vehicle at rest: a lamp that stays lit empties the battery', () => {
    for (const school of FEED_SCHOOLS) expect(levelOf(FEED_LIVE[school], ALL_OFF).kind).toBe('off');
  });
});
