import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aheadOf, anglesOf, candelaOf, luxOf, offAxisOf, pointAt, reachOf } from './intensity';
import { changePercent, filamentLight, netLux, ratioOf } from './ratio';

describe('intensity from a reading on the wall', () => {
  it('120 lx read 15° off the axis at 7.62 m: 7 731 cd flat on the wall, 7 468 cd with the meter turned', () => {
    expect(candelaOf(120, 7620, 15)).toBeCloseTo(7731, 0);
    expect(candelaOf(120, 7620, 15, 'lamp')).toBeCloseTo(7468, 0);
  });

  it('12 000 cd at 0.65 m, 60 m ahead: 3.33 lx facing the vehicle, 0.0361 lx on the road; 1 lx at 109.5 m and 19.8 m', () => {
    const { facingLx, roadLx } = aheadOf(12_000, 0.65, 60);
    expect(facingLx).toBeCloseTo(3.33, 2);
    expect(roadLx).toBeCloseTo(0.0361, 4);
    expect(reachOf(12_000, 0.65, 1, 'facing')).toBeCloseTo(109.5, 1);
    expect(reachOf(12_000, 0.65, 1, 'road')).toBeCloseTo(19.8, 1);
  });

  it('the eye point at 7.62 m is 457 mm across and 76 mm up, and 350 cd are 6.0 lx there', () => {
    const p = pointAt({ hDeg: -3.43, vDeg: 0.57 }, 7620);
    expect([Math.round(p.acrossMm), Math.round(p.upMm)]).toEqual([-457, 76]);
    expect(luxOf(350, 7620, offAxisOf(p, 7620))).toBeCloseTo(6.0, 1);
  });

  it('law: there and back is the same, and no light reaches nowhere', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1e4, noNaN: true }),
        fc.double({ min: 1000, max: 30_000, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (lux, mm, deg) => {
          expect(luxOf(candelaOf(lux, mm, deg), mm, deg)).toBeCloseTo(lux, 6);
          const p = pointAt({ hDeg: deg / 2, vDeg: -deg / 3 }, mm);
          expect(anglesOf(p, mm).hDeg).toBeCloseTo(deg / 2, 8);
        },
      ),
      { seed: 2 },
    );
    expect(reachOf(1, 0.7, 5, 'facing')).toBe(0);
  });
});

describe('how many times as bright', () => {
  it('240 to 980 lx: 4.083 (3.765 to 4.429), +308 %; 480 to 630: 1.3125 (1.210 to 1.424), +31 %', () => {
    const first = ratioOf({ lux: 240 }, { lux: 980 });
    expect(first?.value).toBeCloseTo(4.083, 3);
    expect(first?.from).toBeCloseTo(3.765, 3);
    expect(first?.to).toBeCloseTo(4.429, 3);
    expect(first && Math.round(changePercent(first).value)).toBe(308);
    const second = ratioOf({ lux: 480 }, { lux: 630 });
    expect(second?.value).toBeCloseTo(1.3125, 4);
    expect(second?.from).toBeCloseTo(1.21, 3);
    expect(second?.to).toBeCloseTo(1.424, 3);
    expect(second && Math.round(changePercent(second).value)).toBe(31);
  });

  it('stray light is taken off both, with its own interval: 0.717 (0.635 to 0.810), not 0.908', () => {
    const r = ratioOf(
      { lux: 14.2, strayLux: 9.6, uLux: 0.115 },
      { lux: 12.9, strayLux: 9.6, uLux: 0.115 },
      { repeat: 0, place: 0, colour: 0 },
    );
    expect(r?.value).toBeCloseTo(0.717, 3);
    expect(r?.from).toBeCloseTo(0.635, 3);
    expect(r?.to).toBeCloseTo(0.81, 3);
  });

  it('there is no ratio to a lamp that gives nothing of its own', () => {
    expect(netLux({ lux: 3, strayLux: 5 })).toBe(0);
    expect(ratioOf({ lux: 9.6, strayLux: 9.6 }, { lux: 40, strayLux: 9.6 })).toBeNull();
    expect(ratioOf({ lux: 20 }, { lux: 0 })).toBeNull();
  });

  it('a filament at 13.5 V gives 13.7 % more than at 13.0 V', () =>
    expect(filamentLight(13, 13.5)).toBeCloseTo(1.137, 3));

  it('law: the interval holds the value, turned round it is turned round, and stray light of nothing changes nothing', () => {
    const lux = fc.double({ min: 1, max: 5000, noNaN: true });
    fc.assert(
      fc.property(lux, lux, (b, a) => {
        const [there, back] = [ratioOf({ lux: b }, { lux: a }), ratioOf({ lux: a }, { lux: b })];
        expect(there && there.from < there.value && there.value < there.to).toBe(true);
        expect((there?.value ?? 0) * (back?.value ?? 0)).toBeCloseTo(1, 4);
        expect((there?.from ?? 0) * (back?.to ?? 0)).toBeCloseTo(1, 4);
        expect(ratioOf({ lux: b, strayLux: 0 }, { lux: a, strayLux: 0 })).toEqual(there);
      }),
      { seed: 3 },
    );
  });
});
