import { describe, expect, it } from 'vitest';
import { keptMap } from '../wall/wallRead';
import { emptyMap } from '../wall/wallMap';
import { candelaIn, directionOf } from './angular';
import { coverage, tiltsFor } from './coverage';
import { luxOf } from './intensity';
import { wallBeam } from './fromWall';
import { driversView, roadAnswer } from './roadTask';
import type { PlacedBeam } from './road';

/** The same light in every direction ahead. */
const flood = (cd: number): PlacedBeam['map'] => ({
  type: 'B',
  h: [-60, 60],
  v: [-80, 20],
  candela: [
    [cd, cd],
    [cd, cd],
  ],
});
const lamp = (panDeg: number, more: Partial<PlacedBeam> = {}): PlacedBeam => ({
  map: flood(2000),
  acrossM: 0,
  heightM: 2,
  panDeg,
  tiltDeg: 0,
  ...more,
});
const GROUND = { nearM: 2, farM: 8, leastLux: 5 };

describe('coverage all round', () => {
  it('without lamps all is dark, all round', () => {
    const c = coverage([], GROUND);
    expect(c.lit).toBe(0);
    expect(c.dark).toHaveLength(1);
    expect((c.dark[0]?.toDeg ?? 0) - (c.dark[0]?.fromDeg ?? 0)).toBe(360);
  });

  it('a lamp ahead lights 120°: the rest is one dark run, whose middle is the rear', () => {
    const { dark } = coverage([lamp(0)], { ...GROUND, farM: 5, leastLux: 1 });
    expect(dark).toHaveLength(1);
    expect(dark[0]?.way).toBe('rear');
    expect(dark[0]?.fromDeg).toBeCloseTo(62.5, 6);
    expect(dark[0]?.toDeg).toBeCloseTo(297.5, 6);
  });

  it('three floods 120° apart leave nothing dark; two opposite ones leave both sides', () => {
    const near = { ...GROUND, farM: 5, leastLux: 1 };
    expect(coverage([lamp(0), lamp(120), lamp(240)], near)).toMatchObject({ lit: 1, dark: [] });
    expect(coverage([lamp(0), lamp(180)], near).dark.map((d) => d.way)).toEqual(['right', 'left']);
  });

  it('light on the ground falls as the law says: 2000 cd, 2 m high, 6 m away give 15.8 lx', () => {
    // E = I h / (h² + d²)^1.5 = 4000 / 40^1.5 = 15.81.
    const { dark } = coverage([lamp(0), lamp(120), lamp(240)], { nearM: 5.9, farM: 6.1, leastLux: 15.81 });
    expect(dark.length).toBeGreaterThan(0);
    expect(coverage([lamp(0), lamp(120), lamp(240)], { nearM: 5.9, farM: 6.1, leastLux: 15.2 }).dark).toEqual(
      [],
    );
  });

  it('a lamp that looks too high is tilted down until its ground is lit', () => {
    const narrow = { ...flood(3000), h: [-60, 60], v: [-15, 15] };
    const up = [lamp(0, { map: narrow, tiltDeg: 0 })];
    const near = { nearM: 2, farM: 5, leastLux: 5 };
    const found = tiltsFor(up, near);
    expect(found.coverage.lit).toBeGreaterThan(coverage(up, near).lit);
    expect(found.changes[0]?.tiltDeg).toBeLessThan(-20);
  });
});

describe('a road by a task', () => {
  it('reach on the axis and at the kerb, for each set of lamps; nothing known is null', () => {
    const of = { plane: 'facing', longM: 50, wideM: 10, stepM: 0.5, kerbM: 3 } as const;
    const answer = roadAnswer({ ...of, before: [], after: [lamp(0, { heightM: 0.7 })] });
    expect(answer.before).toBeNull();
    expect(answer.reach.before).toEqual([]);
    // 2000 cd give 1 lx on a facing plane at √2000 = 44.7 m.
    expect(answer.reach.after[0]?.axisM).toBeCloseTo(44.7, 1);
    expect(answer.reach.after[0]?.kerbM).toBeLessThan(44.7);
    const grid = answer.after;
    if (!grid) throw new Error('no grid');
    const view = driversView(grid, of, { rightM: 0, heightM: 1.2 }, { width: 60, height: 40, fieldDeg: 40 });
    // Above the horizon there is no road; below it, nearer is brighter.
    expect(Number.isNaN(view[5 * 60 + 30] ?? 0)).toBe(true);
    expect(view[39 * 60 + 30]).toBeGreaterThan(view[16 * 60 + 30] ?? 0);
  });
});

describe('a beam from a wall', () => {
  it('is what would light the wall so: 12 000 cd on axis at 7.62 m', () => {
    const m = emptyMap();
    const lux = (i: number) => {
      const RAD = Math.PI / 180;
      const [h, v] = [m.fromH + (i % m.columns) * m.stepDeg, m.fromV + Math.floor(i / m.columns) * m.stepDeg];
      return luxOf(12_000, 7620, Math.atan(Math.hypot(Math.tan(h * RAD), Math.tan(v * RAD))) / RAD);
    };
    const beam = wallBeam(keptMap({ ...m, light: m.light.map((_, i) => lux(i)) }), 7620);
    for (const [h, v] of [
      [0, 0],
      [-5, -2],
      [8, 1],
    ] as const)
      expect(candelaIn(beam, directionOf(h, v)) / 12_000).toBeCloseTo(1, 1);
    expect(candelaIn(beam, directionOf(20, 0))).toBe(0);
  });
});
