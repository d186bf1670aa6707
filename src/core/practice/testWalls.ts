import { seededRandom } from '../kernel/seededRandom';
import { cutoffOf } from '../beam/photometry/cutoff';
import { MARK_PLACES } from '../beam/wall/markCode';
import type { WallReading } from '../beam/wall/tone';
import { simulatedMeter } from './meter';
import { practiceBeam } from './beam';
import { pixelOf, wallLux, type WallScene } from './wallPhoto';

/** What a seeded wall is like, with what is true of it. */
export interface TestWall {
  readonly scene: WallScene;
  readonly flat: 'left' | 'right';
  readonly readings: readonly WallReading[];
  /** Where the cutoff and the hot spot truly lie, degrees, by the beam itself; and light at a few places, lx. */
  readonly truth: {
    readonly cutoffDeg: number | null;
    readonly hotH: number;
    readonly hotV: number;
    readonly lux: (hDeg: number, vDeg: number) => number;
  };
}

const RAD = Math.PI / 180;

/**
 * A wall by its seed: aim, tilt, noise, exposure, lens and camera differ.
 * @param kind `fair`: held exposure without tones mapped; `blown`: too long exposed; `toned`: evened out by a phone
 */
export function testWall(
  seed: number,
  of: { readonly widthPx: number; readonly kind?: 'fair' | 'blown' | 'toned' },
): TestWall {
  const random = seededRandom(seed);
  const span = (from: number, to: number) => from + (to - from) * random();
  const kind = of.kind ?? 'fair';
  const flat = random() < 0.7 ? 'left' : 'right';
  const beam = practiceBeam({
    flat,
    hotCd: span(6000, 22_000),
    hotH: span(0.4, 2),
    hotDown: span(0.6, 1.1),
    wideDeg: span(3.5, 6),
    deepDeg: span(1.2, 2),
    softDeg: span(0.06, 0.16),
    overShare: span(0.004, 0.012),
  });
  const distanceMm = span(5000, 8000);
  const lamp = { acrossMm: random() < 0.5 ? -620 : 620, upMm: span(620, 950), distanceMm };
  const aim = { panDeg: span(-0.8, 0.8), tiltDeg: span(-1.6, 0.2), rollDeg: span(-1.5, 1.5) };
  const strayLux = span(0.1, 1.5);
  const bare = { beam, lamp, ...aim, strayLux: 0 };
  const truth = trueOf(bare, flat);
  const scene: WallScene = {
    beam,
    lamp,
    ...aim,
    strayLux,
    marks: MARK_PLACES,
    camera: {
      acrossMm: span(-900, 900),
      upMm: span(900, 1700),
      awayMm: span(3600, 4200),
      yawDeg: 0,
      pitchDeg: span(-9, -1),
      rollDeg: span(-3, 3),
      widthPx: of.widthPx,
      heightPx: Math.round(of.widthPx * 0.75),
      fieldDeg: span(62, 70),
      distortion: span(-0.003, 0.003),
    },
    whiteLux: kind === 'blown' ? truth.hotLux * span(0.2, 0.6) : truth.hotLux * span(1.5, 2.6),
    noise: { shot: span(0.004, 0.02), floor: span(0.0003, 0.0015) },
    ...(kind === 'toned' ? { toneMapped: span(0.3, 0.7) } : {}),
    seed,
  };
  const camera = { ...scene.camera, yawDeg: Math.atan2(-scene.camera.acrossMm, scene.camera.awayMm) / RAD };
  const whole: WallScene = { ...scene, camera };
  const lux = (h: number, v: number) => wallLux(whole, onWall(lamp, h, v));
  const meter = simulatedMeter(seed + 1);
  // As a person would choose them: at the hot spot, beside it, below, over the cutoff, far out.
  const places = [
    [truth.hotH, truth.hotV],
    [truth.hotH + 3, truth.hotV],
    [truth.hotH - 3.5, truth.hotV - 0.3],
    [truth.hotH, truth.hotV - 1.4],
    [truth.hotH, truth.hotV + 2.6],
    [truth.hotH - 6, truth.hotV - 1],
  ] as const;
  const readings = places.map(([hDeg, vDeg]) => ({ hDeg, vDeg, lux: meter(lux(hDeg, vDeg)) }));
  return { scene: whole, flat, readings, truth: { ...truth, lux } };
}

const onWall = (lamp: WallScene['lamp'], hDeg: number, vDeg: number) => ({
  acrossMm: lamp.acrossMm + lamp.distanceMm * Math.tan(hDeg * RAD),
  upMm: lamp.upMm + lamp.distanceMm * Math.tan(vDeg * RAD),
});

/** Where cutoff and hot spot lie by the beam itself, without any picture. */
function trueOf(
  s: Pick<WallScene, 'beam' | 'lamp' | 'panDeg' | 'tiltDeg' | 'rollDeg' | 'strayLux'>,
  flat: 'left' | 'right',
) {
  const net = (hDeg: number, vDeg: number) => wallLux(s, onWall(s.lamp, hDeg, vDeg));
  const h = flat === 'left' ? -2.5 : 2.5;
  const cutoff = cutoffOf((v) => net(h, v), -4, 3);
  let best = { h: 0, v: 0, lux: 0 };
  for (let v = s.tiltDeg - 3; v <= s.tiltDeg + 0.5; v += 0.05)
    for (let x = s.panDeg - 4; x <= s.panDeg + 4; x += 0.1) {
      const e = net(x, v);
      if (e > best.lux) best = { h: x, v, lux: e };
    }
  return { cutoffDeg: cutoff?.vDeg ?? null, hotH: best.h, hotV: best.v, hotLux: best.lux };
}

/** Where each mark of a scene lies in its picture, as a person would tap it. */
export const tapped = (s: WallScene) =>
  s.marks.map((m) => ({
    id: m.id,
    wall: { acrossMm: m.acrossMm, upMm: m.upMm },
    pixel: pixelOf(s.camera, m),
  }));
