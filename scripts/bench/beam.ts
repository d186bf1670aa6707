import { roadGrid } from '@/core/beam/photometry/road';
import { readIes, writeIes } from '@/core/beam/photofile/ies';
import { findMarks, readWall } from '@/core/beam/wall';
import { mapAt } from '@/core/beam/wall/wallMap';
import { practiceBeam } from '@/core/practice/beam';
import { tapped, testWall } from '@/core/practice/testWalls';
import { wallPhoto, type WallScene } from '@/core/practice/wallPhoto';
import { measured, type Row } from './measure';

/** The bars of beam and aim: the road, a picture of twelve megapixels. */
export async function benchBeam(): Promise<readonly Row[]> {
  const map = practiceBeam({ hotCd: 20_000 });
  const lamps = [-0.6, 0.6, -0.4, 0.4].map((acrossM) => ({ map, acrossM, heightM: 0.7, tiltDeg: -0.5 }));
  const of = { longM: 200, wideM: 40, stepM: 0.25, plane: 'facing' } as const;
  const wall = testWall(3, { widthPx: 4000 });
  const picture = wallPhoto(wall.scene);
  const task = {
    shots: [picture],
    marks: tapped(wall.scene),
    lamp: wall.scene.lamp,
    flat: wall.flat,
    readings: wall.readings,
    strayLux: wall.scene.strayLux,
  };
  return [
    await measured('road', '200 × 40 m at 0.25 m, four lamps', 20, () => roadGrid(lamps, of), 3),
    await measured('wall by photo', '12 megapixels', 5, () => {
      findMarks(picture);
      return readWall(task);
    }),
  ];
}

/** What rendered walls came to. */
export interface WallsTried {
  readonly walls: number;
  readonly cutoffDeg: number;
  readonly hotDeg: number;
  /** Worst of the light at six places each, as a share. */
  readonly lux: number;
  /** Fair pictures that gave no light, and fair ones that were not placed. */
  readonly refused: number;
  /** Pictures that were evened out or blown out, and taken for light all the same. */
  readonly taken: number;
  /** Intensity files that did not come back as they were. */
  readonly filesChanged: number;
}

/** Whether a direction from the lamp meets one of the marks. */
function onMark({ lamp, marks }: WallScene, [h, v]: readonly [number, number]): boolean {
  const mm = (deg: number) => Math.tan((deg * Math.PI) / 180) * lamp.distanceMm;
  const [x, y] = [lamp.acrossMm + mm(h), lamp.upMm + mm(v)];
  return marks.some((m) => Math.hypot(x - m.acrossMm, y - m.upMm) < 110);
}

/**
 * Reads hundreds of rendered walls by a seed, through an IES file each: at three megapixels, ten at twelve, and as many that were
 * evened out or blown out, of which none may pass for light.
 */
export function tryWalls(count: number, tell: (done: number) => void): WallsTried {
  const worst = { cutoffDeg: 0, hotDeg: 0, lux: 0 };
  let [refused, taken, filesChanged] = [0, 0, 0];
  const places = [
    [0, -0.8],
    [-2, -1.3],
    [2, -1.8],
    [3, -1.1],
    [-4, -1.9],
  ] as const;
  for (let seed = 1; seed <= count; seed += 1) {
    const wall = testWall(seed, { widthPx: seed <= 10 ? 4000 : 2048 });
    const text = writeIes({
      version: 'IESNA:LM-63-2002',
      keywords: [],
      tilt: 'NONE',
      lamps: 1,
      lumens: -1,
      multiplier: 1,
      units: 2,
      width: 0,
      length: 0,
      height: 0,
      ballast: 1,
      future: 1,
      watts: 0,
      type: wall.scene.beam.type,
      h: wall.scene.beam.h,
      v: wall.scene.beam.v,
      values: wall.scene.beam.candela,
    });
    const back = readIes(text);
    if (back.kind !== 'file' || writeIes(back.file) !== text) filesChanged += 1;
    const read = readWall({
      shots: [wallPhoto(wall.scene)],
      marks: tapped(wall.scene),
      lamp: wall.scene.lamp,
      flat: wall.flat,
      readings: wall.readings,
      strayLux: wall.scene.strayLux,
    });
    if (read?.kind !== 'read' || read.light.kind !== 'lux') refused += 1;
    if (read?.kind === 'read') {
      const { truth } = wall;
      if (read.cutoff && truth.cutoffDeg !== null)
        worst.cutoffDeg = Math.max(worst.cutoffDeg, Math.abs(read.cutoff.vDeg - truth.cutoffDeg));
      if (read.hot)
        worst.hotDeg = Math.max(
          worst.hotDeg,
          Math.hypot(read.hot.hDeg - truth.hotH, read.hot.vDeg - truth.hotV),
        );
      if (read.light.kind === 'lux')
        for (const [h, v] of places) {
          const at = [h + wall.scene.panDeg, v + wall.scene.tiltDeg] as const;
          // Where a mark hangs the wall is black.
          if (onMark(wall.scene, at)) continue;
          const share = mapAt(read.map, ...at) / (truth.lux(...at) - wall.scene.strayLux);
          if (share > 0) worst.lux = Math.max(worst.lux, Math.abs(share - 1));
        }
    }
    for (const kind of ['toned', 'blown'] as const) {
      const bad = testWall(seed, { widthPx: 1024, kind });
      const light = readWall({
        shots: [wallPhoto(bad.scene)],
        marks: tapped(bad.scene),
        lamp: bad.scene.lamp,
        flat: bad.flat,
        readings: bad.readings,
        strayLux: bad.scene.strayLux,
      });
      if (light?.kind === 'read' && light.light.kind === 'lux') taken += 1;
    }
    if (seed % 20 === 0) tell(seed);
  }
  return { walls: count, ...worst, refused, taken, filesChanged };
}
