import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dropLimitV } from './drop';
import {
  changedFigures,
  FIGURE_NAMES,
  FIGURE_RULES,
  type Figures,
  figuresOf,
  USUAL_FIGURES,
} from './figures';
import { feedFuse } from './fuse';
import { loadResistor } from './loadResistor';
import { lowLoadCures } from './lowLoad';
import { WIRE_SIZES } from './wire';

const anyFigures = fc
  .record({
    ...Object.fromEntries(
      FIGURE_NAMES.map((n) => [
        n,
        fc.double({ min: FIGURE_RULES[n].min, max: FIGURE_RULES[n].max, noNaN: true }),
      ]),
    ),
    maxFuseA: fc.dictionary(fc.constantFrom(...WIRE_SIZES), fc.constantFrom(5, 7.5, 10, 15, 20)),
  })
  .map((changed) => figuresOf(changed as Partial<Figures>));

describe('figures of a shop', () => {
  it('are the usual ones with what was changed, and only that is worth keeping', () => {
    expect(changedFigures(USUAL_FIGURES)).toEqual({});
    fc.assert(
      fc.property(anyFigures, (f) => {
        expect(figuresOf(changedFigures(f))).toEqual(f);
      }),
    );
    expect(changedFigures({ ...USUAL_FIGURES, usableShare: 0.4 })).toEqual({ usableShare: 0.4 });
  });

  it('their usual ones lie within their bounds', () => {
    for (const n of FIGURE_NAMES) {
      const { usual, min, max } = FIGURE_RULES[n];
      expect([n, usual >= min && usual <= max]).toEqual([n, true]);
    }
  });
});

describe('what hangs on them', () => {
  it('a fuse is the first size at or over the load ÷ the share, and no larger than the wire bears', () => {
    // By hand: 6 A ÷ 0.75 = 8 A → 10 A on AWG 18; ÷ 0.5 = 12 A → 15 A, which AWG 18 does not bear and AWG 16 does.
    expect(feedFuse(6, 'AWG 18')).toMatchObject({ kind: 'fuse', fuseA: 10 });
    expect(feedFuse(6, 'AWG 18', figuresOf({ fuseShare: 0.5 }))).toMatchObject({
      kind: 'thicker-wire',
      leastA: 12,
      wire: 'AWG 16',
    });
    const thin = figuresOf({ maxFuseA: { 'AWG 18': 7.5 } as Figures['maxFuseA'] });
    expect(feedFuse(6, 'AWG 18', thin)).toMatchObject({ kind: 'thicker-wire', wire: 'AWG 16' });
    fc.assert(
      fc.property(anyFigures, fc.double({ min: 0.1, max: 25, noNaN: true }), (f, currentA) => {
        const fuse = feedFuse(currentA, 'AWG 16', f);
        if (fuse.kind !== 'fuse') return;
        expect(fuse.fuseA * f.fuseShare).toBeGreaterThanOrEqual(currentA - 1e-6);
        expect(fuse.fuseA).toBeLessThanOrEqual(f.maxFuseA['AWG 16']);
      }),
    );
  });

  it('a resistor brings the current to the margin, and is checked at the monitor’s lowest voltage', () => {
    const bulb = { bulbA: 1.556, threshold: 0.6, lampA: 0.25, systemV: 12 as const, steady: false };
    // By hand: 1.1 × 0.6 × 1.556 − 0.25 = 0.777 A → 15 Ω; 1.5 × 0.6 × 1.556 − 0.25 = 1.150 A → 13.5 ÷ 1.150 = 11.7 → 10 Ω.
    expect(loadResistor(bulb)).toMatchObject({ ohm: 15 });
    expect(loadResistor(bulb, figuresOf({ resistorMargin: 1.5 }))).toMatchObject({ ohm: 10 });
    // 0.9 A wants 15 Ω; at 9 V that is 0.6 A, under the fixed 0.9 A: 9 ÷ 0.9 = 10 Ω.
    const low = loadResistor(
      { ...bulb, bulbA: 1.5, lampA: 0 },
      figuresOf({ resistorMargin: 1, monitorLow12V: 9 }),
    );
    expect(low).toMatchObject({ kind: 'resistor', ohm: 10, mostAtLowOhm: expect.closeTo(10, 9) as number });
    const cure = lowLoadCures(
      { belowA: 0.9336, lampA: 0.25, systemV: 12, flashing: true },
      figuresOf({ resistorMargin: 1.5 }),
    ).find((c) => c.cure === 'resistor');
    expect(cure?.resistor).toMatchObject({ ohm: 10 });
  });

  it('a headlamp has a limit of its own', () => {
    const f = figuresOf({ headlampDropV: 0.3, otherDropV: 0.9 });
    expect([dropLimitV('headlamp', f), dropLimitV('fog-front', f), dropLimitV(undefined, f)]).toEqual([
      0.3, 0.9, 0.9,
    ]);
  });
});
