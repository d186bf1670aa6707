import { describe, expect, it } from 'vitest';
import { readLengthRange } from './lengthRange';
import { readMeter } from './meter';

const read = (typed: string, of: 'ohm' | 'volt', decimal: '.' | ',' = '.') => {
  const r = readMeter(typed, of, decimal);
  return r.kind === 'value' ? r.value : r.kind === 'open' ? 'open' : r.reason.code;
};

describe('what a meter shows', () => {
  it.each([
    ['0.2', 0.2],
    ['0.2 Ω', 0.2],
    ['150mΩ', 0.15],
    ['4.7k', 4700],
    ['2.2 MΩ', 2_200_000],
    ['OL', 'open'],
    ['open', 'open'],
    ['', 'meter-empty'],
    ['-1', 'meter-negative'],
    ['1,000', 'length-decimal'],
    ['some', 'meter-unreadable'],
    ['3 V', 'length-unit'],
  ])('%j in ohm is %s', (typed, expected) => expect(read(typed, 'ohm')).toBe(expected));
  it.each([
    ['12.6', 12.6],
    ['12.6V', 12.6],
    ['480 mV', 0.48],
    ['OL', 'meter-unreadable'],
  ])('%j in volt is %s', (typed, expected) =>
    expect(read(typed, 'volt')).toBe(expected === 'meter-unreadable' ? 'meter-unreadable' : expected),
  );
  it('keeps the decimal sign of the language', () => {
    expect(read('12,6 V', 'volt', ',')).toBe(12.6);
    expect(read('12.6 V', 'volt', ',')).toBe('length-decimal');
  });
});

describe('a span of lengths', () => {
  it.each([
    ['1/4 to 3/8 in', 6.35, 9.525],
    ['6-8 mm', 6, 8],
    ['8mm', 8, 8],
    ['12 … 10', 10, 12],
    ['1 in to 30 mm', 25.4, 30],
  ])('%s', (typed, fromMm, toMm) =>
    expect(readLengthRange(typed, '.')).toEqual({ kind: 'range', fromMm, toMm }),
  );
  it('names what cannot be read', () =>
    expect(readLengthRange('1/4 to some', '.')).toMatchObject({ kind: 'fault' }));
});
