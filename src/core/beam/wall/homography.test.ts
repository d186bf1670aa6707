import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Homography, homographyOf, mapped, placed, type WallMark } from './homography';
import { MARK_PLACES } from './markCode';

const SEEN: Homography = [0.31, -0.02, 610, 0.015, -0.3, 900, 2e-5, -3e-5, 1];
const marks = (move: (id: string) => readonly [number, number] = () => [0, 0]): WallMark[] =>
  MARK_PLACES.map((m) => {
    const [x, y] = mapped(SEEN, m.acrossMm, m.upMm);
    const [dx, dy] = move(m.id);
    return { id: m.id, wall: m, pixel: { x: x + dx, y: y + dy } };
  });

describe('homography', () => {
  it('brings four corners where they belong: a square seen aslant, by hand', () => {
    // (0,0) (1,0) (1,1) (0,1) onto (0,0) (1,0) (2/3, 2/3) (0,1): x / (1 + 0.5·x·y)… the projective one has w = 1 + g x + h y.
    const h = homographyOf(
      [
        [0, 0],
        [2, 0],
        [2, 2],
        [0, 2],
      ],
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ],
    );
    expect(h && mapped(h, 1, 1)).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.5, 9)]);
  });

  it('finds any view again', () => {
    const some = fc.double({ min: -0.2, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(some, some, some, some, (a, b, g, k) => {
        const h: Homography = [0.3 + a / 2, b, 500, a, -0.3 + b / 2, 800, g / 10_000, k / 10_000, 1];
        const from = MARK_PLACES.map((m) => [m.acrossMm, m.upMm] as const);
        const found = homographyOf(
          from,
          from.map(([x, y]) => mapped(h, x, y)),
        );
        const at = mapped(h, 333, 777);
        expect(found && mapped(found, 333, 777)).toEqual([
          expect.closeTo(at[0], 4),
          expect.closeTo(at[1], 4),
        ]);
      }),
    );
  });
});

describe('a picture placed by its marks', () => {
  it('is fitted by the four corners and checked by the two between them', () => {
    const p = placed(marks());
    expect(p).toMatchObject({ kind: 'placed', fitted: ['1', '3', '4', '6'] });
    expect(p.kind === 'placed' && p.worstMm).toBeCloseTo(0, 6);
    expect(p.kind === 'placed' && mapped(p.toWall, ...mapped(SEEN, 123, 456))).toEqual([
      expect.closeTo(123, 4),
      expect.closeTo(456, 4),
    ]);
  });

  it('does not hang on the order of its marks', () => {
    expect(placed([...marks()].reverse())).toEqual(placed(marks()));
  });

  it('is refused with too few marks, and with marks on one line', () => {
    expect(placed(marks().slice(0, 5))).toMatchObject({
      reason: { code: 'wall-marks-few', facts: { found: 5, wanted: 6 } },
    });
    const line = marks().map((m, i) => ({ ...m, wall: { acrossMm: i * 500, upMm: 800 } }));
    expect(placed(line)).toMatchObject({ reason: { code: 'wall-marks-line' } });
  });

  it('is refused where a checking mark lies more than 5 mm off: moved by 1 px it passes, by 2 it does not', () => {
    // About 0.3 px a mm: 1 px is 3.3 mm, 2 px are 6.6.
    expect(placed(marks((id) => (id === '2' ? [1, 0] : [0, 0]))).kind).toBe('placed');
    expect(placed(marks((id) => (id === '2' ? [2, 0] : [0, 0])))).toMatchObject({
      reason: { code: 'wall-marks-off', facts: { mark: '2', most: 5 } },
    });
  });

  it('is refused where two marks are taken for one another', () => {
    const swapped = marks().map((m, i, all) => ({
      ...m,
      pixel: (all[i === 0 ? 3 : i === 3 ? 0 : i] as WallMark).pixel,
    }));
    expect(placed(swapped)).toMatchObject({ kind: 'refused' });
  });
});
