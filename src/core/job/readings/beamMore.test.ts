import { describe, expect, it } from 'vitest';
import type { BodyOf } from '../events';
import { aimAgain, aimMove } from './aimAgain';
import { faultsOfLight, glareIn, halfChange, lampAims } from './beam';

const [L, R] = ['headlamp.front.left', 'headlamp.front.right'];
const read = (more: Partial<BodyOf<'light-read'>> = {}): BodyOf<'light-read'> => ({
  swap: 's',
  when: 'half',
  lux: { [L]: 240, [R]: 980 },
  distanceMm: 7620,
  meter: 'Lux 3',
  old: [L],
  after: [],
  ...more,
});
const aim = (upMm: number, more: Partial<BodyOf<'aim-read'>> = {}): BodyOf<'aim-read'> => ({
  swap: 's',
  lamps: { [L]: { upMm, centreMm: 840, lensMm: 130 } },
  market: 'ECE',
  distanceMm: 7620,
  after: [],
  ...more,
});

describe('half and half', () => {
  it('the new lamp against the old one at the same moment: 240 → 980 lx is 4.08×, +308 %', () => {
    const { alike, ratios } = halfChange(read());
    expect(alike.verdict).toBe('alike');
    expect(ratios).toHaveLength(1);
    expect(ratios[0]).toMatchObject({ position: R, before: 240, after: 980 });
    expect(ratios[0]?.ratio.value).toBeCloseTo(4.083, 3);
    expect(ratios[0] && Math.round(ratios[0].percent.value)).toBe(308);
  });

  it('says nothing where both are old, or the other was not read', () => {
    expect(halfChange(read({ old: [L, R] })).ratios).toEqual([]);
    expect(halfChange(read({ lux: { [L]: 240 } })).ratios).toEqual([]);
    expect(halfChange(read({ old: undefined })).ratios).toEqual([]);
  });
});

describe('a lamp under its load', () => {
  // Rear sinks 60 mm more than the front over 3 000 mm: the beam goes up by 2 %.
  const axles = { frontEmptyMm: 700, rearEmptyMm: 720, frontLoadedMm: 690, rearLoadedMm: 650 };

  it('set well while empty, it is high for its load: no pass, and no setting of the low band holds', () => {
    const [a] = lampAims(aim(-76.2, { axles, wheelbaseMm: 3000 }));
    expect(a?.pitchPercent).toBeCloseTo(2, 9);
    expect(a?.judged[0]).toMatchObject({ verdict: 'set', loaded: 'fails' });
    // From −2.5 to −0.5 %, and 2 % up: only −2.5 % itself stays.
    expect(a?.judged[0]?.settable).toEqual({ from: -2.5, until: -2.5 });
    expect(a?.passes).toBe(false);
    expect(lampAims(aim(-76.2))[0]?.passes).toBe(true);
  });

  it('with less of a load it passes both ways; where levelling alone can do it, that is said', () => {
    const [a] = lampAims(aim(-106, { axles: { ...axles, rearLoadedMm: 695 }, wheelbaseMm: 3000 }));
    expect(a?.pitchPercent).toBeCloseTo(0.5, 9);
    expect(a?.judged[0]).toMatchObject({ loaded: 'passes' });
    expect(a?.passes).toBe(true);
    const [more] = lampAims(aim(-76.2, { axles: { ...axles, rearLoadedMm: 620 }, wheelbaseMm: 3000 }));
    expect(more?.judged[0]?.settable).toBeNull();
  });
});

describe('what is wrong with a reading', () => {
  it('a meter past its date, volts that cannot be; near the wall intensity is apparent', () => {
    const codes = (b: BodyOf<'light-read'>, v: number | null = 12) =>
      faultsOfLight(b, '2026-11-28T10:00:00.000Z', v).map((f) => f.code);
    expect(codes(read())).toEqual(['light-apparent']);
    expect(codes(read({ calibratedTo: '2026-05-01' }))).toContain('meter-past-date');
    expect(codes(read({ calibratedTo: '2027-05-01' }))).toEqual(['light-apparent']);
    expect(codes(read({ volts: 3 }))).toContain('set-up-volts');
    expect(codes(read({ volts: 27, distanceMm: 25_000 }), 24)).toEqual([]);
  });

  it('the eye at 25 m has a point of its own', () => {
    const g = glareIn(read({ traffic: 'right', eyeLux: { [L]: 5 }, eye25Lux: { [L]: 2 } }));
    expect(g.map((x) => x.atM)).toEqual([50, 25]);
    // 5 lx at 7.62 m, 3.48° off its axis: 290 / cos³ = 291.9 cd, in the eye at 50 m 0.117 lx.
    expect(g[0]?.glare.candela).toBeCloseTo(291.9, 0);
    expect(g[0]?.glare.eyeLx).toBeCloseTo(0.1168, 3);
  });
});

describe('an aim in one sentence, and read again', () => {
  it('says how far and which way, on the wall and as an angle', () => {
    const [a] = lampAims(aim(0));
    // 0 mm at 7 620 mm, the line 1 % down: 76.2 mm too high, atan(0.01) = 0.573°.
    const move = a && aimMove(a, 7620);
    expect(move).toMatchObject({ verdict: 'fails', lies: 'high', turns: null });
    expect(move?.byMm).toBeCloseTo(76.2, 6);
    expect(move?.byDeg).toBeCloseTo(0.5729, 4);
    const [low] = lampAims(aim(-190));
    expect(low && aimMove(low, 7620)).toMatchObject({ lies: 'low' });
  });

  it('turns by the lamp’s record bring the cutoff to the line', () => {
    const [a] = lampAims(aim(0));
    const turn = { rightDeg: 0, upDeg: 0.25 };
    const turns = a && aimMove(a, 7620, 0, { vertical: turn }).turns;
    // 76.2 mm down at tan(0.25°) × 7 620 = 33.25 mm a turn.
    expect(turns?.vertical).toBeCloseTo(-2.292, 3);
    expect(turns?.horizontal).toBeNull();
    // Of two screws the horizontal one is spoken of only where somebody read across.
    const both = { vertical: turn, horizontal: { rightDeg: 0.25, upDeg: 0 } };
    expect(a && aimMove(a, 7620, undefined, both).turns?.horizontal).toBeNull();
    expect(a && aimMove(a, 7620, 33.25, both).turns?.horizontal).toBeCloseTo(-1, 3);
  });

  it('of one lamp changes that lamp’s cutoff alone; a picture’s own place and interval do not go with it', () => {
    const body = aim(0, {
      lamps: {
        [L]: { upMm: 10, centreMm: 840, lensMm: 130, acrossMm: 20, distanceMm: 3810, uMm: 2 },
        [R]: { upMm: -70, centreMm: 840, lensMm: 130 },
      },
      promisedPercent: -1.2,
    });
    const again = aimAgain(body, L, 80);
    expect(again).toEqual({
      swap: 's',
      market: 'ECE',
      distanceMm: 7620,
      promisedPercent: -1.2,
      lamps: {
        // The screws were turned: where it lies across nobody has looked at since.
        [L]: { upMm: -80, centreMm: 840, lensMm: 130 },
        [R]: { upMm: -70, centreMm: 840, lensMm: 130 },
      },
    });
    expect(aimAgain(body, 'fog.front.left', 80)).toBeNull();
  });
});
