import type { ReactNode } from 'react';
import type { BodyPicture } from '@/core/body';
import { BodyShapes } from './BodyShapes';

export interface BodyViewProps {
  readonly picture: BodyPicture;
  readonly look?: 'paper' | 'dusk';
  readonly label: string;
  /** Heights above this are left out, mm: a tall body would make its lamps small. */
  readonly upToMm?: number | undefined;
  /** A part of the view alone: x, y, width, height, mm. */
  readonly crop?: readonly [number, number, number, number] | undefined;
  /** What is drawn over it can be taken hold of. */
  readonly handled?: boolean;
  /** Drawn over the body, in mm of the view. */
  readonly children?: ReactNode;
}

/** Room around a body, mm. */
const MARGIN = 330;

/** A vehicle from one side, from the measures that all its drawings share. */
export function BodyView({
  picture,
  look = 'paper',
  label,
  upToMm,
  crop,
  handled = false,
  children,
}: BodyViewProps) {
  const [x, y, w, whole] = picture.box;
  // A body that is little higher is shown whole: nobody cuts the mirrors off a motorcycle.
  const h = upToMm !== undefined && whole > upToMm * 1.25 ? upToMm : whole;
  const shapes = <BodyShapes shapes={picture.shapes} outline={picture.outline} look={look} />;
  return (
    <svg
      viewBox={
        crop?.join(' ') ?? `${x - MARGIN} ${y + whole - h - MARGIN / 3} ${w + 2 * MARGIN} ${h + MARGIN / 2}`
      }
      role={handled ? 'group' : 'img'}
      aria-label={label}
      className="block h-full w-full"
    >
      {picture.mirrored ? <g transform={`translate(${w} 0) scale(-1 1)`}>{shapes}</g> : shapes}
      {children}
    </svg>
  );
}
