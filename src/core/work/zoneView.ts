import type { BodyView } from '../body';
import type { Zone } from './types';

/** The side of the vehicle that a step is done at. */
export function zoneView(zone: Zone, position: string | null): BodyView {
  const [, end, side] = (position ?? '').split('.');
  switch (zone) {
    case 'rear':
    case 'load-space':
      return 'rear';
    case 'roof':
      return 'plan';
    case 'wheel-arch':
    case 'side':
    case 'cab':
      return side === 'right' ? 'right' : 'left';
    case 'under':
    case 'bench':
      return end === 'rear' ? 'rear' : 'front';
    default:
      return 'front';
  }
}

/** Where on the body the zone is, as shares of the drawing: x, y, width, height from the upper left. */
const AREA: Readonly<Record<Zone, readonly [number, number, number, number]>> = {
  front: [0.02, 0.45, 0.96, 0.45],
  'engine-bay': [0.12, 0.28, 0.76, 0.3],
  'wheel-arch': [0.08, 0.45, 0.26, 0.5],
  under: [0.1, 0.78, 0.8, 0.2],
  side: [0.02, 0.35, 0.96, 0.4],
  roof: [0.1, 0.2, 0.8, 0.6],
  cab: [0.28, 0.08, 0.34, 0.5],
  'load-space': [0.12, 0.15, 0.76, 0.5],
  rear: [0.02, 0.35, 0.96, 0.5],
  bench: [0, 0, 0, 0],
};

/** Where a zone is on a drawing of the body, as shares of it. The right side is the left one mirrored. */
export function zoneArea(zone: Zone, view: BodyView): readonly [number, number, number, number] {
  const [x, y, w, h] = AREA[zone];
  return [view === 'right' ? 1 - x - w : x, y, w, h];
}
