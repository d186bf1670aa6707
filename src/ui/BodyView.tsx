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
  children,
}: BodyViewProps) {
  const m = bodyMeasures(bodyStyle, lengthMm, widthMm, body);
  const [x, y, w, h] = bodyBox(m, view);
  const shapes = <BodyShapes shapes={bodyDrawing(bodyStyle, m, view)} look={look} />;
  return (
    <svg
      viewBox={`${x - MARGIN} ${y - MARGIN / 2} ${w + 2 * MARGIN} ${h + MARGIN}`}
      role="img"
      aria-label={label}
      className="block h-full w-full"
    >
      {view === 'right' ? <g transform={`translate(${m.lengthMm} 0) scale(-1 1)`}>{shapes}</g> : shapes}
      {children}
    </svg>
  );
}
