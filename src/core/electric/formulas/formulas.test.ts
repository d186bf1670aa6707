import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BLADE_FUSES_A,
  drainDays,
  feedFuse,
  type FlasherKind,
  flashRate,
  loadResistor,
  lowLoadCures,
  sizesLike,
  SYSTEM_V,
  systemVOf,
  voltageDrop,
  wireOhm,
  WIRE_SIZES,
  WIRES,
  worksOn,
} from '.';
import { type Reason, reason } from '../../kernel/reason';
import { USUAL_FIGURES } from './figures';
import { STOCK_OHM } from './loadResistor';

const size = fc.constantFrom(...WIRE_SIZES);

describe('voltage drop', () => {
  const at = (more: object = {}) =>
    voltageDrop(
      { currentA: 5.2, lengthM: 3.2, wire: 'AWG 18', tempC: 60, return: 'two-wire', ...more },
      13.5,
      9,
    );
  it('5.2 A over 3.2 m of AWG 18 at 60 °C, there and back: 0.155 Ω, 0.807 V', () => {
    expect(at().loopOhm).toBeCloseTo(0.155, 3);
    expect(at().dropV).toBeCloseTo(0.807, 3);
    // 0.807 V is over 0.7 V; AWG 16 loses 0.507 V.
    expect(at()).toMatchObject({ within: false, thicker: 'AWG 16', lampEnough: true });
  });
  it('a way back through the body counts as it is said, not as nothing', () => {
    expect(at({ return: 'chassis' }).dropV).toBeCloseTo(0.403, 3);
    expect(at({ return: 'chassis', chassisOhm: 0.05 }).dropV).toBeCloseTo(0.663, 3);
  });
  it('metric wire is replaced by metric wire', () => expect(at({ wire: '0.5 mm²' }).thicker).toBe('1.5 mm²'));
  it('the lamp’s own least voltage counts too', () =>
    expect(
      voltageDrop(
        { currentA: 5.2, lengthM: 3.2, wire: 'AWG 18', tempC: 60, return: 'two-wire' },
        11,
        10.5,
        1,
      ),
    ).toMatchObject({ within: true, lampEnough: false }));
  it('what is left for the lamp is the supply without the loss, and a thicker wire may be wanted for its sake alone', () => {
    const drop = voltageDrop(
      { currentA: 5.2, lengthM: 3.2, wire: 'AWG 18', tempC: 60, return: 'two-wire' },
      11,
      10.3,
      1,
    );
    // 11 − 0.807 V; AWG 16 leaves 11 − 0.507 V.
    expect(drop.lampV).toBeCloseTo(10.193, 3);
    expect(drop).toMatchObject({ within: true, lampEnough: false, thicker: 'AWG 16' });
  });
  it('a limit that is just met is met', () => {
    // 5 A over 0.1 Ω of body and no wire to speak of.
    const i = {
      currentA: 5,
      lengthM: 0,
      wire: 'AWG 10',
      tempC: 20,
      return: 'chassis',
      chassisOhm: 0.1,
    } as const;
    expect(voltageDrop(i, 12, 11.5, 0.5)).toMatchObject({ within: true, lampEnough: true, thicker: null });
    expect(voltageDrop(i, 12, 11.6, 0.4)).toMatchObject({ within: false, lampEnough: false, thicker: null });
  });
  it('grows in proportion to current and length, and falls with thicker wire', () => {
    fc.assert(
      fc.property(
        size,
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (wire, currentA, lengthM) => {
          const drop = (a: number, l: number, w = wire) =>
            voltageDrop({ currentA: a, lengthM: l, wire: w, tempC: 20, return: 'two-wire' }, 13.5, 9).dropV;
          expect(drop(2 * currentA, lengthM)).toBeCloseTo(2 * drop(currentA, lengthM), 9);
          expect(drop(currentA, 2 * lengthM)).toBeCloseTo(2 * drop(currentA, lengthM), 9);
          const sizes = sizesLike(wire);
          const thicker = sizes[sizes.indexOf(wire) + 1];
          if (thicker) expect(drop(currentA, lengthM, thicker)).toBeLessThan(drop(currentA, lengthM));
        },
      ),
    );
  });
  it('copper at 70 °C has a fifth more than at 20: 50 × 0.393 %', () =>
    expect(wireOhm('1.0 mm²', 1, 70) / wireOhm('1.0 mm²', 1, 20)).toBeCloseTo(1.1965, 4));
});

describe('the fuse of an added feed', () => {
  it.each([
    [1.1, 'AWG 18', { kind: 'fuse', fuseA: 2 }],
    [3.75, 'AWG 18', { kind: 'fuse', fuseA: 5 }],
    [3.76, 'AWG 18', { kind: 'fuse', fuseA: 7.5 }],
    [7.5, 'AWG 18', { kind: 'fuse', fuseA: 10 }],
    [7.6, 'AWG 18', { kind: 'thicker-wire', wire: 'AWG 16' }],
    [29, '0.5 mm²', { kind: 'thicker-wire', wire: null }],
    [31, 'AWG 10', { kind: 'thicker-wire', wire: null }],
  ] as const)('%d A on %s', (a, wire, expected) => expect(feedFuse(a, wire)).toMatchObject(expected));

  it('is always one that is made, holds the load and spares the wire', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 45, noNaN: true }), size, (a, wire) => {
        const f = feedFuse(a, wire);
        if (f.kind !== 'fuse') return;
        expect(BLADE_FUSES_A).toContain(f.fuseA);
        expect(f.fuseA * 0.75).toBeGreaterThanOrEqual(a - 1e-6);
        expect(f.fuseA).toBeLessThanOrEqual(WIRES[wire].maxFuseA);
      }),
    );
  });
});

describe('the load resistor', () => {
  const at = (more: object = {}) =>
    loadResistor({ bulbA: 1.556, threshold: 0.6, lampA: 0.25, systemV: 12, steady: false, ...more });
  it('bulb 1.556 A, share 0.6, lamp 0.25 A: 0.777 A wanted, at most 17.4 Ω, so 15 Ω of the stock', () => {
    const r = at();
    if (r.kind !== 'resistor') throw new Error(r.kind);
    expect(r.neededA).toBeCloseTo(0.777, 3);
    expect(r.mostOhm).toBeCloseTo(17.4, 1);
    // At 11.5 V: 0.6 × 1.556 − 0.25 = 0.684 A; 11.5 ÷ 0.684 = 16.8 Ω.
    expect(r.mostAtLowOhm).toBeCloseTo(16.8, 1);
    expect(r).toMatchObject({ ohm: 15, hot: true });
    // 14.4² ÷ 15 = 13.8 W; where it can stay on, twice that is wanted.
    expect(r.heatW).toBeCloseTo(13.82, 2);
    expect(r.ratingW).toBeCloseTo(13.82, 2);
    expect(at({ steady: true })).toMatchObject({ ratingW: expect.closeTo(27.65, 2) as number });
  });
  it('is none where the lamp draws enough by itself', () =>
    expect(at({ lampA: 1.1 }).kind).toBe('none-needed'));
  it('is none where the lamp draws just what is wanted', () =>
    expect(at({ bulbA: 2, threshold: 0.5, lampA: 1.1 * 0.5 * 2 }).kind).toBe('none-needed'));
  it('takes the stock value itself where that is the most, and says hot only over 5 W', () => {
    // 13.5 V ÷ 0.41 A = 33 Ω; at 11.5 V a threshold that falls as the bulb does wants 0.341 A, 33.7 Ω. 14.4² ÷ 33 = 6.3 W.
    const r = loadResistor({
      bulbA: 1,
      threshold: 13.5 / 33 / 1.1,
      lampA: 0,
      follows: true,
      systemV: 12,
      steady: false,
    });
    expect(r).toMatchObject({ kind: 'resistor', hot: true });
    if (r.kind === 'resistor') expect([r.ohm, r.heatW]).toEqual([33, expect.closeTo(6.284, 3)]);
    const truck = loadResistor({ bulbA: 1, threshold: 0.6, lampA: 0.1, systemV: 24, steady: false });
    // 0.66 − 0.1 = 0.56 A; 28 ÷ 0.56 = 50 Ω, so 33 Ω; 28.8² ÷ 33 = 25.1 W.
    if (truck.kind !== 'resistor') throw new Error(truck.kind);
    expect([truck.mostOhm, truck.heatW]).toEqual([expect.closeTo(50, 6), expect.closeTo(25.13, 2)]);
  });
  it('holds the threshold as it is at the lowest voltage, fixed or following it: else the next smaller is taken', () => {
    // 0.9 A wanted, the lamp draws 0.1: 1.1 × 0.9 − 0.1 = 0.89 A; 13.5 ÷ 0.89 = 15.2 Ω, so 15 Ω.
    // At 11.5 V: 11.5 ÷ 15 + 0.1 = 0.867 A, under a fixed 0.9 A, over 0.9 × (11.5 ÷ 13.5)^0.55 = 0.824 A. With 12 Ω 1.058 A.
    const at11 = { bulbA: 1.5, threshold: 0.6, lampA: 0.1, systemV: 12, steady: false } as const;
    expect(loadResistor(at11)).toMatchObject({
      ohm: 12,
      atLow: { sumA: expect.closeTo(1.058, 3) as number },
    });
    expect(loadResistor({ ...at11, follows: true })).toMatchObject({ ohm: 15 });
    // What was proposed: 33 Ω, which fails at 11.5 V where 27 Ω holds. 0.42 A wanted, 0.05 A drawn: 13.5 ÷ 0.412 = 32.8,
    // 11.5 ÷ 0.37 = 31.1 Ω; a margin of 1.05 lets 33 Ω through at the test voltage (13.5 ÷ 0.391 = 34.5 Ω).
    const near = loadResistor(
      { bulbA: 0.7, threshold: 0.6, lampA: 0.05, systemV: 12, steady: false },
      { ...USUAL_FIGURES, resistorMargin: 1.05 },
    );
    expect(near).toMatchObject({ ohm: 27 });
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 4, noNaN: true }),
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(12 as const, 24 as const),
        fc.boolean(),
        (bulbA, threshold, lampA, systemV, follows) => {
          const r = loadResistor({ bulbA, threshold, lampA, systemV, steady: false, follows });
          if (r.kind !== 'resistor') return;
          const lowV = systemV === 12 ? 11.5 : 23;
          const wanted = threshold * bulbA * (follows ? (lowV / SYSTEM_V[systemV].testV) ** 0.55 : 1);
          const holds = (ohm: number) =>
            SYSTEM_V[systemV].testV / ohm + lampA >= 1.1 * threshold * bulbA - 1e-9 &&
            lowV / ohm + lampA >= wanted - 1e-9;
          expect(holds(r.ohm)).toBe(true);
          // The largest of the stock that does.
          for (const larger of STOCK_OHM.filter((o) => o > r.ohm + 1e-9)) expect(holds(larger)).toBe(false);
        },
      ),
    );
  });
  it('is none in stock where even the smallest is too large', () =>
    expect(at({ bulbA: 8 }).kind).toBe('none-in-stock'));
  it('brings the sum over the threshold at the test voltage, whatever the lamp', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 4, noNaN: true }),
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (bulbA, threshold, lampA) => {
          const r = loadResistor({ bulbA, threshold, lampA, systemV: 12, steady: false });
          if (r.kind === 'resistor')
            expect(13.5 / r.ohm + lampA).toBeGreaterThanOrEqual(1.1 * threshold * bulbA - 1e-9);
        },
      ),
    );
  });
});

describe('the flasher', () => {
  it.each<[FlasherKind, number, string]>([
    ['load-sensing', 3.5, 'right'],
    ['load-sensing', 1, 'fast'],
    ['load-sensing', 0, 'steady'],
    ['fixed-load-thermal', 1, 'steady'],
    ['fixed-load-thermal', 2, 'slow'],
    ['fixed-load-thermal', 3.6, 'right'],
    ['heavy-duty', 0.1, 'right'],
    ['made-for-led', 0.5, 'right'],
  ])('%s at %d A is %s', (kind, load, what) => expect(flashRate(kind, load).what).toBe(what));
  it.each<[FlasherKind, number, number, boolean]>([
    // Half-way from 2.2 A (55) to 3.6 A (90).
    ['fixed-load-thermal', 2.9, 72.5, true],
    ['load-sensing', 2.4, 90, true],
    ['load-sensing', 0.2, 170, false],
    ['load-sensing', 20, 88, true],
    ['fixed-load-thermal', 9, 150, false],
    ['made-for-led', 15, 90, true],
  ])('%s at %d A: %d a minute, allowed: %s', (kind, load, perMinute, within) => {
    const rate = flashRate(kind, load);
    expect(rate.perMinute).toBeCloseTo(perMinute, 9);
    expect(rate.within).toBe(within);
  });
  it('a load-sensing one is steady, fast or normal, and nothing between: 0.1 A is no flash of 85', () => {
    const rate = flashRate('load-sensing', 0.1);
    expect([rate.what, rate.perMinute]).toEqual(['steady', 0]);
    for (let a = 0; a <= 10; a += 0.01) {
      const { perMinute: r } = flashRate('load-sensing', a);
      expect([a, r === 0 || (r >= 160 && r <= 170) || (r >= 88 && r <= 90)]).toEqual([a, true]);
    }
  });
  it('where units of a kind differ both rates are said, and none is called right', () => {
    expect(flashRate('load-sensing', 2.15)).toEqual({
      perMinute: 160,
      or: 90,
      what: 'either',
      within: false,
    });
    expect(flashRate('load-sensing', 2.4).or).toBeNull();
  });
  it('one that follows its load never jumps: close loads have close rates', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<FlasherKind>('fixed-load-thermal', 'heavy-duty', 'made-for-led'),
        fc.double({ min: 0, max: 25, noNaN: true }),
        (kind, a) => {
          expect(Math.abs(flashRate(kind, a).perMinute - flashRate(kind, a + 1e-6).perMinute)).toBeLessThan(
            0.01,
          );
        },
      ),
    );
  });
});

describe('standing drain', () => {
  it('60 Ah, half of it, 21 mA of its own and 9 mA added: 41.7 days', () => {
    expect(drainDays(60, 21, 9)).toBeCloseTo(41.67, 2);
    expect(drainDays(60, 0, 0)).toBe(Infinity);
  });
});

describe('a lamp that the vehicle misses', () => {
  const cures = (more: object = {}) =>
    lowLoadCures({ belowA: 0.9, lampA: 0.25, systemV: 12, flashing: true, ...more });
  const codes = (reasons: readonly Reason[] = []) => reasons.map((r) => r.code);

  it('is cured by a setting before anything is added, and by a resistor last', () =>
    expect(cures().map((c) => c.cure)).toEqual(['setting', 'flasher', 'decoder', 'resistor']));
  it('a flasher is no cure for a light that stays on', () =>
    expect(cures({ flashing: false }).map((c) => c.cure)).toEqual(['setting', 'decoder', 'resistor']));
  it('each has something for it and something against it', () => {
    for (const c of cures()) {
      expect(codes(c.for)).toEqual([`cure-for-${c.cure}`]);
      expect(codes(c.against).at(-1)).toBe(`cure-against-${c.cure}`);
    }
  });
  it('the resistor brings the current over the threshold; it hides a failure, and its heat is said', () => {
    const resistor = cures().at(-1);
    // 1.1 × 0.9 − 0.25 = 0.74 A; 13.5 ÷ 0.74 = 18.2 Ω. At 11.5 V the fixed 0.9 A want 11.5 ÷ 0.65 = 17.7 Ω: 18 Ω would fail
    // there, so 15 Ω; 14.4² ÷ 15 = 13.82 W.
    expect(resistor?.resistor).toMatchObject({
      kind: 'resistor',
      ohm: 15,
      ratingW: expect.closeTo(13.824, 6) as number,
    });
    expect(resistor?.against).toEqual([
      reason('cure-hides-failure'),
      reason('cure-hot', { heatW: 13.8 }),
      reason('cure-against-resistor'),
    ]);
  });
  it('one that stays on is rated twice', () =>
    expect(cures({ flashing: false }).at(-1)?.resistor).toMatchObject({
      ratingW: expect.closeTo(27.648, 6) as number,
    }));
  it('no heat is said where there is no resistor, and only the resistor carries one', () => {
    expect(codes(cures({ belowA: 8 }).at(-1)?.against)).toEqual([
      'cure-hides-failure',
      'cure-against-resistor',
    ]);
    expect(
      cures()
        .filter((c) => c.resistor)
        .map((c) => c.cure),
    ).toEqual(['resistor']);
    for (const c of cures().slice(0, 3)) expect(codes(c.against)).toEqual([`cure-against-${c.cure}`]);
  });
});

describe('the voltage of a vehicle', () => {
  it('is read from its fact, and unknown stays unknown', () => {
    expect(systemVOf('12')).toBe(12);
    expect(systemVOf('24')).toBe(24);
    expect(systemVOf('both')).toBeNull();
    expect(systemVOf(null)).toBeNull();
  });
  it('a lamp bears it only if it works over all of its range', () => {
    // 11.5–14.8 V and 23–29.6 V: a lamp of 10–30 V is right on either.
    expect([worksOn(12, 10, 30), worksOn(24, 10, 30)]).toEqual([true, true]);
    expect([worksOn(12, 9, 16), worksOn(24, 9, 16)]).toEqual([true, false]);
    expect([worksOn(12, 11.5, 14.8), worksOn(24, 23, 29.6)]).toEqual([true, true]);
    expect([worksOn(12, 12, 16), worksOn(12, 9, 14.5)]).toEqual([false, false]);
    expect([worksOn(6, 5.5, 8), worksOn(6, 9, 16), worksOn(6, 10, 30)]).toEqual([true, false, false]);
    expect([worksOn(24, 18, 29), worksOn(24, 24, 32)]).toEqual([false, false]);
  });
});
