import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mean, type Piece, sample, stretches, type Waveform } from '.';

const MS = 1000;
const level = fc.constantFrom(0, 0.25, 0.5, 1);
const piece: fc.Arbitrary<Piece> = fc.record(
  { durationUs: fc.integer({ min: 1, max: 400 }), level, to: level },
  { requiredKeys: ['durationUs', 'level'] },
);
const simple: fc.Arbitrary<Waveform> = fc.oneof(
  level.map((l): Waveform => ({ kind: 'steady', level: l })),
  fc
    .tuple(fc.array(piece, { minLength: 1, maxLength: 4 }), fc.integer({ min: 0, max: 300 }), fc.nat(999))
    .map(([pieces, phaseUs, part]): Waveform => ({
      kind: 'periodic',
      // No whole number: edges have to be rounded and must not drift.
      periodUs: pieces.reduce((n, p) => n + p.durationUs, 0) + part / 1000,
      phaseUs,
      pieces,
    })),
  fc
    .tuple(fc.array(piece, { maxLength: 4 }), level)
    .map(([pieces, then]): Waveform => ({ kind: 'once', pieces, then })),
);
const END = 3000;
const times = fc.array(fc.integer({ min: 0, max: END - 1 }), { minLength: 20, maxLength: 40 });
const near = (a: number, b: number) => Math.abs(a - b) < 0.02;

describe('a waveform', () => {
  it('of 90 a minute has its edges at round(k · T): the thousandth is no microsecond late', () => {
    const w: Waveform = {
      kind: 'periodic',
      periodUs: 60_000_000 / 90,
      phaseUs: 0,
      pieces: [{ durationUs: 60_000_000 / 180, level: 1 }],
    };
    const edges = stretches(w, 0, 700_000 * MS)
      .filter((s) => s.from === 1)
      .map((s) => s.fromUs);
    expect(edges[1]).toBe(666_667);
    expect(edges[2]).toBe(1_333_333);
    expect(edges[1000]).toBe(Math.round((1000 * 60_000_000) / 90));
  });

  it('combined is the combination of its samples: gate, max, scale, delay', () => {
    fc.assert(
      fc.property(simple, simple, times, (a, b, ts) => {
        for (const t of ts) {
          const [x, y] = [sample(a, t), sample(b, t)];
          // Ramps cross between two microseconds: a part of a thousandth of a step is rounded.
          expect(near(sample({ kind: 'gate', of: [a, b] }, t), Math.min(x, y))).toBe(true);
          expect(near(sample({ kind: 'max', of: [a, b] }, t), Math.max(x, y))).toBe(true);
          expect(sample({ kind: 'scale', by: 0.5, of: a }, t)).toBeCloseTo(x / 2, 9);
          expect(sample({ kind: 'delay', byUs: 100, of: a }, t)).toBe(t < 100 ? 0 : sample(a, t - 100));
        }
      }),
      { seed: 7, numRuns: 150 },
    );
  });

  it('gate is commutative and idempotent, over the whole span', () => {
    fc.assert(
      fc.property(simple, simple, (a, b) => {
        const ab = stretches({ kind: 'gate', of: [a, b] }, 0, END);
        expect(stretches({ kind: 'gate', of: [b, a] }, 0, END)).toEqual(ab);
        for (let t = 0; t < END; t += 37)
          expect(sample({ kind: 'gate', of: [a, a] }, t)).toBeCloseTo(sample(a, t), 12);
      }),
      { seed: 3, numRuns: 100 },
    );
  });

  it('held is the highest of the last microseconds', () => {
    fc.assert(
      fc.property(
        simple,
        fc.integer({ min: 1, max: 250 }),
        fc.integer({ min: 300, max: 1500 }),
        (a, h, t) => {
          let most = 0;
          for (let u = Math.max(0, t - h + 1); u <= t; u += 1) most = Math.max(most, sample(a, u));
          const held = sample({ kind: 'hold', forUs: h, of: a }, t);
          // The end of a falling ramp lies between two samples.
          expect(held).toBeGreaterThanOrEqual(most - 1e-9);
          expect(held).toBeLessThanOrEqual(Math.max(most, sample(a, Math.max(0, t - h))) + 0.26);
        },
      ),
      { seed: 5, numRuns: 200 },
    );
  });

  it('repeats after its period, and has parts that follow one another', () => {
    fc.assert(
      fc.property(simple, (w) => {
        const list = stretches(w, 0, END);
        expect(list[0]?.fromUs).toBe(0);
        expect(list.at(-1)?.toUs).toBe(END);
        list.forEach((s, i) => i > 0 && expect(s.fromUs).toBe(list[i - 1]?.toUs));
        if (w.kind !== 'periodic') return;
        const whole: Waveform = { ...w, periodUs: Math.ceil(w.periodUs) };
        for (let t = w.phaseUs; t < 700; t += 13)
          expect(sample(whole, t)).toBe(sample(whole, t + whole.periodUs));
      }),
      { seed: 11, numRuns: 100 },
    );
  });

  it('mean(max) is not max(mean); a carrier lets its duty through', () => {
    const half = (phaseUs: number): Waveform => ({
      kind: 'periodic',
      periodUs: 100,
      phaseUs,
      pieces: [{ durationUs: 50, level: 1 }],
    });
    expect(mean({ kind: 'max', of: [half(0), half(50)] }, 0, 1000)).toBe(1);
    expect(Math.max(mean(half(0), 0, 1000), mean(half(50), 0, 1000))).toBe(0.5);
    expect(mean({ kind: 'steady', level: 1, carrier: { hz: 200, duty: 0.3 } }, 0, 1000)).toBeCloseTo(0.3, 12);
  });

  it('a period of nothing and a span that runs backwards are refused', () => {
    expect(() => stretches({ kind: 'periodic', periodUs: 0, phaseUs: 0, pieces: [] }, 0, 10)).toThrow(
      'No period',
    );
    expect(() => stretches({ kind: 'steady', level: 1 }, 10, 0)).toThrow('No span');
  });
});
