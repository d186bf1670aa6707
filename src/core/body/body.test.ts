import { describe, expect, it } from 'vitest';
import { BODY_STYLES, bodyMeasures, bodyPicture, placeOn } from '.';

const numbersOf = (d: string) => [...d.matchAll(/-?\d+(\.\d+)?/g)].map((m) => Number(m[0]));

describe('bodies', () => {
  it.each(BODY_STYLES)('%s: sensible proportions from its length alone', (style) => {
    for (const lengthMm of [1900, 3400, 4600, 7500, 12_000]) {
      const m = bodyMeasures(style, lengthMm, lengthMm * 0.38);
      expect(m.heightMm).toBeGreaterThan(600);
      expect(m.frontOverhangMm + m.wheelbaseMm).toBeLessThan(lengthMm);
      expect(m.bonnetMm + m.windscreenMm + m.roofMm).toBeLessThanOrEqual(lengthMm * 1.001);
      expect(m.beltMm).toBeLessThanOrEqual(m.heightMm);
      expect(m.wheelMm).toBeLessThanOrEqual(m.heightMm * 0.5 + 1);
      expect(m.clearanceMm).toBeLessThan(m.cowlMm);
    }
  });

  it.each(BODY_STYLES)('%s: is drawn alike left and right, and on the ground', (style) => {
    const line = { bodyStyle: style, lengthMm: 4500, widthMm: 1800 };
    for (const view of ['front', 'rear', 'plan'] as const) {
      const xs = new Map<number, number>();
      for (const shape of bodyPicture(line, view).shapes) {
        if (shape.kind !== 'body') continue;
        const points = shape.d
          .replace(/[aA][^MLQZ]*/g, '')
          .split(/[MLQ Z]+/)
          .filter((x) => x !== '');
        points.forEach((x, i) => i % 2 === 0 && xs.set(Number(x), (xs.get(Number(x)) ?? 0) + 1));
      }
      // Whatever lies at the left lies at the right.
      for (const x of xs.keys()) expect([...xs.keys()].some((y) => Math.abs(x + y) <= 1)).toBe(true);
    }
    const low = bodyPicture(line, 'left').shapes.flatMap((s) => (s.kind === 'wheel' ? numbersOf(s.d) : []));
    expect(low.length).toBeGreaterThan(0);
  });

  it('a measure that is said is drawn; the others follow from the style', () => {
    const tall = bodyMeasures('van', 5000, 2000, { heightMm: 2600 });
    expect(tall.heightMm).toBe(2600);
    expect(tall.beltMm).toBeCloseTo(2600 * 0.55, 6);
    expect(tall.wheelbaseMm).toBe(bodyMeasures('van', 5000, 2000).wheelbaseMm);
  });

  it('a lamp is seen from where it looks: the left one at the right of somebody before it', () => {
    const m = bodyMeasures('van', 5000, 2000);
    const at = (role: string, end: string, side: string, more: object = {}) => ({
      xMm: side === 'left' ? -800 : 800,
      yMm: end === 'rear' ? 4900 : 100,
      position: { role, end, side },
      ...more,
    });
    expect(placeOn(at('headlamp', 'front', 'left'), m, 'front')).toMatchObject({ x: 800, seen: true });
    expect(placeOn(at('headlamp', 'front', 'left'), m, 'rear').seen).toBe(false);
    expect(placeOn(at('tail', 'rear', 'left'), m, 'rear')).toMatchObject({ x: -800, seen: true });
    expect(placeOn(at('marker', 'side', 'right'), m, 'right')).toMatchObject({ x: 4900, seen: true });
    expect(placeOn(at('work', 'front', 'left', { zMm: 2100, facing: 'rear' }), m, 'rear')).toEqual({
      x: -800,
      y: -2100,
      seen: true,
    });
    expect(placeOn(at('beacon', 'roof', 'centre'), m, 'left').seen).toBe(true);
  });
});
