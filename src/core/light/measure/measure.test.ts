import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { betweenFrames, LEAST_TAPS, tapped } from './taps';

describe('tapping along', () => {
  it('4: nine taps give 119.96 a minute, 95 % 119.28 to 120.65', () => {
    const r = tapped([0, 512, 988, 1507, 1995, 2510, 2992, 3498, 4010]);
    if (r.kind !== 'rate') throw new Error(r.kind);
    expect(r.perMinute.value).toBeCloseTo(119.96, 2);
    expect(r.perMinute.from).toBeCloseTo(119.28, 2);
    expect(r.perMinute.to).toBeCloseTo(120.65, 2);
    expect(r.missed).toEqual([]);
  });

  it('holding it while it is lit gives the lit share, to eight points at best', () => {
    const down = Array.from({ length: 10 }, (_, k) => k * 600);
    const r = tapped(
      down,
      down.map((t) => t + 270),
    );
    if (r.kind !== 'rate') throw new Error(r.kind);
    expect(r.onShare?.value).toBeCloseTo(0.45, 6);
    expect(r.onShare?.from).toBeCloseTo(0.37, 6);
    expect(r.onShare?.to).toBeCloseTo(0.53, 6);
  });

  it('a flash that was left out is asked about', () => {
    const r = tapped([0, 500, 1000, 2000, 2500, 3000, 3500, 4000]);
    expect(r.kind === 'rate' && r.missed).toEqual([3]);
    // And the rate is that of the flashes, not of the taps.
    expect(r.kind === 'rate' && r.perMinute.value).toBeCloseTo(120, 6);
  });

  it('whichever flashes are left out, one or two at a time, the rate is the same', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 18 }), { minLength: 0, maxLength: 6 }), (out) => {
        const taps = Array.from({ length: 20 }, (_, k) => k * 640).filter((_, k) => !out.includes(k));
        const gaps = taps.slice(1).map((v, k) => (v - (taps[k] ?? 0)) / 640);
        const r = tapped(taps);
        expect(r.kind === 'rate' && r.perMinute.value).toBeCloseTo(60_000 / 640, 6);
        expect(r.kind === 'rate' && r.missed).toEqual(gaps.flatMap((x, k) => (x > 1 ? [k + 1] : [])));
      }),
    );
  });

  it('the interval holds the true rate in about 19 of 20 seeded runs, and even taps have none', () => {
    let inside = 0;
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -40, max: 40 }), { minLength: 10, maxLength: 10 }), (noise) => {
        const r = tapped(noise.map((e, k) => k * 650 + e));
        if (r.kind !== 'rate') return;
        if (r.perMinute.from <= 60_000 / 650 && 60_000 / 650 <= r.perMinute.to) inside += 1;
      }),
      { seed: 42, numRuns: 400 },
    );
    expect(inside / 400).toBeGreaterThan(0.9);
    const even = tapped(Array.from({ length: 8 }, (_, k) => k * 500));
    expect(even.kind === 'rate' && even.perMinute.to - even.perMinute.from).toBeCloseTo(0, 9);
  });

  it('too few taps, and times that run backwards, are said', () => {
    expect(tapped([0, 1, 2])).toEqual({ kind: 'too-few', taps: 3, least: LEAST_TAPS });
    expect(tapped([0, 500, 1000, 900, 2000, 2500, 3000, 3500])).toEqual({ kind: 'not-forward', index: 3 });
  });
});

describe('frames', () => {
  it('4: 1012 to 1058 at 240 a second is 191.7 ms, 187.5 to 195.8; six frames at 30 are 166.7 to 233.3', () => {
    const r = betweenFrames(1012, 1058, 240);
    expect([r?.value, r?.from, r?.to].map((x) => Math.round((x ?? 0) * 10) / 10)).toEqual([
      191.7, 187.5, 195.8,
    ]);
    const six = betweenFrames(0, 6, 30);
    expect([six?.from, six?.to].map((x) => Math.round((x ?? 0) * 10) / 10)).toEqual([166.7, 233.3]);
  });

  it('frames that run backwards and a rate of nothing are refused', () => {
    expect(betweenFrames(10, 9, 240)).toBeNull();
    expect(betweenFrames(1, 2, 0)).toBeNull();
  });
});
