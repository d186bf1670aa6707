import { describe, expect, it } from 'vitest';
import { bodyMeasures } from '../body';
import type { WorkStep } from './placed';
import { pullOn, stepPoints } from './stepPoints';
import type { GroupBalance } from './fastenerCount';
import type { Step } from './types';

const M = bodyMeasures('van', 5400, 2000, undefined);
const step = (more: Partial<Step>, position: string | null = null): WorkStep => ({
  id: 's',
  step: { id: 's', kind: 'remove', scope: 'once', title: {}, zone: 'front', minutes: 1, ...more },
  sheet: 'x',
  position,
  way: 'out',
  minutes: 1,
  because: [],
  after: [],
  needs: {},
  sets: {},
  place: '',
  tool: '',
});
const counted = (out: number, back = 0) =>
  [{ group: 'g', counts: { out, in: back } }] as unknown as readonly GroupBalance[];
const group = (...points: { xMm?: number; yMm?: number; zMm?: number }[]) => ({
  fasteners: [{ id: 'g', kind: 'screw' as const, count: points.length, reuse: 'reuse' as const, points }],
});

describe('fasteners on the drawing of their step', () => {
  it('the vehicle’s left is at the right of whoever stands before it, and heights go up', () => {
    const [p] = stepPoints(step(group({ xMm: -700, zMm: 900 })), counted(0), M, 'front');
    expect(p).toMatchObject({ x: 700, y: -900, state: 'in' });
    const [behind] = stepPoints(step(group({ xMm: -700, zMm: 900 })), counted(0), M, 'rear');
    expect(behind?.x).toBe(-700);
  });

  it('as many are drawn out as were counted out and are not in again; what is loosened only is hollow', () => {
    const four = group({ xMm: 1, zMm: 1 }, { xMm: 2, zMm: 1 }, { xMm: 3, zMm: 1 }, { xMm: 4, zMm: 1 });
    const states = (s: WorkStep, c: readonly GroupBalance[]) =>
      stepPoints(s, c, M, 'front').map((p) => p.state);
    expect(states(step(four), counted(3, 1))).toEqual(['out', 'out', 'in', 'in']);
    expect(states(step({ ...four, kind: 'loosen' }), counted(0))).toEqual([
      'loose',
      'loose',
      'loose',
      'loose',
    ]);
  });

  it('a sheet says the left one; at the right one it is mirrored, once for the vehicle it is not', () => {
    const at = (scope: 'each' | 'once', side: string) =>
      stepPoints(
        step({ scope, ...group({ xMm: -700, zMm: 900 }) }, `headlamp.front.${side}`),
        counted(0),
        M,
        'front',
      )[0]?.x;
    expect([at('each', 'left'), at('each', 'right'), at('once', 'right')]).toEqual([700, -700, 700]);
  });

  it('outward is away from the centre line on either side, forward is to the left of the left side', () => {
    const off = (
      pull: 'outward' | 'forward' | 'up',
      side: string,
      view: 'front' | 'rear' | 'left' | 'plan',
    ) => pullOn(step({ pull }, `headlamp.front.${side}`), view);
    expect([off('outward', 'left', 'front'), off('outward', 'right', 'front')]).toEqual([
      [1, 0],
      [-1, 0],
    ]);
    expect(off('outward', 'left', 'rear')).toEqual([-1, 0]);
    expect(off('forward', 'left', 'left')).toEqual([-1, 0]);
    // Straight at whoever looks.
    expect([off('forward', 'left', 'front'), off('up', 'left', 'plan')]).toEqual([null, null]);
  });

  it('a point that lacks what the view shows is not drawn', () => {
    expect(stepPoints(step(group({ xMm: 1, yMm: 1 })), counted(0), M, 'front')).toEqual([]);
    expect(stepPoints(step(group({ yMm: 500, zMm: 1 })), counted(0), M, 'left')[0]?.x).toBe(500);
    expect(stepPoints(step(group({ yMm: 500, zMm: 1 })), counted(0), M, 'right')[0]?.x).toBe(4900);
  });
});
