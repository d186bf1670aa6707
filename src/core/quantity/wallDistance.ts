import { isBare, type TypedHow, readMeasure, UNITS } from './units';

/** The way from lens to wall in mm, or what is wrong with what was typed. */
export type WallDistanceRead =
  | { readonly kind: 'distance'; readonly mm: number }
  | {
      readonly kind: 'fault';
      /** `unit`: nobody can tell mm from metres; `near`, `far`: no wall stands there. */
      readonly code: 'missing' | 'unit' | 'near' | 'far' | 'not-a-figure';
      readonly typed: string;
      readonly better: string;
    };

/** No wall is read nearer or farther than this, m. */
export const WALL_DISTANCE_M = { least: 0.5, most: 100 } as const;

/**
 * Reads a distance to a wall: `7.62 m`, `25 ft`, `7620`. A bare figure is taken for millimetres where these are usual and it is long
 * enough; anything else bare could be one unit as well as another, and is asked for with its unit.
 */
export function readWallDistance(typed: string, how: TypedHow): WallDistanceRead {
  const text = typed.trim();
  const wrong = (
    code: Exclude<WallDistanceRead, { kind: 'distance' }>['code'],
    better = '',
  ): WallDistanceRead => ({
    kind: 'fault',
    code,
    typed: text,
    better,
  });
  const { name } = UNITS.distance[how.units];
  const bare = isBare(text);
  const read = readMeasure(bare ? `${text} mm` : text, 'distance', { ...how, signed: false });
  if (read.kind === 'fault') {
    if (text === '' || read.code === 'missing') return wrong('missing');
    return read.better === ''
      ? wrong('not-a-figure')
      : wrong('unit', `${read.better.replace(/[^\d.,]/g, '')} ${name}`);
  }
  const mm = Math.round(read.value * 1e9) / 1e6;
  if (bare && (how.units === 'us' || mm < WALL_DISTANCE_M.least * 1000))
    return wrong('unit', `${text} ${name}`);
  if (mm < WALL_DISTANCE_M.least * 1000) return wrong('near');
  return mm > WALL_DISTANCE_M.most * 1000 ? wrong('far') : { kind: 'distance', mm };
}
