import { describe, expect, it } from 'vitest';
import {
  type Column,
  faultOf,
  figure,
  flag,
  ids,
  LEVEL,
  listOf,
  MONITORING,
  number,
  orNull,
  prose,
  text,
  VALUE,
  within,
} from './columns';

const through = (c: Column, typed: string, item = {}) => c.set(item, typed);

describe('cells of a nested field', () => {
  it.each<[string, Column, string, object]>([
    ['text', text('id'), 'X41', { id: 'X41' }],
    ['null where empty', orNull('circuit'), '', { circuit: null }],
    ['a number', number('fuseA'), '7.5', { fuseA: 7.5 }],
    ['no number stays for the importer to say', number('fuseA'), '7,5 A', { fuseA: '7,5 A' }],
    ['a figure', figure('stepMs'), '38', { stepMs: 38 }],
    ['a measured one', figure('stepMs'), '60..66.5', { stepMs: { from: 60, to: 66.5 } }],
    ['one that nobody knows', figure('stepMs'), '?', { stepMs: null }],
    ['one that is being typed', figure('stepMs'), '60.', { stepMs: '60.' }],
    ['an empty place', number('ratingA', 'null'), ' ', { ratingA: null }],
    ['yes', flag('polar'), 'yes', { polar: true }],
    ['no that is not written', flag('joinFirst', 'absent'), 'no', {}],
    ['ids', ids('circuits'), 'low, high,', { circuits: ['low', 'high'] }],
    ['within', within('wire', text('base')), 'BK', { wire: { base: 'BK' } }],
    ['a level', LEVEL, 'pulsed 0.4', { level: { kind: 'pulsed', duty: 0.4 } }],
    ['a side', LEVEL, 'flashing left', { level: { kind: 'flashing', side: 'left' } }],
    ['monitoring', MONITORING, 'threshold 0.9', { monitoring: { kind: 'threshold', belowA: 0.9 } }],
    ['a fact', VALUE, 'yes', { value: true }],
    ['a measured fact', VALUE, '2020', { value: 2020 }],
    ['a word', VALUE, 'halogen', { value: 'halogen' }],
    ['none', MONITORING, 'none', { monitoring: { kind: 'none' } }],
  ])('%s', (_, column, typed, item) => {
    const made = through(column, typed);
    expect(made).toEqual(item);
    expect(through(column, column.get(made), made)).toEqual(item);
  });
  it('an object goes with its last field', () =>
    expect(through(within('wire', text('base')), '', { id: 'a', wire: { base: 'BK' } })).toEqual({
      id: 'a',
    }));
  it('words change in the language of the screen and leave the others', () => {
    const both = { serves: { 'en-GB': 'Tail lamp', 'en-US': 'Tail light' } };
    expect(through(prose('serves', 'en-US'), 'Tails', both)).toEqual({
      serves: { 'en-GB': 'Tail lamp', 'en-US': 'Tails' },
    });
    // A language that it does not have: the one that is there is what was seen, and what is changed.
    expect(through(prose('serves', 'en-US'), 'Horn', { serves: { 'en-GB': 'Radio' } })).toEqual({
      serves: { 'en-GB': 'Horn' },
    });
  });
  it.each<[Column, readonly string[], object]>([
    [number('fuseA'), ['0', '0.', '0.0', '0.05'], { fuseA: 0.05 }],
    [ids('circuits'), ['low', 'low,', 'low, h'], { circuits: ['low', 'h'] }],
    [
      LEVEL,
      ['pulsed', 'pulsed ', 'pulsed 0', 'pulsed 0.', 'pulsed 0.4'],
      { level: { kind: 'pulsed', duty: 0.4 } },
    ],
    [
      MONITORING,
      ['threshold 0', 'threshold 0.', 'threshold 0.9'],
      { monitoring: { kind: 'threshold', belowA: 0.9 } },
    ],
  ])('%o can be typed key by key and is whole when the cell is left', (column, keys, item) => {
    let made: Record<string, unknown> = {};
    for (const typed of keys) {
      made = column.set(made, typed, true);
      expect(column.get(made).trimEnd()).toBe(typed.trimEnd());
    }
    expect(column.set(made, column.get(made))).toEqual(item);
  });
  it('text that is not whole says why; an empty field is an empty list', () => {
    expect(faultOf('[{')).not.toBeNull();
    expect(faultOf('')).toBeNull();
    expect(listOf('')).toEqual([]);
  });
});
