import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dazzleCure, EYE_POINTS, eyeOnWall, glareOf } from './dazzle';
import { pitchPercent, settableUnder, underLoad } from './load';
import { effectOf, knownTurns, turnsByEffect, turnsOfOne, turnsOfTwo } from './screws';
import { aimTargets, lowerEdgeOf } from './targets';
import { aimOf, askewMm, judgeAim, leanPercent, lineAt } from './wallLine';

const WALL = { distanceMm: 7620 };
const european = (lowerEdgeMm: number) =>
  aimTargets({ market: 'ECE', lamp: 'headlamp', lowerEdgeMm }).targets;

describe('what a rule wants', () => {
  it('bands by the lower edge of the lit surface at 0.79, 0.80, 1.00 and 1.01 m', () => {
    const bands = (mm: number) => european(mm).map((t) => [t.from, t.until, t.setTo]);
    expect(bands(790)).toEqual([[-2.5, -0.5, -1]]);
    const either = [
      [-2.5, -0.5, -1],
      [-3, -1, -1.5],
    ];
    expect(bands(800)).toEqual(either);
    expect(bands(1000)).toEqual(either);
    expect(bands(1010)).toEqual([[-3, -1, -1.5]]);
  });

  it('by the lower edge, not the centre: 840 mm with a lens of 130 mm is 775 mm, the lowest band', () => {
    expect(lowerEdgeOf(840, 130)).toBe(775);
    expect(european(775)).toHaveLength(1);
    expect(european(840)).toHaveLength(2);
  });

  it('the figure on the vehicle goes before, in the band that it lies in', () => {
    const asked = { market: 'ECE', lamp: 'headlamp', lowerEdgeMm: 900, markedPercent: -1.2 } as const;
    expect(aimTargets(asked)).toMatchObject({
      marked: true,
      targets: [{ setTo: -1.2, from: -2.5, until: -0.5 }],
    });
    expect(aimTargets({ ...asked, markedPercent: -2.8 }).targets[0]).toMatchObject({ setTo: -2.8, from: -3 });
  });

  it('North America by the mark on the lens: VOL 53 mm down at 25 ft on its left part, VOR level on its right', () => {
    const na = (mark: 'VOL' | 'VOR', centreMm: number) =>
      aimTargets({ market: 'NA', lamp: 'headlamp', lowerEdgeMm: centreMm - 60, centreMm, mark }).targets[0];
    const down = (t: { setTo: number } | undefined) => Math.round((t?.setTo ?? NaN) * 762) / 10;
    expect([down(na('VOL', 800)), na('VOL', 800)?.edge]).toEqual([-53.2, 'cutoff-left']);
    expect([down(na('VOR', 800)), na('VOR', 800)?.edge]).toEqual([0, 'cutoff-right']);
    // Over 36 in two inches more, over 48 in two and a half.
    expect(down(na('VOR', 1000))).toBe(-50.8);
    expect(down(na('VOR', 1300))).toBe(-63.5);
  });

  it('of a market that is not known nothing is made up', () =>
    expect(aimTargets({ market: 'none', lamp: 'headlamp', lowerEdgeMm: 700 }).targets).toEqual([]));
});

describe('the line on the wall', () => {
  it('−1.0 % at 7.62 m is 76.2 mm down; 0.4° is 53.2 mm', () => {
    expect(lineAt(-1, 700, WALL)).toEqual({ fromLevelMm: -76.2, aboveFloorMm: 623.8 });
    expect(lineAt(-Math.tan((0.4 * Math.PI) / 180) * 100, 700, WALL).fromLevelMm).toBeCloseTo(-53.2, 1);
  });

  it('front wheels that stand 18 mm low over 3 000 mm: −121.9 mm from a level line', () => {
    const s = { ...WALL, noseDownMm: 18, wheelbaseMm: 3000 };
    expect(leanPercent(s)).toBeCloseTo(-0.6, 9);
    expect(lineAt(-1, 700, s).fromLevelMm).toBeCloseTo(-121.9, 1);
    // What is read there is an aim of −1.0 % to the car.
    expect(aimOf({ upMm: -121.92 }, s).percent).toBeCloseTo(-1, 6);
  });

  it('a floor that rises one per cent towards the wall brings the line 76 mm nearer to it', () =>
    expect(lineAt(-1, 700, { ...WALL, floorRisePercent: 1 })).toEqual({
      fromLevelMm: -76.2,
      aboveFloorMm: 547.6,
    }));

  it('a vehicle askew by 10 mm over 1 300 mm is 59 mm off on the wall', () =>
    expect(Math.round(askewMm(10, 1300, 7620))).toBe(59));

  it('passes, fails or cannot tell: by the interval of the reading', () => {
    const [target] = european(700);
    if (!target) throw new Error();
    const verdict = (upMm: number) => judgeAim(aimOf({ upMm }, WALL), target, WALL).verdict;
    expect(verdict(-80)).toBe('set');
    expect(verdict(-140)).toBe('passes');
    // 0.5 % is 38 mm: at 40 mm the reading's own 5 mm do not tell.
    expect(verdict(-40)).toBe('open');
    expect(verdict(0)).toBe('fails');
    expect(judgeAim(aimOf({ upMm: 0 }, WALL), target, WALL).moveMm).toBeCloseTo(-76.2, 6);
  });

  it('law: a line that is set is an aim that is set', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -4, max: 1, noNaN: true }),
        fc.double({ min: 2000, max: 25_000, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        (aim, distanceMm, noseDownMm) => {
          const s = { distanceMm, noseDownMm, wheelbaseMm: 2700 };
          const found = aimOf({ upMm: lineAt(aim, 700, s).fromLevelMm }, s);
          expect(found.percent).toBeCloseTo(aim, 6);
          expect(found.from < found.percent && found.percent < found.to).toBe(true);
        },
      ),
      { seed: 4 },
    );
  });
});

describe('screws', () => {
  it('one screw, +2.0 turns from −30 to −72 mm: 0.926 turns more to −91.44 mm', () => {
    const t = turnsOfOne(-30, -72, 2, -91.44);
    expect(t?.turns).toBeCloseTo(0.926, 3);
    expect(t && t.from < t.turns && t.turns < t.to).toBe(true);
    expect(turnsOfOne(-30, -32, 2, -91)).toBeNull();
  });

  const TRY = {
    start: { acrossMm: -12, upMm: -30 },
    afterVertical: { acrossMm: 6, upMm: -72 },
    verticalTurns: 2,
    afterHorizontal: { acrossMm: 40, upMm: -64 },
    horizontalTurns: 1,
  };

  it('two coupled screws: vertical +0.780, horizontal −1.383, not one by one', () => {
    const t = turnsOfTwo(TRY, { acrossMm: 0, upMm: -91.44 });
    expect(t?.vertical.turns).toBeCloseTo(0.78, 3);
    expect(t?.horizontal.turns).toBeCloseTo(-1.383, 3);
  });

  it('screws that do the same, or a screw that does nothing, are told and not turned', () => {
    const same = { ...TRY, afterHorizontal: { acrossMm: 6 + 9, upMm: -72 - 21 } };
    expect(turnsOfTwo(same, { acrossMm: 0, upMm: 0 })).toBeNull();
    expect(turnsOfTwo({ ...TRY, afterVertical: TRY.start }, { acrossMm: 0, upMm: 0 })).toBeNull();
  });

  it('law: turned as said the beam lies on the target', () => {
    const mm = fc.double({ min: -60, max: 60, noNaN: true });
    fc.assert(
      fc.property(mm, mm, mm, mm, mm, mm, (a, b, c, d, x, y) => {
        const tried = {
          start: { acrossMm: 0, upMm: 0 },
          afterVertical: { acrossMm: a, upMm: b },
          verticalTurns: 1,
          afterHorizontal: { acrossMm: a + c, upMm: b + d },
          horizontalTurns: 1,
        };
        const t = turnsOfTwo(tried, { acrossMm: x, upMm: y });
        if (!t) return;
        const e = effectOf(tried);
        const [v, h] = [t.vertical.turns, t.horizontal.turns];
        const at = (k: 'acrossMm' | 'upMm') =>
          tried.afterHorizontal[k] + v * e.vertical[k] + h * e.horizontal[k];
        expect(at('acrossMm')).toBeCloseTo(x, 4);
        expect(at('upMm')).toBeCloseTo(y, 4);
      }),
      { seed: 6 },
    );
  });

  it('a lamp whose screws are known wants no try', () => {
    const e = effectOf(TRY);
    const by = turnsByEffect(e, TRY.afterHorizontal, { acrossMm: 0, upMm: -91.44 });
    expect(by?.[0]).toBeCloseTo(0.78, 3);
  });
});

describe('load', () => {
  it('30 mm lower behind over 3 000 mm lifts the beam by 1 %: a lamp that was right is high for its load', () => {
    const pitch = pitchPercent({ frontMm: 700, rearMm: 720 }, { frontMm: 700, rearMm: 690 }, 3000);
    expect(pitch).toBeCloseTo(1, 9);
    const [target] = european(700);
    if (!target) throw new Error();
    const empty = aimOf({ upMm: -76.2 }, WALL);
    expect(judgeAim(empty, target, WALL).verdict).toBe('set');
    expect(judgeAim(underLoad(empty, pitch), target, WALL).verdict).toBe('fails');
    // From −2.5 to −1.5 % empty it stays in the band loaded; two per cent of lift leave one setting, more none.
    expect(settableUnder(target, 1)).toEqual({ from: -2.5, until: -1.5 });
    expect(settableUnder(target, 2.2)).toBeNull();
  });
});

describe('dazzle', () => {
  const [b50] = EYE_POINTS;

  it('the eye point is 457 mm to the left and 76 mm up at 7.62 m; in traffic on the left to the right', () => {
    const p = eyeOnWall(b50, 'right', 7620);
    expect([Math.round(p.acrossMm), Math.round(p.upMm)]).toEqual([-457, 76]);
    expect(Math.round(eyeOnWall(b50, 'left', 7620).acrossMm)).toBe(457);
  });

  it('6.0 lx there are 350 cd, 0.14 lx in the eye at 50 m', () => {
    const g = glareOf(5.99, b50, 'right', 7620);
    expect(g.candela).toBeCloseTo(350, 0);
    expect(g.eyeLx).toBeCloseTo(0.14, 2);
    expect(glareOf(9, b50, 'right', 7620).over).toBe(true);
  });

  it('says by how much to lower, when it is the lamp, and when more has to be read', () => {
    const column = [
      { upMm: 76, lux: 24 },
      { upMm: 176, lux: 6 },
      { upMm: 276, lux: 1.5 },
    ];
    // Even in its logarithm: from 24 to 6 lx over 100 mm; 12 lx after half of it.
    expect(dazzleCure(column, 76, 12, 200, 7620)).toMatchObject({ kind: 'lower' });
    const cure = dazzleCure(column, 76, 12, 200, 7620);
    expect(cure.kind === 'lower' && cure.byMm).toBeCloseTo(50, 0);
    expect(dazzleCure(column, 76, 1, 100, 7620)).toEqual({ kind: 'lamp', atLowestLx: 6 });
    expect(dazzleCure(column, 76, 1, 400, 7620)).toEqual({ kind: 'more-readings', upToMm: 476 });
    expect(dazzleCure(column, 76, 30, 400, 7620)).toEqual({ kind: 'fine' });
    expect(dazzleCure([{ upMm: 300, lux: 1 }], 76, 6, 100, 7620)).toEqual({
      kind: 'more-readings',
      upToMm: 76,
    });
  });
});

describe('screws that a lamp’s record knows', () => {
  const vertical = { rightDeg: 0.02, upDeg: -0.25 };

  it('one screw: from −30 mm to −91.44 at 7.62 m, a quarter of a degree down a turn, 33.25 mm: 1.848 turns', () => {
    const t = knownTurns({ vertical }, { acrossMm: 5, upMm: -30 }, { acrossMm: 0, upMm: -91.44 }, 7620);
    expect(t?.vertical).toBeCloseTo(1.848, 3);
    expect(t?.horizontal).toBeNull();
  });

  it('two that both move it both ways come to rest on the target', () => {
    const horizontal = { rightDeg: 0.3, upDeg: 0.05 };
    const [from, target] = [
      { acrossMm: 40, upMm: -64 },
      { acrossMm: 0, upMm: -91.44 },
    ];
    const t = knownTurns({ vertical, horizontal }, from, target, 7620);
    const mm = (deg: number) => Math.tan((deg * Math.PI) / 180) * 7620;
    const [v, h] = [t?.vertical ?? 0, t?.horizontal ?? 0];
    expect(from.acrossMm + v * mm(0.02) + h * mm(0.3)).toBeCloseTo(0, 5);
    expect(from.upMm + v * mm(-0.25) + h * mm(0.05)).toBeCloseTo(-91.44, 5);
  });

  it('none where both do the same, or the one does nothing', () => {
    const at = { acrossMm: 0, upMm: 0 };
    expect(knownTurns({ vertical, horizontal: vertical }, at, { acrossMm: 1, upMm: 5 }, 7620)).toBeNull();
    expect(
      knownTurns({ vertical: { rightDeg: 1, upDeg: 0 } }, at, { acrossMm: 0, upMm: 5 }, 7620),
    ).toBeNull();
  });
});
