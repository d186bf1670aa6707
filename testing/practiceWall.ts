import sharp from 'sharp';
import { practiceBeam } from '@/core/practice/beam';
import { MARK_PLACES } from '@/core/beam/wall';
import { wallLux, wallPhoto, type WallScene } from '@/core/practice/wallPhoto';

/** A wall of known aim as a picture of a camera: of one lamp, 700 mm high and 620 mm left of the middle, at 7.62 m. */
export function practiceWall(of: {
  readonly hotCd: number;
  readonly tiltDeg: number;
  readonly toneMapped?: number;
}): WallScene {
  return {
    beam: practiceBeam({ hotCd: of.hotCd }),
    lamp: { acrossMm: -620, upMm: 700, distanceMm: 7620 },
    panDeg: 0.1,
    tiltDeg: of.tiltDeg,
    strayLux: 6,
    marks: MARK_PLACES,
    camera: {
      acrossMm: 300,
      upMm: 1200,
      awayMm: 3900,
      yawDeg: -4,
      pitchDeg: -5,
      rollDeg: 1,
      widthPx: 2000,
      heightPx: 1500,
      fieldDeg: 66,
      distortion: 0.001,
    },
    whiteLux: (of.hotCd / 58) * 1.8,
    ...(of.toneMapped ? { toneMapped: of.toneMapped } : {}),
    seed: 7,
  };
}

/** Writes it as a JPEG file. */
export async function practiceFile(scene: WallScene, path: string): Promise<string> {
  const { data, width, height } = wallPhoto(scene);
  await sharp(data, { raw: { width, height, channels: 4 } })
    .jpeg({ quality: 94, chromaSubsampling: '4:4:4' })
    .toFile(path);
  return path;
}

/** What a meter reads at points of it: mm right and up of the spot straight before the lamp. */
export const practiceLux = (scene: WallScene, rightMm: number, upMm: number): number =>
  Math.round(wallLux(scene, { acrossMm: scene.lamp.acrossMm + rightMm, upMm: scene.lamp.upMm + upMm }) * 10) /
  10;
