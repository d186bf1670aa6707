import type { PositionKey } from '../../vehicle';

/** Light at some lamps as it was measured once. */
export interface LightMeasured {
  readonly lux: Readonly<Record<PositionKey, number>>;
  readonly distanceMm: number;
  readonly meter: string;
}

/** After against before at one lamp: the ratio, and the true change in whole per cent. */
export interface LightChange {
  readonly position: PositionKey;
  readonly ratio: number;
  readonly percent: number;
}

/** Whether two measurements can be compared at all: the same meter from the same distance. */
export const alike = (a: LightMeasured, b: LightMeasured): boolean =>
  a.meter === b.meter && a.distanceMm === b.distanceMm;

/**
 * What became of the light at each lamp that was measured both times: 2.0 times is +100 %. Unlike measurements give
 * nothing, and neither does a lamp that was dark before.
 */
export function lightChanges(before: LightMeasured, after: LightMeasured): readonly LightChange[] {
  if (!alike(before, after)) return [];
  return Object.entries(after.lux).flatMap(([position, lux]) => {
    const was = before.lux[position];
    return was === undefined || was === 0
      ? []
      : [{ position, ratio: lux / was, percent: Math.round((lux / was - 1) * 100) }];
  });
}

/** How steeply a cutoff falls, per cent of the distance; negative: it rises. */
export const dropPercent = (dropMm: number, distanceMm: number): number => (dropMm / distanceMm) * 100;

/** *Setting*: what the darker of a pair must have of the brighter one's light, share. */
export const PAIR_LEAST = 0.7;

interface Lit {
  readonly position: PositionKey;
  readonly lux: number;
}

/** Pairs whose light is unlike as it was measured, the brighter one first. @param twinOf the other side's lamp */
export function unlikeLight(
  lux: Readonly<Record<PositionKey, number>>,
  twinOf: (position: PositionKey) => PositionKey | null,
): readonly (readonly [Lit, Lit])[] {
  return Object.entries(lux).flatMap(([position, own]): readonly (readonly [Lit, Lit])[] => {
    const other = twinOf(position);
    const its = other === null ? undefined : lux[other];
    return other !== null && its !== undefined && own < its * PAIR_LEAST
      ? [
          [
            { position: other, lux: its },
            { position, lux: own },
          ],
        ]
      : [];
  });
}
