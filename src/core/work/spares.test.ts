import { describe, expect, it } from 'vitest';
import { sparesFor } from './spares';

/** The same by the definition: the mean of binomial chances over the beta density, by the trapezium rule. */
function byIntegral(count: number, broke: number, sound: number): readonly number[] {
  const N = 20_000;
  const weight = Array.from({ length: N - 1 }, (_, i) => {
    const p = (i + 1) / N;
    return [p, p ** (broke - 1) * (1 - p) ** (sound - 1)] as const;
  });
  const all = weight.reduce((n, [, w]) => n + w, 0);
  let choose = 1;
  return Array.from({ length: count + 1 }, (_, k) => {
    if (k > 0) choose = (choose * (count - k + 1)) / k;
    return weight.reduce((n, [p, w]) => n + w * choose * p ** k * (1 - p) ** (count - k), 0) / all;
  });
}

describe('spares', () => {
  it('one of six clips while nobody has counted: none breaks with 19·20·…·24 / 20·21·…·25 = 0.76', () => {
    expect(sparesFor(6)).toBe(1);
    // One clip: 0.95 that it holds.
    expect(sparesFor(1)).toBe(0);
    expect(sparesFor(0)).toBe(0);
  });

  it('grow with what broke here, and shrink with what held', () => {
    expect(sparesFor(6, { out: 30, broken: 12 })).toBeGreaterThan(sparesFor(6, { out: 30, broken: 3 }));
    expect(sparesFor(6, { out: 600, broken: 1 })).toBe(0);
    expect(sparesFor(6, { out: 60, broken: 60 })).toBe(6);
  });

  it.each([
    [6, 0, 0],
    [8, 30, 9],
    [12, 50, 4],
    [20, 12, 12],
  ])('%i, of %i out %i broken: the same as by the integral', (count, out, broken) => {
    const chances = byIntegral(count, 1 + broken, 19 + out - broken);
    let [sum, k] = [chances[0] ?? 0, 0];
    while (sum < 0.9) sum += chances[(k += 1)] ?? 0;
    expect(sparesFor(count, { out, broken })).toBe(k);
  });
});
