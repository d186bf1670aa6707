import { type BodyMeasures, type BodyView, placeOn } from '../body';
import type { WorkStep } from './placed';
import type { GroupBalance } from './fastenerCount';
import type { PointMm } from './types';

/** A fastener on the drawing of its step. `loose`: it is loosened only and never leaves its hole. */
export interface DrawnPoint {
  readonly group: string;
  readonly x: number;
  readonly y: number;
  readonly state: 'in' | 'out' | 'loose';
}

/** Where a point of a step lies on a view, mm of the drawing; null: it lacks one of the two measures that the view shows. */
export function pointOn(
  point: PointMm,
  step: Pick<WorkStep, 'position' | 'step'>,
  m: BodyMeasures,
  view: BodyView,
): { readonly x: number; readonly y: number } | null {
  const { xMm, yMm, zMm } = point;
  const wanted = view === 'plan' ? [xMm, yMm] : view === 'front' || view === 'rear' ? [xMm, zMm] : [yMm, zMm];
  if (wanted.some((v) => v === undefined)) return null;
  // A sheet says the left one; the right one is its mirror.
  const mirrored = step.step.scope === 'each' && step.position?.endsWith('.right') === true;
  const side = step.position?.split('.')[2] ?? 'centre';
  const { x, y } = placeOn(
    {
      xMm: (mirrored ? -1 : 1) * (xMm ?? 0),
      yMm: yMm ?? 0,
      zMm: zMm ?? 0,
      position: { role: 'work', end: 'front', side: side as 'left' | 'right' | 'centre' },
    },
    m,
    view,
  );
  return { x, y };
}

/**
 * The fasteners of a step where they are, as many of each group drawn as out as were counted out: which of a group it
 * was nobody counts.
 */
export function stepPoints(
  step: WorkStep,
  balance: readonly GroupBalance[],
  m: BodyMeasures,
  view: BodyView,
): readonly DrawnPoint[] {
  return (step.step.fasteners ?? []).flatMap((group) => {
    const counts = balance.find((b) => b.group === group.id)?.counts;
    const out = (counts?.out ?? 0) - (counts?.in ?? 0);
    return (group.points ?? []).flatMap((p, i): readonly DrawnPoint[] => {
      const at = pointOn(p, step, m, view);
      if (!at) return [];
      const state = step.step.kind === 'loosen' ? 'loose' : i < out ? 'out' : 'in';
      return [{ group: group.id, ...at, state }];
    });
  });
}

/** Which way a part is drawn off, on a view; null: nobody says, or straight at whoever looks. */
export function pullOn(
  step: Pick<WorkStep, 'position' | 'step'>,
  view: BodyView,
): readonly [number, number] | null {
  const right = step.position?.endsWith('.right') ?? false;
  // Outward is away from the centre line: to the left of the front view for what is right.
  const outward = view === 'front' ? (right ? -1 : 1) : right ? 1 : -1;
  const along = view === 'left' ? 1 : view === 'right' ? -1 : 0;
  switch (step.step.pull) {
    case 'up':
      return view === 'plan' ? null : [0, -1];
    case 'down':
      return view === 'plan' ? null : [0, 1];
    case 'outward':
      return view === 'left' || view === 'right' ? null : [outward, 0];
    case 'inward':
      return view === 'left' || view === 'right' ? null : [-outward, 0];
    case 'forward':
      return view === 'plan' ? [0, -1] : along === 0 ? null : [-along, 0];
    case 'rearward':
      return view === 'plan' ? [0, 1] : along === 0 ? null : [along, 0];
    case undefined:
      return null;
  }
}
