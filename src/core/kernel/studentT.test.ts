import { describe, expect, it } from 'vitest';
import { studentQuantile, studentWithin } from './studentT';

describe('Student’s t', () => {
  // Usual tables, three places.
  it.each([
    [0.975, 1, 12.706],
    [0.975, 2, 4.303],
    [0.975, 6, 2.447],
    [0.975, 7, 2.365],
    [0.975, 30, 2.042],
    [0.9, 4, 1.533],
    [0.9, 5, 1.476],
    [0.9, 9, 1.383],
    [0.95, 4, 2.132],
    [0.75, 3, 0.765],
  ])('quantile %f with %i degrees of freedom is %f', (p, freedom, value) => {
    expect(studentQuantile(p, freedom)).toBeCloseTo(value, 3);
  });

  it('goes to the normal distribution, lies evenly about 0, and its share comes back', () => {
    expect(studentQuantile(0.975, 400)).toBeCloseTo(1.966, 3);
    expect(studentQuantile(0.1, 4)).toBeCloseTo(-studentQuantile(0.9, 4), 12);
    expect(studentQuantile(0.5, 4)).toBeCloseTo(0, 9);
    for (const freedom of [1, 2, 3, 4, 11, 24])
      expect(studentWithin(studentQuantile(0.9, freedom), freedom)).toBeCloseTo(0.8, 9);
  });
});
