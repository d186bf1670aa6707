import { describe, expect, it } from 'vitest';
import { readCurrent } from './current';
import { inInches, readLength } from './length';

const mm = (typed: string, decimal: '.' | ',' = '.') => {
  const r = readLength(typed, decimal);
  return r.kind === 'length' ? r.mm : r.reason.code;
};

describe('a length as people type it', () => {
  it.each([
    ['64', 64],
    ['64 mm', 64],
    ['8mm', 8],
    ['6.4 cm', 64],
    ['2.03 m', 2030],
    ['80 in', 2032],
    ['80"', 2032],
    ['5/16 in', 7.9375],
    ['2 1/2 in', 63.5],
    ['1 ft', 304.8],
  ])('%s', (typed, expected) => expect(mm(typed)).toBe(expected));

  it('keeps the decimal sign of the language and refuses the other', () => {
    expect(mm('6,4 cm', ',')).toBe(64);
    expect(mm('2,032 mm')).toBe('length-decimal');
    expect(mm('2.032 mm', ',')).toBe('length-decimal');
  });

  it.each([
    ['', 'length-empty'],
    ['about 60', 'length-unreadable'],
    ['-5 mm', 'length-negative'],
    ['5 furlong', 'length-unit'],
    ['1/0 in', 'length-unreadable'],
    ['1.2.3', 'length-unreadable'],
  ])('refuses %j as %s', (typed, code) => expect(mm(typed)).toBe(code));
});

it('is echoed in inches: a sixteenth where that is near enough, else decimals', () => {
  expect(inInches(63.5)).toEqual({ whole: 2, sixteenths: 8 });
  expect(inInches(64)).toEqual({ inches: 2.52 });
});

it.each([
  ['0.5', 0.5],
  ['480 mA', 0.48],
  ['.2 A', 0.2],
  ['2.4a', 2.4],
  ['', 'current-empty'],
  ['-1', 'current-negative'],
  ['1,5', 'length-decimal'],
  ['some', 'current-unreadable'],
])('the current %j is %s', (typed, expected) => {
  const r = readCurrent(typed, '.');
  expect(r.kind === 'current' ? r.currentA : r.reason.code).toBe(expected);
});
