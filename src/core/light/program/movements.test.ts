import { describe, expect, it } from 'vitest';
import { bar } from '../testing/vehicle';
import { movementCode, movementsOf } from './movements';
import { outward } from './outward';
import { templateSegments } from './templates';
import type { FunctionProgram, LampProgram } from './types';

const sweep = { stepMs: 60, how: 'fill', from: 'inner' } as const;

describe('how a function moves', () => {
  it('in each mode its own: a sweep only where the plug asks for it', () => {
    const program = bar(3, [
      { does: 'turn', mode: 'open' },
      { does: 'turn', mode: 'closed', sweep },
      { does: 'drl', out: { while: 'turn', returnMs: 400 } },
      { does: 'stop', pulses: { count: 3, onMs: 70, offMs: 60 } },
    ]);
    const codes = (mode: 'open' | 'closed', does: 'turn' | 'drl' | 'stop') =>
      movementsOf(program, mode, does).map(movementCode);
    expect(codes('open', 'turn')).toEqual([]);
    expect(codes('closed', 'turn')).toEqual(['sweep-fill-inner']);
    expect(codes('open', 'drl')).toEqual(['returns-turn']);
    expect(codes('open', 'stop')).toEqual(['pulses-3']);
  });

  it('what comes on in one step is no sweep', () =>
    expect(movementsOf(bar(3, [{ does: 'turn', sweep: { ...sweep, together: 3 } }]), 'open', 'turn')).toEqual(
      [],
    ));
});

describe('the way of a sweep over the face', () => {
  const lamp = (
    segments: LampProgram['segments'],
    order: readonly string[],
    position: string,
    side: 'left' | 'right',
    more: Partial<FunctionProgram['sweep']> = {},
  ) => {
    const f: FunctionProgram = { does: 'turn', segments: order, sweep: { ...sweep, ...more } };
    return outward({ position, side, program: { segments, functions: [f] } }, f);
  };
  const three = templateSegments('bar', { count: 3, inner: 'left' });
  const ids = three.map((s) => s.id);
  const back = [...ids].reverse();

  // In front the vehicle's left is at the viewer's right: its inner end is at the left of the face. The right lamp's face is
  // the left one's, mirrored where it is drawn: what a lamp's pair does is one and the same.
  it.each([
    ['headlamp.front.left', 'left', ids, 'outward'],
    ['headlamp.front.left', 'left', back, 'inward'],
    ['headlamp.front.right', 'right', ids, 'outward'],
    ['headlamp.front.right', 'right', back, 'inward'],
    ['tail.rear.left', 'left', back, 'outward'],
    ['tail.rear.left', 'left', ids, 'inward'],
    ['tail.rear.right', 'right', back, 'outward'],
    ['tail.rear.right', 'right', ids, 'inward'],
  ] as const)('%s (%s) %s: %s', (position, side, order, way) =>
    expect(lamp(three, order, position, side)).toBe(way),
  );

  it.each([
    ['tail.rear.centre', 'left', back, 'outward'],
    ['tail.rear.centre', 'right', ids, 'outward'],
    ['tail.rear.centre', 'right', back, 'inward'],
    ['turn.front.centre', 'left', ids, 'outward'],
    ['turn.front.centre', 'right', back, 'outward'],
  ] as const)('of one lamp in the middle, %s to the %s: %s is %s', (position, side, order, way) => {
    const f: FunctionProgram = { does: 'turn', side, segments: order, sweep };
    expect(outward({ position, side: 'centre', program: { segments: three, functions: [f] } }, f)).toBe(way);
  });

  it('back and forth is neither', () =>
    expect(lamp(three, [ids[2] ?? '', ids[0] ?? '', ids[1] ?? ''], 'tail.rear.left', 'left')).toBe('uneven'));

  it('a matrix cell by cell goes up and down, column by column it does not', () => {
    const cells = templateSegments('matrix', { count: 4, rows: 3, inner: 'left' });
    const all = cells.map((s) => s.id);
    expect(lamp(cells, all, 'headlamp.front.left', 'left')).toBe('uneven');
    expect(lamp(cells, all, 'headlamp.front.left', 'left', { together: 3 })).toBe('outward');
  });

  it('what is not drawn has no way', () =>
    expect(
      lamp(
        three.map((s) => ({ ...s, w: 0 })),
        ids,
        'tail.rear.left',
        'left',
      ),
    ).toBe(null));
});
