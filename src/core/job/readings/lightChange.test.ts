import { describe, expect, it } from 'vitest';
import { dropPercent, lightChanges } from './lightChange';

const read = (lux: Record<string, number>, more = {}) => ({ lux, distanceMm: 7620, meter: 'm', ...more });

describe('light before and after', () => {
  it('is a ratio and the true change: 240 to 980 lx is 4.08 times, +308 %; 480 to 630 is 1.31 times, +31 %', () => {
    const changes = lightChanges(read({ a: 240, b: 480 }), read({ a: 980, b: 630 }));
    expect(changes.map((c) => [c.position, c.ratio.toFixed(2), c.percent])).toEqual([
      ['a', '4.08', 308],
      ['b', '1.31', 31],
    ]);
  });

  it('is nothing between unlike measurements, at a lamp that was dark, or that was not measured before', () => {
    expect(lightChanges(read({ a: 1 }), read({ a: 2 }, { meter: 'other' }))).toEqual([]);
    expect(lightChanges(read({ a: 1 }), read({ a: 2 }, { distanceMm: 7600 }))).toEqual([]);
    expect(lightChanges(read({ a: 0 }), read({ a: 2, b: 3 }))).toEqual([]);
  });

  it('less light is a change below nothing; 120 mm in 10 m is 1.2 %', () => {
    expect(lightChanges(read({ a: 100 }), read({ a: 80 }))[0]?.percent).toBe(-20);
    expect(dropPercent(120, 10_000)).toBeCloseTo(1.2, 12);
  });
});
