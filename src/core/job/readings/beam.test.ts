import { describe, expect, it } from 'vitest';
import type { BodyOf } from '../events';
import { aimDistancesMm, beamChange, glareIn, lampAims } from './beam';

const L = 'headlamp.front.left';
const read = (lux: number, more: Partial<BodyOf<'light-read'>> = {}): BodyOf<'light-read'> =>
  ({
    swap: 's',
    when: 'before',
    lux: { [L]: lux },
    distanceMm: 7620,
    meter: 'Lux 3',
    after: [],
    ...more,
  }) as BodyOf<'light-read'>;
const aim = (upMm: number, more: Partial<BodyOf<'aim-read'>> = {}): BodyOf<'aim-read'> =>
  ({
    swap: 's',
    lamps: { [L]: { upMm, centreMm: 840, lensMm: 130 } },
    market: 'ECE',
    distanceMm: 7620,
    after: [],
    ...more,
  }) as BodyOf<'aim-read'>;

describe('light before and after', () => {
  it('is a ratio and the true change with their intervals; what nobody wrote down is named', () => {
    const change = beamChange(read(240), read(980));
    expect(change.alike.verdict).toBe('unsure');
    expect(change.ratios[0]?.ratio.value).toBeCloseTo(4.083, 3);
    expect(change.ratios[0] && Math.round(change.ratios[0].percent.value)).toBe(308);
    expect(change.ratios[0]?.ratio.from).toBeCloseTo(3.765, 3);
  });

  it('unlike set-ups are told by the part that differs, and get no ratio', () => {
    const change = beamChange(read(240, { load: 'unladen' }), read(980, { load: 'laden', meter: 'Lux 4' }));
    expect(change.ratios).toEqual([]);
    expect(change.alike.why.map((w) => ('part' in w.facts ? w.facts.part : ''))).toEqual(['meter', 'load']);
  });

  it('two volts at the lamp are another light: 13.0 and 13.5 V do not compare, 13.2 and 13.3 V do', () => {
    const verdict = (a: number, b: number) =>
      beamChange(read(1, { volts: a }), read(2, { volts: b })).alike.verdict;
    expect(verdict(13, 13.5)).toBe('unlike');
    expect(verdict(13.2, 13.3)).toBe('unsure');
  });

  it('the eye point is compared by itself, and on one side of the road', () => {
    const eye = { eyeLux: { [L]: 6 }, traffic: 'right' as const };
    const change = beamChange(read(240, eye), read(980, { ...eye, eyeLux: { [L]: 9 } }));
    expect(change.ratios.map((r) => [r.point, r.ratio.value])).toEqual([
      ['hot-spot', change.ratios[0]?.ratio.value],
      ['eye', 1.5],
    ]);
    expect(beamChange(read(240, eye), read(980, { ...eye, traffic: 'left' })).ratios).toHaveLength(1);
    expect(glareIn(read(980, { ...eye, eyeLux: { [L]: 9 } }))[0]?.glare).toMatchObject({ over: true });
    expect(glareIn(read(980, { eyeLux: { [L]: 9 } }))).toEqual([]);
  });
});

describe('aim by its figures', () => {
  it('passes by the rule at the height of the lower edge, not by anybody’s word', () => {
    const [lamp] = lampAims(aim(-80));
    expect(lamp).toMatchObject({ lowerEdgeMm: 775, passes: true });
    expect(lamp?.judged).toHaveLength(1);
    expect(lamp?.judged[0]?.line.fromLevelMm).toBeCloseTo(-76.2, 6);
    expect(lampAims(aim(0))[0]).toMatchObject({ passes: false, judged: [{ verdict: 'fails' }] });
  });

  it('a promised aim is the target, and what merely passes does not keep it', () => {
    const promised = { promisedPercent: -2 };
    expect(lampAims(aim(-80, promised))[0]?.passes).toBe(false);
    expect(lampAims(aim(-152, promised))[0]).toMatchObject({ passes: true, judged: [{ verdict: 'set' }] });
  });

  it('where no rule is known nothing passes by itself', () => {
    expect(lampAims(aim(-80, { market: 'none' }))[0]).toMatchObject({ judged: [], passes: false });
  });

  it('a cutoff from a picture keeps the distance and the uncertainty of its picture', () => {
    // By hand: −136 mm at 5 760 mm are −2.361 %; taken for the wall at 7 620 mm they were −1.785 %, and passed.
    const of = (spot: object) =>
      lampAims(aim(0, { lamps: { [L]: { upMm: -136, centreMm: 840, lensMm: 130, ...spot } } }))[0];
    const photo = of({ distanceMm: 5760, uMm: 10 });
    expect(photo?.found.percent).toBeCloseTo(-2.361, 3);
    expect(photo?.distanceMm).toBe(5760);
    expect(aimDistancesMm([{ distanceMm: 5760 }, {}, { distanceMm: 7620 }], 7620)).toEqual([5760, 7620]);
    expect(aimDistancesMm([], 7620)).toEqual([7620]);
    // 2 × √((10 ÷ 5760 × 100)² + 0.05²) = 0.361 %.
    expect((photo?.found.to ?? 0) - (photo?.found.percent ?? 0)).toBeCloseTo(0.361, 3);
    expect(of({})?.found.percent).toBeCloseTo(-1.785, 3);
    // The line on that wall, and the way to it, are in millimetres of that wall.
    const [p, t] = [photo?.judged[0], photo?.judged[0]?.target.setTo ?? 0];
    expect(p?.line.fromLevelMm).toBeCloseTo((t / 100) * 5760, 6);
    expect(p?.moveMm).toBeCloseTo((t / 100) * 5760 + 136, 6);
  });

  it('a vehicle that leans is read against its own level', () => {
    const lean = { noseDownMm: 18, wheelbaseMm: 3000 };
    expect(lampAims(aim(-121.92, lean))[0]?.found.percent).toBeCloseTo(-1, 6);
  });
});
