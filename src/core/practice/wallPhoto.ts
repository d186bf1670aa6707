import { seededRandom } from '../kernel/seededRandom';
import { type AngularMap, candelaAt } from '../beam/photometry/angular';
import type { WallPlace } from '../beam/wall/homography';
import { blackAt, MARK } from '../beam/wall/markCode';
import { type Picture, srgbValue } from '../beam/wall/picture';
import type { LampBefore } from '../beam/wall/wallMap';

/** Where a camera stands before a wall and how it looks. */
export interface Camera {
  /** Of its lens, mm: right of the wall's middle line, up from the floor, away from the wall. */
  readonly acrossMm: number;
  readonly upMm: number;
  readonly awayMm: number;
  /** Turned to the right, up, and about its own axis clockwise, degrees. */
  readonly yawDeg: number;
  readonly pitchDeg: number;
  readonly rollDeg: number;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Angle that the picture spans across, degrees. */
  readonly fieldDeg: number;
  /** How far the lens moves a point at the left or right end of the picture outwards, as a share. */
  readonly distortion?: number;
}

/** A wall with one lamp on it, as a camera sees it. */
export interface WallScene {
  readonly beam: AngularMap;
  readonly lamp: LampBefore;
  /** Where the beam's axis points: degrees to the right and up, and turned clockwise. */
  readonly panDeg: number;
  readonly tiltDeg: number;
  readonly rollDeg?: number;
  readonly strayLux: number;
  readonly marks: readonly (WallPlace & { readonly id: string })[];
  readonly camera: Camera;
  /** Lux that comes out white. */
  readonly whiteLux: number;
  /** Noise of a pixel: of light as a share of its root, and of the sensor as a share of white. */
  readonly noise?: { readonly shot: number; readonly floor: number };
  /** How far a phone evens out bright and dark by itself; 0: it does not. */
  readonly toneMapped?: number;
  readonly seed: number;
}

const RAD = Math.PI / 180;

/** Light on the wall at a point, lx: the lamp's and the room's. */
export function wallLux(
  scene: Pick<WallScene, 'beam' | 'lamp' | 'panDeg' | 'tiltDeg' | 'rollDeg' | 'strayLux'>,
  at: WallPlace,
): number {
  return lampOn(scene)(at.acrossMm, at.upMm) + scene.strayLux;
}

function lampOn(s: Pick<WallScene, 'beam' | 'lamp' | 'panDeg' | 'tiltDeg' | 'rollDeg'>) {
  const [p, t, l] = [s.panDeg * RAD, s.tiltDeg * RAD, (s.rollDeg ?? 0) * RAD];
  const [cp, sp, ct, st, cl, sl] = [
    Math.cos(p),
    Math.sin(p),
    Math.cos(t),
    Math.sin(t),
    Math.cos(l),
    Math.sin(l),
  ];
  const d = s.lamp.distanceMm;
  return (acrossMm: number, upMm: number): number => {
    const x = acrossMm - s.lamp.acrossMm;
    const y = upMm - s.lamp.upMm;
    const r2 = x * x + y * y + d * d;
    const r = Math.sqrt(r2);
    // Into the beam's own axes: back by its pan, its tilt, its roll.
    const right = x * cp - d * sp;
    const forward = x * sp + d * cp;
    const up = y * ct - forward * st;
    const ahead = y * st + forward * ct;
    const across = right * cl - up * sl;
    const above = right * sl + up * cl;
    const cd = candelaAt(s.beam, across / r, above / r, ahead / r);
    // Metres: the square of the distance, and the slant of a flat wall.
    return (cd * d * 1e6) / (r2 * r);
  };
}

/** Of each pixel where it looks at the wall, mm; null: it looks past it. */
function rays(c: Camera) {
  const f = c.widthPx / 2 / Math.tan((c.fieldDeg / 2) * RAD);
  const [cy, sy, cp, sp, cr, sr] = [
    Math.cos(c.yawDeg * RAD),
    Math.sin(c.yawDeg * RAD),
    Math.cos(c.pitchDeg * RAD),
    Math.sin(c.pitchDeg * RAD),
    Math.cos(c.rollDeg * RAD),
    Math.sin(c.rollDeg * RAD),
  ];
  const half = c.widthPx / 2 / f;
  const k1 = (c.distortion ?? 0) / (half * half);
  return (px: number, py: number): readonly [number, number] | null => {
    let x = (px - c.widthPx / 2) / f;
    let y = (c.heightPx / 2 - py) / f;
    const bend = 1 / (1 + k1 * (x * x + y * y));
    x *= bend;
    y *= bend;
    const rx = x * cr + y * sr;
    const ry = -x * sr + y * cr;
    // Pitch about the camera's right, then yaw about the upright.
    const uy = ry * cp + sp;
    const fz = cp - ry * sp;
    const wx = rx * cy + fz * sy;
    const wz = fz * cy - rx * sy;
    if (wz <= 1e-6) return null;
    return [c.acrossMm + (wx / wz) * c.awayMm, c.upMm + (uy / wz) * c.awayMm];
  };
}

/** Where a point of the wall lies in the picture, pixels, by looking for it: what a person who taps aims at. */
export function pixelOf(c: Camera, at: WallPlace): { readonly x: number; readonly y: number } {
  const ray = rays(c);
  let [x, y] = [c.widthPx / 2, c.heightPx / 2];
  for (let i = 0; i < 40; i += 1) {
    const here = ray(x, y);
    const right = ray(x + 1, y);
    const down = ray(x, y + 1);
    if (!here || !right || !down) break;
    const [a, b, c2, d] = [right[0] - here[0], down[0] - here[0], right[1] - here[1], down[1] - here[1]];
    const det = a * d - b * c2;
    const [ex, ey] = [at.acrossMm - here[0], at.upMm - here[1]];
    x += (ex * d - b * ey) / det;
    y += (a * ey - c2 * ex) / det;
    if (Math.hypot(ex, ey) < 1e-6) break;
  }
  return { x, y };
}

/** Renders a photo of a wall with known aim, noise, lens and exposure; alike by its seed. */
export function wallPhoto(s: WallScene): Picture {
  const { widthPx: width, heightPx: height } = s.camera;
  const light = new Float32Array(width * height);
  const ray = rays(s.camera);
  const lamp = lampOn(s);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = ray(x + 0.5, y + 0.5);
      if (!at) continue;
      const lux = at[1] < 0 ? s.strayLux * 0.3 : (lamp(at[0], at[1]) + s.strayLux) * paper(s.marks, at);
      light[y * width + x] = lux / s.whiteLux;
    }
  if (s.toneMapped) evenOut(light, width, height, s.toneMapped);
  return { width, height, data: developed(light, s) };
}

/** *Setting*: what black print throws back against a white wall. */
const BLACK = 0.06;

function paper(marks: WallScene['marks'], at: readonly [number, number]): number {
  for (const m of marks) {
    const [right, down] = [at[0] - m.acrossMm, m.upMm - at[1]];
    if (Math.abs(right) <= MARK.codeMm && Math.abs(down) <= MARK.codeMm)
      return blackAt(m.id, right, down) ? BLACK : 1;
  }
  return 1;
}

/** Light as a camera keeps it: with noise, in sRGB, of eight bits. */
function developed(light: Float32Array, s: WallScene): Uint8ClampedArray {
  const random = seededRandom(s.seed);
  const { shot, floor } = s.noise ?? { shot: 0.01, floor: 0.0008 };
  const bell = Float32Array.from(
    { length: 65_537 },
    () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()),
  );
  const values = Uint8Array.from({ length: 16_385 }, (_, i) => Math.round(srgbValue(i / 16_384)));
  const data = new Uint8ClampedArray(light.length * 4);
  let at = Math.floor(random() * bell.length);
  for (let i = 0; i < light.length; i += 1) {
    const v = light[i] as number;
    const sigma = Math.hypot(shot * Math.sqrt(v), floor);
    for (let c = 0; c < 3; c += 1) {
      at = (at * 5 + 7919 + i) % bell.length;
      const noisy = v + sigma * (bell[at] as number);
      data[4 * i + c] = values[noisy <= 0 ? 0 : noisy >= 1 ? 16_384 : Math.round(noisy * 16_384)] as number;
    }
    data[4 * i + 3] = 255;
  }
  return data;
}

/** What phones do: each place is divided by some power of the light around it, and the whole is made as bright as before. */
function evenOut(light: Float32Array, width: number, height: number, strength: number): void {
  const block = Math.max(4, Math.round(width / 48));
  const [columns, rows] = [Math.ceil(width / block), Math.ceil(height / block)];
  let around = new Float32Array(columns * rows);
  const count = new Float32Array(columns * rows);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const k = Math.floor(y / block) * columns + Math.floor(x / block);
      around[k] = (around[k] as number) + (light[y * width + x] as number);
      count[k] = (count[k] as number) + 1;
    }
  around = around.map((v, i) => v / Math.max(1, count[i] as number));
  for (let pass = 0; pass < 3; pass += 1) {
    const next = new Float32Array(columns * rows);
    for (let y = 0; y < rows; y += 1)
      for (let x = 0; x < columns; x += 1) {
        let [sum, n] = [0, 0];
        for (let dy = -1; dy <= 1; dy += 1)
          for (let dx = -1; dx <= 1; dx += 1) {
            const [a, b] = [x + dx, y + dy];
            if (a < 0 || b < 0 || a >= columns || b >= rows) continue;
            sum += around[b * columns + a] as number;
            n += 1;
          }
        next[y * columns + x] = sum / n;
      }
    around = next;
  }
  let [most, now] = [0, 0];
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      const [bx, by] = [
        Math.min(columns - 1.001, Math.max(0, x / block - 0.5)),
        Math.min(rows - 1.001, Math.max(0, y / block - 0.5)),
      ];
      const [cx, cy] = [Math.floor(bx), Math.floor(by)];
      const [fx, fy] = [bx - cx, by - cy];
      const at = (c: number, r: number) =>
        around[Math.min(rows - 1, r) * columns + Math.min(columns - 1, c)] as number;
      const base =
        (at(cx, cy) * (1 - fx) + at(cx + 1, cy) * fx) * (1 - fy) +
        (at(cx, cy + 1) * (1 - fx) + at(cx + 1, cy + 1) * fx) * fy;
      const v = light[i] as number;
      if (v > most) most = v;
      const out = v / (base + 0.01) ** strength;
      if (out > now) now = out;
      light[i] = out;
    }
  const scale = now > 0 ? (0.9 * Math.min(1, most)) / now : 1;
  for (let i = 0; i < light.length; i += 1) light[i] = (light[i] as number) * scale;
}
