import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Measured, readMeasure, typedAs, typedWithUnit, type Units, UNITS } from './units';

const METRIC = { decimal: '.', units: 'metric' } as const;
const US = { decimal: '.', units: 'us' } as const;
const value = (typed: string, kind: Measured, how: Parameters<typeof readMeasure>[2]) => {
  const read = readMeasure(typed, kind, how);
  return read.kind === 'figure' ? read.value : read.code;
};

describe('a measure', () => {
  it('that is bare is in the unit of the language', () => {
    expect(value('76', 'length', METRIC)).toBe(76);
    expect(value('3', 'length', US)).toBe(76.2);
    expect(value('25', 'distance', US)).toBe(7.62);
    expect(value('15', 'force', US)).toBe(66.72333);
  });

  it('may have another unit written behind it, in both languages', () => {
    for (const how of [METRIC, US]) {
      expect(value('76 mm', 'length', how)).toBe(76);
      expect(value('3 in', 'length', how)).toBe(76.2);
      expect(value('2 1/2 in', 'length', how)).toBe(63.5);
      expect(value('5/16"', 'length', how)).toBe(7.9375);
      expect(value('7.62 m', 'distance', how)).toBe(7.62);
      expect(value('25 ft', 'distance', how)).toBe(7.62);
      expect(value('66.7 N', 'force', how)).toBe(66.7);
      expect(value('10 kgf', 'force', how)).toBe(98.0665);
    }
    expect(value('2 1/2', 'length', US)).toBe(63.5);
  });

  it('keeps its sign', () => {
    expect(value('−2 1/2', 'length', { ...US, signed: true })).toBe(-63.5);
    expect(value('-1/2 in', 'length', { ...METRIC, signed: true })).toBe(-12.7);
    expect(value('-3', 'length', US)).toBe('negative');
    expect(value('-3 mm', 'length', US)).toBe('negative');
  });

  it('that cannot be read says why', () => {
    expect(value('', 'length', US)).toBe('missing');
    expect(value('mm', 'length', US)).toBe('missing');
    expect(value('3,5', 'length', US)).toBe('separator');
    expect(value('3,5 in', 'length', US)).toBe('separator');
    expect(value('3.5', 'length', { decimal: ',', units: 'metric' })).toBe('separator');
    expect(value('12 V', 'length', METRIC)).toBe('unit');
    expect(value('3 lbf', 'length', US)).toBe('unit');
    expect(value('1/0', 'length', US)).toBe('not-a-figure');
    expect(value('high', 'length', US)).not.toBeTypeOf('number');
  });

  it('shown in a field and read again is the same to half of its last decimal', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Measured>('length', 'distance', 'force'),
        fc.constantFrom<Units>('metric', 'us'),
        fc.constantFrom('.', ','),
        fc.double({ min: -5000, max: 5000, noNaN: true }),
        (kind, units, decimal, si) => {
          // What is no even figure of the US unit stands in the metric one: never coarser than there.
          const { is, decimals } = UNITS[kind].metric;
          const back = value(typedAs(kind, si, { decimal, units }), kind, { decimal, units, signed: true });
          expect(back).toBeTypeOf('number');
          expect(Math.abs(Number(back) - si)).toBeLessThanOrEqual(is * 0.51 * 10 ** -decimals + 2e-6);
        },
      ),
    );
  });
});

it('what was measured in mm does not move by being shown in US English', () => {
  for (const mm of [650, 76.2, 5000, 7620, 1, 0]) {
    expect(value(typedAs('length', mm, US), 'length', US)).toBe(mm);
    expect(value(typedWithUnit('distance', mm / 1000, US), 'distance', US)).toBe(mm / 1000);
  }
  expect(typedAs('length', 650, US)).toBe('650 mm');
  expect(typedAs('length', 76.2, US)).toBe('3');
  expect(typedWithUnit('distance', 7.62, US)).toBe('25 ft');
  expect(typedWithUnit('distance', 5, US)).toBe('5 m');
});
