import {
  type FigureRead,
  type Measured,
  typedWithUnit,
  WALL_DISTANCE_M,
  type WallDistanceRead,
} from '@/core/quantity';
import type { Words } from '@/words';

/** What is wrong with a figure that was typed, naming its field and what to write. */
export const figureWords = (
  read: Extract<FigureRead, { kind: 'fault' }>,
  label: string,
  { t }: Pick<Words, 't'>,
): string => t(`figure.${read.code}`, { label, typed: read.typed, better: read.better });

/** A field's name with the unit that a bare figure in it is taken for. */
export const measureLabel = (label: string, kind: Measured, { t, unit }: Pick<Words, 't' | 'unit'>): string =>
  t('measure.label', { label, unit: unit(kind) });

/** What is wrong with a distance to a wall that was typed, and what to write. */
export const distanceWords = (
  read: Extract<WallDistanceRead, { kind: 'fault' }>,
  { t }: Pick<Words, 't'>,
): string =>
  t(`light-read.distance-${read.code}`, {
    typed: read.typed,
    better: read.better,
    example: t('light-read.distance-example'),
    least: WALL_DISTANCE_M.least,
    most: WALL_DISTANCE_M.most,
  });

/** A distance that is known, as its field has it: with its unit, since without one nobody can tell. */
export const typedDistance = (mm: number, words: Pick<Words, 'decimal' | 'units'>): string =>
  typedWithUnit('distance', mm / 1000, words);
