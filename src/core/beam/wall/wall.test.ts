import { describe, expect, it } from 'vitest';
import { wallCutoff } from './edge';
import { joined } from './exposures';
import { spotsOf, widthAt } from './spots';
import { toneOf } from './tone';
import { emptyMap, hOf, mapAt, vOf, type WallMap } from './wallMap';
import { keptLight, keptMap } from './wallRead';

/** A map by a formula of angles. */
function mapOf(light: (h: number, v: number) => number): WallMap {
  const m = emptyMap();
  return {
    ...m,
    light: m.light.map((_, i) => light(hOf(m, i % m.columns), vOf(m, Math.floor(i / m.columns)))),
  };
}
const bell = (h: number, v: number, h0: number, v0: number, wide: number) =>
  Math.exp(-((h - h0) ** 2 + (v - v0) ** 2) / (2 * wide * wide));

describe('cutoff in a map', () => {
  it('is that of the worked example: G 0.3751 at −0.30°, the linear fall at −0.55°', () => {
    const c = wallCutoff(
      mapOf((_, v) => 0.4 + 80 / (1 + Math.exp((v + 0.57) / 0.1))),
      'left',
    );
    expect(c?.vDeg).toBeCloseTo(-0.3, 6);
    expect(c?.linearDeg).toBeCloseTo(-0.55, 6);
    expect(c?.sharpness).toBeCloseTo(0.3751, 3);
    expect(c?.atHDeg).toBe(-2.5);
    expect(c?.kink).toBeNull();
  });

  it('finds its kink where it begins to rise by 15°, to either side', () => {
    for (const [flat, side] of [
      ['left', 1],
      ['right', -1],
    ] as const) {
      const edge = (h: number) => -0.57 + Math.max(0, h * side - 0.4) * Math.tan((15 * Math.PI) / 180);
      const c = wallCutoff(
        mapOf((h, v) => 0.4 + 80 / (1 + Math.exp((v - edge(h)) / 0.08))),
        flat,
      );
      expect(c?.kink?.hDeg).toBeCloseTo(0.4 * side, 0);
      expect(Math.abs((c?.kink?.hDeg ?? 9) - 0.4 * side)).toBeLessThan(0.25);
      expect(c?.kink?.riseDeg).toBeGreaterThan(11);
      expect(c?.kink?.riseDeg).toBeLessThan(19);
    }
  });

  it('is none in even light', () => {
    expect(
      wallCutoff(
        mapOf(() => 20),
        'left',
      ),
    ).toBeNull();
  });
});

describe('hot spots', () => {
  it('lies where the light is most, and is as wide as its bell: 2.355 σ at half', () => {
    const m = mapOf((h, v) => 100 * bell(h, v, 1.2, -0.9, 2));
    const s = spotsOf(m);
    expect(s?.hot.hDeg).toBeCloseTo(1.2, 1);
    expect(s?.hot.vDeg).toBeCloseTo(-0.9, 1);
    expect(s?.blotches).toEqual([]);
    expect(s && widthAt(m, s.hot, 0.5)).toBeCloseTo(2.355 * 2, 1);
    // At a tenth: 2 σ √(2 ln 10) = 8.58°.
    expect(s && widthAt(m, s.hot, 0.1)).toBeCloseTo(8.58, 1);
  });

  it('a second maximum is a blotch by what it stands out over the way to the first', () => {
    const s = spotsOf(mapOf((h, v) => 100 * bell(h, v, 0, -1, 0.8) + 60 * bell(h, v, 4, -1.5, 0.6)));
    expect(s?.blotches).toHaveLength(1);
    expect(s?.blotches[0]?.hDeg).toBeCloseTo(4, 1);
    expect(s?.blotches[0]?.prominence).toBeGreaterThan(0.5);
    expect(
      spotsOf(mapOf((h, v) => 100 * bell(h, v, 0, -1, 2) + 3 * bell(h, v, 5, -1, 0.4)))?.blotches,
    ).toEqual([]);
  });

  it('are none without light', () => {
    expect(spotsOf(mapOf(() => 0))).toBeNull();
  });
});

describe('a picture against a meter', () => {
  const light = (h: number, v: number) => 0.7 * bell(h, v, 0, -1, 1.5) + 0.004;
  const at = [
    [0, -1],
    [2, -1],
    [-3, -1],
    [0, -3],
    [1, 2.8],
  ] as const;
  const read = (lux: (l: number) => number, off: readonly number[] = [1, 1, 1, 1, 1]) =>
    at.map(([hDeg, vDeg], i) => ({ hDeg, vDeg, lux: lux(light(hDeg, vDeg)) * (off[i] ?? 1) }));

  it('is light where lux goes with it evenly', () => {
    const t = toneOf(
      mapOf(light),
      read((l) => 500 * l),
    );
    expect(t).toMatchObject({ kind: 'even' });
    expect(t.kind === 'even' && t.luxPerLight).toBeCloseTo(500, 1);
    expect(t.kind === 'even' && t.exponent).toBeCloseTo(1, 4);
  });

  it('gives places alone with four readings, with readings off the curve, with a bent curve, without a dark one', () => {
    const of = (r: Parameters<typeof toneOf>[1]) => {
      const t = toneOf(mapOf(light), r);
      return t.kind === 'refused' ? t.reason.code : t.kind;
    };
    expect(of(read((l) => 500 * l).slice(0, 4))).toBe('wall-readings-few');
    expect(of(read((l) => 500 * l, [1.3, 0.7, 1.25, 0.75, 1.2]))).toBe('wall-readings-off');
    expect(of(read((l) => 500 * l ** 0.7))).toBe('wall-tone');
    expect(of([...read((l) => 500 * l).slice(0, 4), { hDeg: 1, vDeg: -1, lux: 500 * light(1, -1) }])).toBe(
      'wall-readings-span',
    );
  });
});

describe('exposures', () => {
  const scene = mapOf((h, v) => bell(h, v, 0, -1, 2));
  const shot = (times: number) => {
    const light = scene.light.map((v) => (v * times >= 1 ? NaN : v * times));
    return { map: { ...scene, light }, blown: light.reduce((n, v) => n + (Number.isNaN(v) ? 1 : 0), 0) };
  };

  it('a long one and a short one are one picture without a hole', () => {
    const one = joined([shot(4), shot(0.8)]);
    if (one.kind !== 'joined') throw new Error('refused');
    // In the scale of the long one: everywhere four times the scene.
    const off = one.light.map((v, i) => Math.abs(v / (4 * (scene.light[i] as number)) - 1));
    expect(Math.max(...off)).toBeLessThan(0.01);
    expect(one.blown).toBe(0);
  });

  it('are refused when they have nothing in common, or their ratio wanders over the wall', () => {
    expect(joined([shot(400), shot(0.001)])).toMatchObject({ reason: { code: 'wall-exposures' } });
    const wandering = shot(0.5);
    const light = wandering.map.light.map((v) => v ** 0.6);
    expect(joined([shot(0.9), { ...wandering, map: { ...scene, light } }])).toMatchObject({
      reason: { code: 'wall-tone' },
    });
  });
});

describe('a map', () => {
  it('is kept in a quarter of a degree and comes back within two per cent where there is light', () => {
    const m = mapOf((h, v) => 100 * bell(h, v, 0, -1, 2));
    const k = keptMap(m);
    expect(k.cells).toHaveLength(2 * k.columns * k.rows);
    const back = keptLight(k);
    const at = (h: number, v: number) =>
      back[Math.round((v - k.fromV) / 0.25) * k.columns + Math.round((h - k.fromH) / 0.25)] as number;
    expect(at(0, -1) / 100).toBeCloseTo(1, 1);
    expect(at(2, -1) / mapAt(m, 2, -1)).toBeCloseTo(1, 1);
  });
});
