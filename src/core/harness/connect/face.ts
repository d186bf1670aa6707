import type { ConnectorHalf } from '../types';

/** From which side a connector is looked at. */
export type FaceView = 'mating' | 'wire';

/** A cavity as it is seen from one side: `row` and `column` from the upper left of what one looks at. */
export interface SeenCavity {
  readonly number: string;
  readonly row: number;
  readonly column: number;
}

/**
 * A connector half as seen from its mating face, or from the wire side, where left and right are exchanged.
 * Mirror reading is the classic error: the wire side is always worked out, never stored.
 */
export function seenFrom(
  half: ConnectorHalf,
  view: FaceView,
): { readonly cavities: readonly SeenCavity[]; readonly latch: ConnectorHalf['latch'] } {
  if (view === 'mating') return { cavities: half.cavities, latch: half.latch };
  const latch = half.latch === 'left' ? 'right' : half.latch === 'right' ? 'left' : half.latch;
  return { cavities: half.cavities.map((c) => ({ ...c, column: half.columns + 1 - c.column })), latch };
}

/**
 * How two halves go together: `mates` in every way, `unlocked` (goes in, but the latch has nothing to catch on the
 * other side: a mirrored latch), `reversible` (unkeyed: goes in both ways, polarity is to be looked at), `no`.
 */
export function mating(
  vehicle: ConnectorHalf,
  lamp: ConnectorHalf,
): 'mates' | 'unlocked' | 'reversible' | 'no' {
  if (vehicle.family !== lamp.family || vehicle.half === lamp.half) return 'no';
  if (!vehicle.keyed && !lamp.keyed) return 'reversible';
  // Face to face, left and right are exchanged while top and bottom stay.
  return seenFrom(vehicle, 'wire').latch === lamp.latch ? 'mates' : 'unlocked';
}

/** The cavity that lies where this one lay once an unkeyed half is turned by half a turn. */
export function turnedCavity(half: ConnectorHalf, cavity: string): string {
  const at = half.cavities.find((c) => c.number === cavity);
  const there =
    at &&
    half.cavities.find((c) => c.row === half.rows + 1 - at.row && c.column === half.columns + 1 - at.column);
  return there?.number ?? cavity;
}
