import type { ReactNode } from 'react';
import {
  type BodyGiven,
  bodyBox,
  bodyDrawing,
  bodyMeasures,
  type BodyStyle,
  type BodyView as View,
} from '@/core/body';
import { BodyShapes } from './BodyShapes';

export interface BodyViewProps {
  readonly bodyStyle: BodyStyle;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly body?: BodyGiven | undefined;
  readonly view: View;
  readonly look?: 'paper' | 'dusk';
  readonly label: string;
  /** Heights above this are left out, mm: a tall body would make its lamps small. */
  readonly upToMm?: number | undefined;
  /** Drawn over the body, in mm of the view. */
  readonly children?: ReactNode;
}

/** Room around a body, mm. */
const MARGIN = 330;

/** A vehicle from one side, from the measures that all its drawings share. */
export function BodyView({
  bodyStyle,
  lengthMm,
  widthMm,
  body,
  view,
  look = 'paper',
  label,
  upToMm,
  children,
}: BodyViewProps) {
  const m = bodyMeasures(bodyStyle, lengthMm, widthMm, body);
  const [x, y, w, whole] = bodyBox(m, view);
  const h = view === 'plan' ? whole : Math.min(whole, upToMm ?? whole);
  const shapes = <BodyShapes shapes={bodyDrawing(bodyStyle, m, view)} look={look} />;
  return (
    <svg
      viewBox={`${x - MARGIN} ${y + whole - h - MARGIN / 3} ${w + 2 * MARGIN} ${h + MARGIN / 2}`}
      role="img"
      aria-label={label}
      className="block h-full w-full"
    >
      {view === 'right' ? <g transform={`translate(${m.lengthMm} 0) scale(-1 1)`}>{shapes}</g> : shapes}
      {children}
    </svg>
  );
}
