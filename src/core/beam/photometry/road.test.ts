import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type AngularMap, candelaIn, directionOf } from './angular';
import { aheadOf, reachOf } from './intensity';
import { roadGrid, roadLux, roadReach } from './road';

/** A lamp that gives the same everywhere ahead. */
const even = (cd: number, type: AngularMap['type'] = 'B'): AngularMap =>
  type === 'C'
    ? { type, h: [0], v: [0, 180], candela: [[cd, cd]] }
    : {
        type,
        h: [-90, 90],
        v: [-90, 90],
        candela: [
          [cd, cd],
          [cd, cd],
        ],
      };

describe('intensity in a direction', () => {
  it('is what stands at the grid, and goes evenly between', () => {
    const map: AngularMap = {
      type: 'B',
      h: [-10, 0, 10],
      v: [-5, 5],
      candela: [
        [0, 0],
        [100, 200],
        [0, 0],
      ],
    };
    expect(candelaIn(map, directionOf(0, 0))).toBeCloseTo(150, 9);
    expect(candelaIn(map, directionOf(5, 0))).toBeCloseTo(75, 9);
    // Outside of what was measured nothing is known.
    expect(candelaIn(map, directionOf(11, 0))).toBe(0);
  });

  it('A and B count the corners differently: 20° across and 20° up', () => {
    const tall = (type: 'A' | 'B'): AngularMap => ({
      type,
      h: [-90, 90],
      v: [-90, 90],
      candela: [
        [0, 180],
        [0, 180],
      ],
    });
    // cd = V + 90. On the wall at tan 20° either way: A counts V from the fixed axis, 20°; B less, atan(sin 20°) = 18.88°.
    expect(candelaIn(tall('A'), directionOf(20, 20)) - 90).toBeCloseTo(20, 6);
    expect(candelaIn(tall('B'), directionOf(20, 20)) - 90).toBeCloseTo(18.882, 3);
  });

  it('type C: ahead is C 90 at γ 90; a quarter or a half that was measured stands for the rest', () => {
    const quarter: AngularMap = {
      type: 'C',
      h: [0, 45, 90],
      v: [0, 90, 180],
      candela: [
        [5, 1, 0],
        [5, 2, 0],
        [5, 3, 0],
      ],
    };
    expect(candelaIn(quarter, directionOf(0, 0))).toBeCloseTo(3, 9);
    expect(candelaIn(quarter, { right: -1, up: 0, ahead: 0 })).toBeCloseTo(1, 9);
    expect(candelaIn(quarter, { right: 0, up: -1, ahead: 0 })).toBeCloseTo(5, 9);
    // Measured downwards, mounted to look ahead: what was under it is before it now.
    expect(candelaIn({ ...quarter, looks: 'down' }, directionOf(0, 0))).toBeCloseTo(5, 9);
    const half: AngularMap = {
      type: 'C',
      h: [90, 180, 270],
      v: [0, 180],
      candela: [
        [9, 9],
        [4, 4],
        [7, 7],
      ],
    };
    expect(candelaIn(half, { right: 1, up: 0, ahead: 0 })).toBeCloseTo(4, 9);
    expect(candelaIn(half, { right: 0, up: 0, ahead: -1 })).toBeCloseTo(7, 9);
  });
});

describe('the road', () => {
  it('12 000 cd at 0.65 m, 60 m ahead: 3.33 lx facing, 0.0361 lx on the road; 1 lx to 109.5 m', () => {
    for (const type of ['A', 'B', 'C'] as const) {
      const lamp = { map: even(12_000, type), acrossM: 0, heightM: 0.65 };
      expect(roadLux([lamp], 0, 60, 'facing')).toBeCloseTo(aheadOf(12_000, 0.65, 60).facingLx, 6);
      expect(roadLux([lamp], 0, 60, 'road')).toBeCloseTo(0.0361, 4);
      expect(roadReach([lamp], 1)).toBeCloseTo(reachOf(12_000, 0.65, 1, 'facing'), 1);
    }
  });

  it('left and right add up; a lamp that is tilted lights where it looks', () => {
    const spot: AngularMap = {
      type: 'B',
      h: [-2, 0, 2],
      v: [-2, 0, 2],
      candela: [
        [0, 0, 0],
        [0, 1000, 0],
        [0, 0, 0],
      ],
    };
    const at = (tiltDeg: number, panDeg = 0) => ({ map: spot, acrossM: 0, heightM: 1, tiltDeg, panDeg });
    // Looking 45° down from a height of 1 m it meets the road 1 m ahead.
    expect(roadLux([at(-45)], 0, 1, 'road')).toBeGreaterThan(300);
    expect(roadLux([at(0)], 0, 1, 'road')).toBe(0);
    expect(roadLux([at(-45, 90)], 1, 0, 'road')).toBeCloseTo(roadLux([at(-45)], 0, 1, 'road'), 6);
    const pair = [-0.6, 0.6].map((acrossM) => ({ map: even(500), acrossM, heightM: 0.7 }));
    expect(roadLux(pair, 0, 20, 'facing')).toBeCloseTo(2 * roadLux(pair.slice(0, 1), 0, 20, 'facing'), 9);
  });

  it('law: the grid is what its cells are, and turning left and right round turns it round', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        (acrossM, heightM) => {
          const map: AngularMap = {
            type: 'A',
            h: [-30, 0, 30],
            v: [-30, 0, 10],
            candela: [
              [1, 5, 0],
              [3, 90, 2],
              [1, 5, 0],
            ],
          };
          const of = { longM: 20, wideM: 10, stepM: 1, plane: 'road' as const };
          const [one, other] = [acrossM, -acrossM].map((a) => roadGrid([{ map, acrossM: a, heightM }], of));
          for (let row = 0; row < 20; row += 1)
            for (let c = 0; c < 10; c += 1) {
              expect(one?.lux[row * 10 + c]).toBeCloseTo(other?.lux[row * 10 + 9 - c] ?? NaN, 4);
              expect(one?.lux[row * 10 + c]).toBeCloseTo(
                roadLux([{ map, acrossM, heightM }], c - 4.5, row + 0.5, 'road'),
                4,
              );
            }
        },
      ),
      { seed: 8, numRuns: 30 },
    );
  });
});
