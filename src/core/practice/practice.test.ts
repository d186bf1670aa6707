import { describe, expect, it } from 'vitest';
import { candelaIn, directionOf } from '../beam/photometry/angular';
import { findMarks, readWall, type WallRead } from '../beam/wall';
import { mapAt } from '../beam/wall/wallMap';
import { practiceBeam } from './beam';
import { simulatedMeter } from './meter';
import { tapped, testWall, type TestWall } from './testWalls';
import { pixelOf, wallLux, wallPhoto } from './wallPhoto';

const WIDTH = 1200;
const read = (w: TestWall): WallRead => {
  const r = readWall({
    shots: [wallPhoto(w.scene)],
    marks: tapped(w.scene),
    lamp: w.scene.lamp,
    flat: w.flat,
    readings: w.readings,
    strayLux: w.scene.strayLux,
  });
  if (r?.kind !== 'read') throw new Error(r ? r.reason.code : 'ended');
  return r;
};

// Hundreds of them, at three and at twelve megapixels, are in the bench.
describe('rendered walls of known aim', () => {
  it.each([3, 8, 17])('are read within the bars, wall %i', (seed) => {
    const w = testWall(seed, { widthPx: WIDTH });
    const r = read(w);
    expect(Math.abs((r.cutoff?.vDeg ?? 99) - (w.truth.cutoffDeg ?? 0))).toBeLessThanOrEqual(0.1 + 1e-9);
    expect(Math.hypot((r.hot?.hDeg ?? 99) - w.truth.hotH, (r.hot?.vDeg ?? 99) - w.truth.hotV)).toBeLessThan(
      0.2,
    );
    expect(r.light.kind).toBe('lux');
    for (const [h, v] of [
      [w.truth.hotH, w.truth.hotV],
      [w.truth.hotH - 2, w.truth.hotV - 0.5],
    ] as const)
      expect(mapAt(r.map, h, v) / (w.truth.lux(h, v) - w.scene.strayLux)).toBeCloseTo(1, 0.8);
  });

  it('evened out by a phone gives places and no light', () => {
    for (const seed of [4, 9]) {
      const r = read(testWall(seed, { widthPx: WIDTH, kind: 'toned' }));
      expect(r.light.kind).toBe('places');
      expect(r.width50Deg).toBeNull();
      expect(r.over).toBeNull();
    }
  });

  it('too long exposed gives no hot spot; with a shorter one beside it, it does', () => {
    const w = testWall(4, { widthPx: WIDTH, kind: 'blown' });
    const blown = read(w);
    expect(blown.hot).toBeNull();
    expect(blown.light).toMatchObject({ kind: 'places', why: { code: 'wall-blown' } });
    const short = { ...w.scene, whiteLux: w.scene.whiteLux * 6, seed: 99 };
    const both = readWall({
      shots: [wallPhoto(w.scene), wallPhoto(short)],
      marks: tapped(w.scene),
      lamp: w.scene.lamp,
      flat: w.flat,
      readings: w.readings,
      strayLux: w.scene.strayLux,
    });
    expect(both).toMatchObject({ kind: 'read', light: { kind: 'lux' } });
  });

  it('shows its marks by themselves where they are lit, each within two pixels of its cross', () => {
    const w = testWall(2, { widthPx: 2048 });
    const lit = { ...w.scene, strayLux: 40 };
    const found = findMarks(wallPhoto(lit));
    expect(found.map((m) => m.id)).toEqual(['1', '2', '3', '4', '5', '6']);
    for (const m of found) {
      const at = pixelOf(w.scene.camera, w.scene.marks.find((x) => x.id === m.id) ?? w.scene.lamp);
      expect(Math.hypot(at.x - m.pixel.x, at.y - m.pixel.y)).toBeLessThan(2);
    }
  });

  it('is ended from outside', () => {
    const w = testWall(3, { widthPx: 400 });
    const task = {
      shots: [wallPhoto(w.scene)],
      marks: tapped(w.scene),
      lamp: w.scene.lamp,
      flat: w.flat,
      readings: [],
    };
    expect(readWall(task, () => false)).toBeNull();
  });
});

describe('a rendered wall', () => {
  it('gets of a lamp what its intensity gives: 12 000 cd straight ahead at 5 m are 480 lx', () => {
    const beam = { ...practiceBeam({ hotCd: 1 }), h: [-90, 90], v: [-90, 90] };
    const even = {
      ...beam,
      candela: [
        [12_000, 12_000],
        [12_000, 12_000],
      ],
    };
    const lamp = { acrossMm: 0, upMm: 700, distanceMm: 5000 };
    const scene = { beam: even, lamp, panDeg: 0, tiltDeg: 0, strayLux: 2 };
    expect(wallLux(scene, { acrossMm: 0, upMm: 700 })).toBeCloseTo(482, 6);
    // 15° beside it: cos³ 15° = 0.9012.
    expect(wallLux(scene, { acrossMm: 5000 * Math.tan(Math.PI / 12), upMm: 700 })).toBeCloseTo(
      480 * 0.9012 + 2,
      1,
    );
  });

  it('is alike for its seed', () => {
    const a = wallPhoto(testWall(5, { widthPx: 200 }).scene);
    const b = wallPhoto(testWall(5, { widthPx: 200 }).scene);
    expect(a.data).toEqual(b.data);
    expect(wallPhoto(testWall(6, { widthPx: 200 }).scene).data).not.toEqual(a.data);
  });

  it('has its beam dark over the cutoff, and its hot spot under it', () => {
    const beam = practiceBeam({ hotCd: 10_000 });
    expect(candelaIn(beam, directionOf(-3, 1))).toBeLessThan(120);
    expect(candelaIn(beam, directionOf(1.2, -0.9))).toBeGreaterThan(9000);
  });
});

describe('a simulated meter', () => {
  it('repeats within its kind, shows its digits, and is alike by its seed', () => {
    const [a, b] = [simulatedMeter(7), simulatedMeter(7)];
    const shown = Array.from({ length: 50 }, () => a(1234.567));
    expect(shown).toEqual(Array.from({ length: 50 }, () => b(1234.567)));
    expect(shown.every((x) => Number.isInteger(x) && Math.abs(x / 1234.567 - 1) < 0.09)).toBe(true);
    expect(new Set(shown).size).toBeGreaterThan(10);
    expect(simulatedMeter(7)(0)).toBe(0);
  });
});
