import { clean } from '../../kernel/clean';
import type { AimTarget } from './targets';
import type { AimFound } from './wallLine';

/** Heights of a mark over each axle above the floor, mm. */
export interface AxleHeights {
  readonly frontMm: number;
  readonly rearMm: number;
}

/**
 * How much the beam goes up with a load, per cent: what the rear sinks more than the front, over the wheelbase.
 * A heavy load behind lifts the beam; one on the front axle lowers it.
 */
export const pitchPercent = (empty: AxleHeights, loaded: AxleHeights, wheelbaseMm: number): number =>
  clean(((empty.rearMm - loaded.rearMm - (empty.frontMm - loaded.frontMm)) / wheelbaseMm) * 100);

/** An aim as it stands under a load. */
export const underLoad = (found: AimFound, pitch: number): AimFound => ({
  percent: clean(found.percent + pitch),
  from: clean(found.from + pitch),
  to: clean(found.to + pitch),
});

/** The span of settings that stay within the band from empty to loaded; null: there is none, and levelling has to do it. */
export function settableUnder(
  target: AimTarget,
  pitch: number,
): { readonly from: number; readonly until: number } | null {
  const from = Math.max(target.from, target.from - pitch);
  const until = Math.min(target.until, target.until - pitch);
  return from <= until ? { from: clean(from), until: clean(until) } : null;
}
