import { type AngularMap, beamOf } from './angular';

/** A lamp on a vehicle or machine, in metres from the point of the road under its front's middle. */
export interface PlacedBeam {
  readonly map: AngularMap;
  /** To the right and above the road. */
  readonly acrossM: number;
  readonly heightM: number;
  /** Along the vehicle, ahead positive; absent: at the front. */
  readonly aheadM?: number;
  /** Where it looks: degrees to the right and up; the aim of the file's own axis besides. */
  readonly panDeg?: number;
  readonly tiltDeg?: number;
}

/** What light falls on: a plane at road level that faces the vehicle, or the road itself. These differ many times over. */
export type Plane = 'facing' | 'road';

const RAD = Math.PI / 180;

/** A lamp with the turn of its axis worked out once. */
function turned(b: PlacedBeam) {
  const [p, t] = [(b.panDeg ?? 0) * RAD, (b.tiltDeg ?? 0) * RAD];
  return { b, beam: beamOf(b.map), cp: Math.cos(p), sp: Math.sin(p), ct: Math.cos(t), st: Math.sin(t) };
}

/** Illuminance at a point of the road of one lamp, lx. */
function lit(
  { b, beam, cp, sp, ct, st }: ReturnType<typeof turned>,
  rightM: number,
  aheadM: number,
  plane: Plane,
): number {
  const x = rightM - b.acrossM;
  const z = aheadM - (b.aheadM ?? 0);
  const y = -b.heightM;
  const r2 = x * x + y * y + z * z;
  if (r2 < 1e-9) return 0;
  // Into the lamp's own axes: back by its pan, then by its tilt.
  const right = x * cp - z * sp;
  const forward = x * sp + z * cp;
  const up = y * ct - forward * st;
  const ahead = y * st + forward * ct;
  const r = Math.sqrt(r2);
  const cd = beam(right / r, up / r, ahead / r);
  if (cd === 0) return 0;
  const cos = plane === 'facing' ? Math.max(0, z) / r : b.heightM / r;
  return (cd * cos) / r2;
}

/** Illuminance at a point of the road, lx, of all lamps together. */
export const roadLux = (lamps: readonly PlacedBeam[], rightM: number, aheadM: number, plane: Plane): number =>
  lamps.reduce((sum, b) => sum + lit(turned(b), rightM, aheadM, plane), 0);

/** A grid over the road: from the left and from the front of the vehicle on, by row then column. */
export interface RoadGrid {
  readonly columns: number;
  readonly rows: number;
  readonly lux: Float32Array;
}

/** The light on a road, cell by cell, each at its middle. */
export function roadGrid(
  lamps: readonly PlacedBeam[],
  of: { readonly longM: number; readonly wideM: number; readonly stepM: number; readonly plane: Plane },
): RoadGrid {
  const [columns, rows] = [Math.round(of.wideM / of.stepM), Math.round(of.longM / of.stepM)];
  const lux = new Float32Array(columns * rows);
  for (const lamp of lamps.map(turned))
    for (let row = 0; row < rows; row += 1)
      for (let column = 0; column < columns; column += 1) {
        const at = row * columns + column;
        const right = (column + 0.5) * of.stepM - of.wideM / 2;
        lux[at] = (lux[at] ?? 0) + lit(lamp, right, (row + 0.5) * of.stepM, of.plane);
      }
  return { columns, rows, lux };
}

/** *Setting*: how far a reach is looked for, m. */
const FARTHEST_M = 400;

/** The farthest point of a line along the road that still has so much light, m; 0: none has. */
export function roadReach(
  lamps: readonly PlacedBeam[],
  lux: number,
  { rightM = 0, plane = 'facing' }: { readonly rightM?: number; readonly plane?: Plane } = {},
): number {
  const at = (m: number) => roadLux(lamps, rightM, m, plane);
  let far = 0;
  for (let m = FARTHEST_M; m > 0; m -= 0.5)
    if (at(m) >= lux) {
      far = m;
      break;
    }
  if (far === 0 || far === FARTHEST_M) return far;
  let [near, end] = [far, far + 0.5];
  for (let i = 0; i < 40; i += 1) {
    const mid = (near + end) / 2;
    if (at(mid) >= lux) near = mid;
    else end = mid;
  }
  return near;
}
