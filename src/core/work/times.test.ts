import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOT_TIMED, stepTime, timedBoth, timedOf, timeQuantile, workTime } from './times';

describe('what a step takes', () => {
  it('is the sheet’s minutes while nobody has timed it', () => {
    const t = stepTime(10);
    expect(timeQuantile(t, 0.5)).toBeCloseTo(10, 9);
    // Scale 0.3 √(1 + 1/4) = 0.3354; t of 4 at 0.9 is 1.5332: 10 e^0.5143.
    expect(timeQuantile(t, 0.9)).toBeCloseTo(16.724, 3);
    expect(t.freedom).toBe(4);
  });

  it('goes by the times of the shop as they come in', () => {
    // By hand: ln 20 twice; κ 6, centre (4 ln 10 + 2 ln 20) / 6 = ln 10 + 0.23105; α 3,
    // β 0.18 + 4·2·0.48045/12 = 0.50030; scale √(0.50030·7 / 18) = 0.44109; 6 degrees of freedom: t 1.4398.
    const t = stepTime(10, timedOf([20, 20]));
    expect(t.freedom).toBe(6);
    expect(timeQuantile(t, 0.5)).toBeCloseTo(12.599, 3);
    expect(t.scale).toBeCloseTo(0.44109, 4);
    expect(timeQuantile(t, 0.9)).toBeCloseTo(12.599 * Math.exp(0.44109 * 1.4398), 2);
    const many = stepTime(10, timedOf(Array.from({ length: 200 }, (_, i) => 20 + (i % 2))));
    expect(timeQuantile(many, 0.5)).toBeCloseTo(20.2, 0);
  });

  it('is told little by one odd time', () => {
    const usual = timedOf([10, 11, 9, 10]);
    const before = timeQuantile(stepTime(10, usual), 0.5);
    const after = timeQuantile(stepTime(10, timedBoth(usual, timedOf([60]))), 0.5);
    expect(after / before).toBeLessThan(1.3);
  });

  it('law: the order of the times and how they are put together do not matter', () => {
    const minutes = fc.array(fc.double({ min: 0.2, max: 300, noNaN: true }), { maxLength: 8 });
    fc.assert(
      fc.property(minutes, minutes, fc.double({ min: 0.5, max: 90, noNaN: true }), (a, b, sheet) => {
        const one = stepTime(sheet, timedOf([...a, ...b].reverse()));
        const two = stepTime(sheet, timedBoth(timedOf(a), timedOf(b)));
        expect(two.centre).toBeCloseTo(one.centre, 9);
        expect(two.scale).toBeCloseTo(one.scale, 6);
        expect(timeQuantile(one, 0.9)).toBeGreaterThan(timeQuantile(one, 0.5));
      }),
    );
  });
});

describe('what a job takes', () => {
  it('is one step’s quantiles where it is one step', () => {
    const t = stepTime(10, timedOf([12, 9, 14]));
    const drawn = workTime([t], 0, { draws: 40_000 });
    expect(drawn.p50 / timeQuantile(t, 0.5)).toBeCloseTo(1, 1);
    expect(drawn.p90 / timeQuantile(t, 0.9)).toBeCloseTo(1, 1);
    // Freedom 4 as well, which is even.
    const plain = stepTime(10);
    expect(workTime([plain], 0, { draws: 40_000 }).p90 / timeQuantile(plain, 0.9)).toBeCloseTo(1, 1);
  });

  it('is drawn from the same seed alike, and narrower than its steps one by one', () => {
    const steps = [5, 10, 3, 8, 6, 12].map((m) => stepTime(m));
    expect(workTime(steps)).toEqual(workTime(steps));
    const { p50, p90 } = workTime(steps, 7);
    expect(p50).toBeGreaterThan(44 + 7);
    const apart = steps.reduce((n, s) => n + timeQuantile(s, 0.9), 7);
    expect(p90).toBeLessThan(apart);
    expect(p90).toBeGreaterThan(p50);
    expect(workTime([], 7)).toEqual({ p50: 7, p90: 7 });
    expect(stepTime(5, NOT_TIMED).n).toBe(0);
  });
});
