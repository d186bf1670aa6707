import { type PlacedBeam, type Plane, type RoadGrid, roadGrid, roadReach } from './road';

/** A road that is worked out: lamps of before and after on one stretch. */
export interface RoadTask {
  readonly before: readonly PlacedBeam[];
  readonly after: readonly PlacedBeam[];
  readonly plane: Plane;
  readonly longM: number;
  readonly wideM: number;
  readonly stepM: number;
  /** Where the kerb runs, m right of the vehicle's middle; negative: to the left. */
  readonly kerbM: number;
}

/** How far lamps reach: m at which there still is so much light, on the axis and at the kerb. */
export interface Reach {
  readonly lux: number;
  readonly axisM: number;
  readonly kerbM: number;
}

/** The road as it is lit. Null: nothing is known of those lamps. */
export interface RoadAnswer {
  readonly before: RoadGrid | null;
  readonly after: RoadGrid | null;
  readonly reach: { readonly before: readonly Reach[]; readonly after: readonly Reach[] };
}

/** Lux whose lines are drawn over a road. */
export const ISOLUX = [1, 3, 5, 10, 20] as const;
/** Lux whose reach is told. */
export const REACH_LUX = [1, 3] as const;

/** Works a road out, both sets of lamps on the same grid. */
export function roadAnswer(t: RoadTask): RoadAnswer {
  const grid = (lamps: readonly PlacedBeam[]) => (lamps.length > 0 ? roadGrid(lamps, t) : null);
  const reach = (lamps: readonly PlacedBeam[]): readonly Reach[] =>
    lamps.length === 0
      ? []
      : REACH_LUX.map((lux) => ({
          lux,
          axisM: roadReach(lamps, lux, { plane: t.plane }),
          kerbM: roadReach(lamps, lux, { plane: t.plane, rightM: t.kerbM }),
        }));
  return {
    before: grid(t.before),
    after: grid(t.after),
    reach: { before: reach(t.before), after: reach(t.after) },
  };
}

/**
 * What a driver sees of a road: for each pixel of a view from the driver's eye the place of the road there, and its light; above
 * the horizon nothing.
 * @param eye of the driver, m: right of the middle and above the road
 */
export function driversView(
  grid: RoadGrid,
  of: Pick<RoadTask, 'wideM' | 'stepM'>,
  eye: { readonly rightM: number; readonly heightM: number },
  size: { readonly width: number; readonly height: number; readonly fieldDeg: number },
): Float32Array {
  const f = size.width / 2 / Math.tan((size.fieldDeg * Math.PI) / 360);
  // The horizon lies a third from the top.
  const horizon = size.height / 3;
  const view = new Float32Array(size.width * size.height).fill(NaN);
  for (let y = Math.ceil(horizon); y < size.height; y += 1) {
    const aheadM = (eye.heightM * f) / (y + 0.5 - horizon);
    const row = Math.floor(aheadM / of.stepM);
    if (row >= grid.rows) continue;
    for (let x = 0; x < size.width; x += 1) {
      const rightM = eye.rightM + ((x + 0.5 - size.width / 2) / f) * aheadM;
      const column = Math.floor((rightM + of.wideM / 2) / of.stepM);
      if (column >= 0 && column < grid.columns)
        view[y * size.width + x] = grid.lux[row * grid.columns + column] ?? NaN;
    }
  }
  return view;
}
