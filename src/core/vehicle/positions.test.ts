import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  comparePositions,
  mirrorPosition,
  type Position,
  POSITION_ROLES,
  positionCode,
  positionKey,
} from './positions';

const positionArb: fc.Arbitrary<Position> = fc.record(
  {
    role: fc.constantFrom(...POSITION_ROLES),
    side: fc.constantFrom('left' as const, 'right' as const, 'centre' as const),
    end: fc.constantFrom('front' as const, 'rear' as const, 'side' as const, 'roof' as const),
    ordinal: fc.integer({ min: 1, max: 9 }),
    layer: fc.constantFrom('inner' as const, 'outer' as const, 'upper' as const, 'lower' as const),
  },
  { requiredKeys: ['role', 'side', 'end'] },
);

describe('a position', () => {
  it.each<[Position, string, string]>([
    [{ role: 'headlamp', side: 'left', end: 'front' }, 'headlamp.front.left', 'HL'],
    [{ role: 'fog', side: 'right', end: 'front' }, 'fog.front.right', 'FR'],
    [{ role: 'fog', side: 'right', end: 'rear' }, 'fog.rear.right', 'FrR'],
    [{ role: 'tail', side: 'left', end: 'rear', layer: 'inner' }, 'tail.rear.left.inner', 'TLi'],
    [{ role: 'marker', side: 'right', end: 'side', ordinal: 2 }, 'marker.side.right.2', 'M2R'],
    [{ role: 'marker', side: 'right', end: 'side', ordinal: 1 }, 'marker.side.right', 'MR'],
    [{ role: 'high-stop', side: 'centre', end: 'rear' }, 'high-stop.rear.centre', 'SC'],
  ])('%o is %s, on drawings %s', (position, key, code) => {
    expect(positionKey(position)).toBe(key);
    expect(positionCode(position)).toBe(code);
  });

  it('mirrored twice is itself, and the centre is its own mirror', () => {
    fc.assert(
      fc.property(positionArb, (p) => {
        expect(mirrorPosition(mirrorPosition(p))).toEqual(p);
        if (p.side === 'centre') expect(mirrorPosition(p)).toEqual(p);
        else expect(positionKey(mirrorPosition(p))).not.toBe(positionKey(p));
      }),
    );
  });

  it('two places that differ have different keys', () => {
    fc.assert(
      fc.property(positionArb, positionArb, (a, b) => {
        const same =
          (['role', 'side', 'end', 'layer'] as const).every((k) => a[k] === b[k]) &&
          (a.ordinal ?? 1) === (b.ordinal ?? 1);
        expect(positionKey(a) === positionKey(b)).toBe(same);
      }),
    );
  });

  it('has one order from front to rear, whatever order they come in', () => {
    fc.assert(
      fc.property(fc.uniqueArray(positionArb, { selector: positionKey, maxLength: 8 }), (list) => {
        const forward = [...list].sort(comparePositions).map(positionKey);
        expect([...list].reverse().sort(comparePositions).map(positionKey)).toEqual(forward);
      }),
    );
    const ends = [
      { role: 'tail', side: 'left', end: 'rear' },
      { role: 'marker', side: 'left', end: 'side' },
      { role: 'headlamp', side: 'right', end: 'front' },
      { role: 'headlamp', side: 'left', end: 'front' },
    ] as const;
    expect([...ends].sort(comparePositions).map(positionKey)).toEqual([
      'headlamp.front.left',
      'headlamp.front.right',
      'marker.side.left',
      'tail.rear.left',
    ]);
  });
});
