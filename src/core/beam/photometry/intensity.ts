/** How a meter looks at the lamp: flat on the wall, or turned to face it. */
export const METER_FACINGS = ['wall', 'lamp'] as const;
export type MeterFacing = (typeof METER_FACINGS)[number];

const RAD = Math.PI / 180;

/**
 * Luminous intensity towards a point of a flat wall that stands square to the axis, cd.
 * Source: photometric distance law; a wall point is d / cos θ away and the meter flat on it sees cos θ of the light.
 * @param lux illuminance, lx, stray light already subtracted
 * @param distanceMm from the lens to the wall along the axis, mm
 * @param offAxisDeg angle between the axis and the point, degrees
 */
export function candelaOf(
  lux: number,
  distanceMm: number,
  offAxisDeg = 0,
  facing: MeterFacing = 'wall',
): number {
  const d = distanceMm / 1000;
  const cos = Math.cos(offAxisDeg * RAD);
  return (lux * d * d) / (facing === 'wall' ? cos ** 3 : cos ** 2);
}

/** Illuminance on a flat wall from an intensity, lx: the other way round. */
export function luxOf(
  candela: number,
  distanceMm: number,
  offAxisDeg = 0,
  facing: MeterFacing = 'wall',
): number {
  const d = distanceMm / 1000;
  const cos = Math.cos(offAxisDeg * RAD);
  return (candela * (facing === 'wall' ? cos ** 3 : cos ** 2)) / (d * d);
}

/** A point on the wall, from the spot straight before the lamp: right and up, mm. */
export interface WallPoint {
  readonly acrossMm: number;
  readonly upMm: number;
}

/** The same as angles from the axis, degrees: right and up. */
export interface Angles {
  readonly hDeg: number;
  readonly vDeg: number;
}

/** Angles of a point of the wall. */
export const anglesOf = (p: WallPoint, distanceMm: number): Angles => ({
  hDeg: Math.atan2(p.acrossMm, distanceMm) / RAD,
  vDeg: Math.atan2(p.upMm, distanceMm) / RAD,
});

/** The point of the wall at some angles. */
export const pointAt = ({ hDeg, vDeg }: Angles, distanceMm: number): WallPoint => ({
  acrossMm: Math.tan(hDeg * RAD) * distanceMm,
  upMm: Math.tan(vDeg * RAD) * distanceMm,
});

/** The angle between the axis and a point of the wall, degrees. */
export const offAxisOf = (p: WallPoint, distanceMm: number): number =>
  Math.atan2(Math.hypot(p.acrossMm, p.upMm), distanceMm) / RAD;

/** *Setting*: below this distance headlamp light is only *apparent* intensity; laboratories measure at 25 m or 18.3 m [check the text]. */
export const APPARENT_BELOW_MM = 10_000;

/**
 * Illuminance before a headlamp of one intensity, lx: on a plane at road level that faces the vehicle, and on the road
 * itself. These differ many times over, so whoever shows one says which.
 * @param heightM of the lamp above the road, m
 * @param aheadM along the road, m, above 0
 */
export function aheadOf(
  candela: number,
  heightM: number,
  aheadM: number,
): { readonly facingLx: number; readonly roadLx: number } {
  const r2 = aheadM * aheadM + heightM * heightM;
  const r = Math.sqrt(r2);
  return { facingLx: (candela * aheadM) / (r2 * r), roadLx: (candela * heightM) / (r2 * r) };
}

/**
 * How far ahead one intensity still gives so much light, m; 0: nowhere. Beyond the lamp's own height the light only falls.
 */
export function reachOf(candela: number, heightM: number, lux: number, on: 'facing' | 'road'): number {
  const at = (m: number) => aheadOf(candela, heightM, m)[on === 'facing' ? 'facingLx' : 'roadLx'];
  // On the facing plane the most is at height / √2 ahead, on the road under the lamp.
  let near = on === 'facing' ? heightM / Math.SQRT2 : 0;
  if (!(lux > 0) || at(near) < lux) return 0;
  let far = Math.max(1, near) * 2;
  while (at(far) > lux) far *= 2;
  for (let i = 0; i < 100; i += 1) {
    const mid = (near + far) / 2;
    if (at(mid) > lux) near = mid;
    else far = mid;
  }
  return far;
}
