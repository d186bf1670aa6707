import { carEnd, carPlan, carSide } from './car';
import { cycleEnd, cyclePlan, cycleSide } from './cycle';
import { machineEnd, machinePlan, machineSide } from './machine';
import type { BodyShape, BodyView } from './shape';
import { type BodyGiven, bodyMeasures, type BodyMeasures, type BodyStyle, STYLE_SHAPES } from './styles';
import { trailerEnd, trailerPlan, trailerSide } from './trailer';

/**
 * The product's own line drawing of a body from one set of measures, in mm. Plan: x to the vehicle's right, y rearwards.
 * Elevations: the ground is 0 and up is negative; x as somebody sees it who stands there, 0 in the middle before and
 * behind, at the left end at the sides.
 */
function bodyDrawing(style: BodyStyle, m: BodyMeasures, view: BodyView): readonly BodyShape[] {
  const { frame } = STYLE_SHAPES[style];
  const end = view === 'rear';
  switch (frame) {
    case 'car':
      return view === 'plan' ? carPlan(style, m) : isSide(view) ? carSide(style, m) : carEnd(style, m, end);
    case 'cycle':
      return view === 'plan'
        ? cyclePlan(style, m)
        : isSide(view)
          ? cycleSide(style, m)
          : cycleEnd(style, m, end);
    case 'tractor':
    case 'loader':
    case 'three-wheeler':
      return view === 'plan'
        ? machinePlan(frame, m)
        : isSide(view)
          ? machineSide(frame, m)
          : machineEnd(frame, m, end);
    case 'trailer':
    case 'boat-trailer':
      return view === 'plan'
        ? trailerPlan(style, m)
        : isSide(view)
          ? trailerSide(style, m)
          : trailerEnd(style, m, end);
  }
}

const isSide = (view: BodyView): boolean => view === 'left' || view === 'right';

/** The box that a view is drawn in, mm: x, y, width, height. The right side is the left one mirrored. */
function bodyBox(m: BodyMeasures, view: BodyView): readonly [number, number, number, number] {
  if (view === 'plan') return [-m.widthMm / 2, 0, m.widthMm, m.lengthMm];
  if (isSide(view)) return [0, -m.heightMm, m.lengthMm, m.heightMm];
  return [-m.widthMm / 2, -m.heightMm, m.widthMm, m.heightMm];
}

/** A lamp's place as far as a drawing needs it, mm. */
export interface PlacedIn {
  readonly xMm: number;
  readonly yMm: number;
  /** Height above the ground; absent: as high as such a lamp usually sits. */
  readonly zMm?: number;
  readonly facing?: 'front' | 'rear' | 'left' | 'right' | 'up';
  readonly position: { readonly role: string; readonly end: string; readonly side: string };
}

/** Where a lamp is on a view, and whether it is seen from there. */
export interface DrawnPlace {
  readonly x: number;
  readonly y: number;
  readonly seen: boolean;
}

/** Usual heights of lamps as shares of the way from the clearance to the belt. *Settings*. */
const HEIGHTS: Readonly<Record<string, number>> = {
  headlamp: 0.68,
  fog: 0.2,
  tail: 0.72,
  plate: 0.42,
  marker: 0.5,
  turn: 0.62,
  drl: 0.4,
  mirror: 1.1,
  identification: 1,
  clearance: 1,
};

/** The height of a lamp's centre: as it is said, or as such a lamp usually sits on such a body. */
export function heightOf(p: PlacedIn, m: BodyMeasures): number {
  if (p.zMm !== undefined) return p.zMm;
  const { role, end } = p.position;
  if (role === 'high-stop') return m.heightMm * 0.93;
  if (role === 'beacon' || end === 'roof') return m.heightMm + 60;
  const top = end === 'rear' ? Math.max(m.deckMm, m.beltMm * 0.9) : m.cowlMm;
  return m.clearanceMm + (top - m.clearanceMm) * (HEIGHTS[role] ?? 0.55);
}

/** The way a lamp looks: as it is said, or by the end of the vehicle that it is at. */
export function facingOf(p: PlacedIn): NonNullable<PlacedIn['facing']> {
  if (p.facing) return p.facing;
  const { end, side } = p.position;
  if (end === 'front' || end === 'rear') return end;
  if (end === 'side') return side === 'right' ? 'right' : 'left';
  return 'up';
}

/** Where a lamp is drawn on a view. One that looks up is seen from every side. */
export function placeOn(p: PlacedIn, m: BodyMeasures, view: BodyView): DrawnPlace {
  if (view === 'plan') return { x: p.xMm, y: p.yMm, seen: true };
  const facing = facingOf(p);
  const seen = facing === view || facing === 'up';
  const y = -heightOf(p, m);
  switch (view) {
    case 'front':
      // The vehicle's right is at the left of somebody who stands before it.
      return { x: -p.xMm, y, seen };
    case 'rear':
      return { x: p.xMm, y, seen };
    case 'left':
      return { x: p.yMm, y, seen };
    case 'right':
      return { x: m.lengthMm - p.yMm, y, seen };
  }
}

/** What of a vehicle line its drawings need. */
export interface DrawnLine {
  readonly bodyStyle: BodyStyle;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly body?: BodyGiven | undefined;
  /** An outline that somebody drew over the plan. */
  readonly outline?: string | undefined;
}

/** A drawing of a line, ready to be put on paper. */
export interface BodyPicture {
  readonly shapes: readonly BodyShape[];
  /** x, y, width, height, mm. */
  readonly box: readonly [number, number, number, number];
  /** The right side is the left one mirrored. */
  readonly mirrored: boolean;
  readonly outline: string | null;
}

/** Draws a vehicle line from one side. */
export function bodyPicture(line: DrawnLine, view: BodyView): BodyPicture {
  const m = bodyMeasures(line.bodyStyle, line.lengthMm, line.widthMm, line.body);
  return {
    shapes: bodyDrawing(line.bodyStyle, m, view),
    box: bodyBox(m, view),
    mirrored: view === 'right',
    outline: view === 'plan' ? (line.outline ?? null) : null,
  };
}
