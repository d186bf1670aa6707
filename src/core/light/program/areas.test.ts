import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { areaChanged, between, LEAST_SIDE, litBy, withArea, withoutArea } from './areas';
import { programFaults } from './check';
import type { LampProgram } from './types';

const EMPTY: LampProgram = { segments: [], functions: [] };
const anywhere = fc.double({ min: -50, max: 150, noNaN: true });

describe('areas drawn on a face', () => {
  it('lie inside of it wherever the hand went, and can be seen', () =>
    fc.assert(
      fc.property(anywhere, anywhere, anywhere, anywhere, (ax, ay, bx, by) => {
        const { program, id } = withArea(EMPTY, {
          shape: 'bar',
          ...between({ x: ax, y: ay }, { x: bx, y: by }),
        });
        const [area] = areaChanged(program, id, { x: by, y: ax }).segments;
        if (!area) throw new Error('no area');
        expect(Math.min(area.x, area.y)).toBeGreaterThanOrEqual(0);
        expect(area.x + area.w).toBeLessThanOrEqual(100.001);
        expect(area.y + area.h).toBeLessThanOrEqual(100.001);
        expect(Math.min(area.w, area.h)).toBeGreaterThanOrEqual(LEAST_SIDE);
      }),
    ));

  it('are lit from the inner end, in whatever order they were drawn; a program of them is sound', () => {
    let p = EMPTY;
    for (const x of [60, 10, 35]) p = withArea(p, { shape: 'bar', x, y: 10, w: 20, h: 40 }).program;
    for (const s of ['a1', 'a2', 'a3']) p = litBy(p, s, 'turn', true, 'left');
    expect(p.functions).toEqual([{ does: 'turn', segments: ['a2', 'a3', 'a1'] }]);
    expect(litBy(p, 'a3', 'turn', true, 'right').functions[0]?.segments).toEqual(['a1', 'a3', 'a2']);
    expect(programFaults('', p, ['turn'])).toEqual([]);
  });

  it('what was lit in an area alone leaves with it', () => {
    let p = withArea(EMPTY, { shape: 'bar', x: 0, y: 0, w: 10, h: 10 }).program;
    p = litBy(p, 'a1', 'stop', true, 'left');
    expect(withoutArea(p, 'a1')).toEqual(EMPTY);
  });
});
