import { describe, expect, it } from 'vitest';
import { pairsOfWalls, photoSpot, type WallView, wallSteps } from './walls';

const [L, R] = ['headlamp.front.left', 'headlamp.front.right'];
const wall = (position: string, more: Partial<WallView['body']> = {}): WallView => ({
  event: position,
  by: 'tomas',
  at: '',
  when: 'after',
  position,
  body: {
    swap: 's',
    when: 'after',
    position,
    distanceMm: 7620,
    centreMm: 700,
    flat: 'left',
    checkMm: 1,
    light: 'lux',
    hot: { hDeg: 1, vDeg: -1.2, light: 300 },
    hotU: 0.15,
    blotches: [],
    cutoff: { atHDeg: -2.5, vDeg: -0.4, linearDeg: -0.6, kinkH: 0.2, kinkV: -0.4, riseDeg: 15 },
    cutoffU: 0.06,
    map: { fromH: -1, toH: 1, fromV: -1, toV: 0, columns: 2, rows: 2, most: 300, cells: '00ff80ff' },
    after: [],
    ...more,
  },
});

describe('walls of a job', () => {
  it('the cutoff of a picture is a spot on the wall: 0.4° down at 25 ft is 53 mm', () => {
    expect(photoSpot(wall(L).body)?.upMm).toBeCloseTo(-53.2, 1);
    expect(photoSpot(wall(L).body)?.acrossMm).toBeCloseTo(26.6, 1);
    expect(photoSpot(wall(L).body)?.distanceMm).toBe(wall(L).body.distanceMm);
    expect(photoSpot({ ...wall(L).body, cutoff: undefined })).toBeNull();
  });

  it('right against left: by how much one is higher, further over, brighter; places give no ratio', () => {
    const right = wall(R, {
      cutoff: { atHDeg: -2.5, vDeg: -0.1, linearDeg: -0.3 },
      hot: { hDeg: 1.4, vDeg: -1, light: 150 },
    });
    const [p] = pairsOfWalls([wall(L), right]);
    expect(p?.cutoffDeg).toBeCloseTo(0.3, 9);
    // One kink was not seen: the hot spots say it.
    expect(p?.acrossDeg).toBeCloseTo(0.4, 9);
    expect(p?.hotRatio).toBeCloseTo(0.5, 9);
    expect(pairsOfWalls([wall(L), wall(R, { light: 'places' })])[0]?.hotRatio).toBeNull();
    expect(pairsOfWalls([wall(L)])).toEqual([]);
  });

  it('walls in lux share one scale; beside a picture of places each has its own', () => {
    const [a, b] = [wall(L).body, wall(R, { light: 'places' }).body];
    expect(wallSteps([a, a], a)).toEqual(wallSteps([a], wall(R).body));
    expect(wallSteps([a, b], a)[0]).toBeCloseTo(3, 9);
  });
});
