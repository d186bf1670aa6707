import { type KeptMap, keptLight } from '../wall/wallRead';
import type { AngularMap } from './angular';
import { candelaOf } from './intensity';

/**
 * Intensities from a wall that was read in lux, each by its angle before the lamp. Below 10 m they are apparent, rough for the road;
 * what the picture did not show counts as dark. Source: photometric distance law, flat wall.
 */
export function wallBeam(map: KeptMap, distanceMm: number): AngularMap {
  const light = keptLight(map);
  const axis = (from: number, to: number, n: number) =>
    Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));
  const [h, v] = [axis(map.fromH, map.toH, map.columns), axis(map.fromV, map.toV, map.rows)];
  const RAD = Math.PI / 180;
  return {
    // Up by its own angle from straight ahead, as on a wall; across it is so to a thirtieth of a degree.
    type: 'A',
    h,
    v,
    candela: h.map((hDeg, i) =>
      v.map((vDeg, k) => {
        const lux = light[k * map.columns + i] ?? NaN;
        if (Number.isNaN(lux)) return 0;
        const off = Math.atan(Math.hypot(Math.tan(hDeg * RAD), Math.tan(vDeg * RAD))) / RAD;
        return candelaOf(lux, distanceMm, off);
      }),
    ),
  };
}
