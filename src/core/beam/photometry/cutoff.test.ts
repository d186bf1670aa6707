import { describe, expect, it } from 'vitest';
import { columnOf, cutoffOf } from './cutoff';

/** A usual passing beam: 0.4 lx above, 80 lx below, its fall at −0.57°. */
const column = (vDeg: number) => 0.4 + 80 / (1 + Math.exp((vDeg + 0.57) / 0.1));

describe('the cutoff of a column', () => {
  it('G = 0.3751 with its middle at −0.30°; the steepest linear fall lies at −0.55°', () => {
    const c = cutoffOf(column, -2, 1);
    expect(c?.sharpness).toBeCloseTo(0.3751, 4);
    expect(c?.vDeg).toBeCloseTo(-0.3, 9);
    expect(c?.linearDeg).toBeCloseTo(-0.55, 9);
  });

  it('stray light that is left in makes it duller and lower: 0.3043 at −0.40°', () => {
    const c = cutoffOf((v) => column(v) + 2, -2, 1);
    expect(c?.sharpness).toBeCloseTo(0.3043, 4);
    expect(c?.vDeg).toBeCloseTo(-0.4, 9);
  });

  it('a column without a fall has no cutoff', () => {
    expect(cutoffOf(() => 5, -2, 1)).toBeNull();
    expect(cutoffOf(() => 0, -2, 1)).toBeNull();
    expect(cutoffOf((v) => 5 + v, -2, 1)).toBeNull();
  });

  it('is found between points that were read, even in the logarithm', () => {
    const points = Array.from({ length: 13 }, (_, i) => ({
      vDeg: -2 + i * 0.25,
      lux: column(-2 + i * 0.25),
    }));
    const { light, from, to } = columnOf(points);
    expect(light(-2)).toBeCloseTo(column(-2), 9);
    expect(light(-1.875)).toBeCloseTo(Math.sqrt(column(-2) * column(-1.75)), 9);
    // No finer than the points themselves.
    const found = cutoffOf(light, from, to)?.vDeg ?? NaN;
    expect(Math.abs(found - -0.3)).toBeLessThanOrEqual(0.25);
  });
});
