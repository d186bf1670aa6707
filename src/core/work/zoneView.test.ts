import { describe, expect, it } from 'vitest';
import { ZONES } from './types';
import { zoneArea, zoneView } from './zoneView';

describe('where a zone is on the body', () => {
  it('is on the drawing, from every side that it is seen from', () => {
    for (const zone of ZONES)
      for (const side of ['left', 'right'])
        for (const view of [zoneView(zone, `headlamp.front.${side}`)]) {
          const [x, y, w, h] = zoneArea(zone, view);
          expect(Math.min(x, y, w, h)).toBeGreaterThanOrEqual(0);
          expect(Math.max(x + w, y + h)).toBeLessThanOrEqual(1);
        }
  });

  it('lies towards the front on either side: the right side is mirrored', () => {
    expect(zoneView('wheel-arch', 'headlamp.front.left')).toBe('left');
    expect(zoneView('wheel-arch', 'headlamp.front.right')).toBe('right');
    const [left, , w] = zoneArea('wheel-arch', 'left');
    expect(zoneArea('wheel-arch', 'right')[0]).toBeCloseTo(1 - left - w, 12);
  });

  it('under the vehicle it is seen from the end of the lamp', () =>
    expect([zoneView('under', 'tail.rear.left'), zoneView('under', 'fog.front.left')]).toEqual([
      'rear',
      'front',
    ]));
});
