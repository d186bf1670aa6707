import type { Pixel } from './homography';
import { MARK, MARK_WORDS } from './markCode';
import { lightAt, lightTable, type Picture, shadesOf, type Shades } from './picture';

/** A mark that was found in a picture. */
export interface FoundMark {
  readonly id: string;
  readonly pixel: Pixel;
}

/** *Settings*: widths that a picture is searched at, px: small, where noise is evened out, then finer; crosses looked at closer. */
const SEARCHED_AT = [750, 1500];
const CANDIDATES = 160;
/** *Settings*: sizes of a mark in px of the searched picture a mm, and how far it may lean, degrees. */
const SCALES = Array.from({ length: 18 }, (_, i) => 0.1 * 1.16 ** i);
const LEANS = [0, -6, 6, -12, 12, -18, 18, -24, 24];
/** *Setting*: a cross may lie beside where it answers most: places around it that are tried, px of the searched picture. */
const BESIDE = [
  [0, 0],
  [0, 1.3],
  [0, -1.3],
  [1.3, 0],
  [-1.3, 0],
] as const;
/** *Setting*: the weakest sample of a mark still tells black from white by this share of their half difference. */
const CLEAR = 0.2;

/**
 * Finds the wall's marks in a picture: crosses by a ring of sixteen samples around each pixel, then their code. Nothing is
 * guessed: what cannot be read is not found, and is tapped by hand. Source: ChESS, Bennett & Lasenby 2014.
 */
export function findMarks(p: Picture): readonly FoundMark[] {
  const best = new Map<string, { readonly pixel: Pixel; readonly clear: number }>();
  for (const width of SEARCHED_AT) {
    const shades = shadesOf(p, width);
    // As an eye sees it: a dark corner of the wall has as much contrast as a bright one.
    const seen = { ...shades, light: shades.light.map((v) => Math.log(v + 0.002)) };
    for (const cross of crosses(seen))
      for (const [dx, dy] of BESIDE) {
        const at = { x: cross.x + dx, y: cross.y + dy };
        const code = readCode(seen, at);
        if (!code) continue;
        if ((best.get(code.id)?.clear ?? 0) >= code.clear) break;
        const pixel = { x: at.x * shades.factor, y: at.y * shades.factor };
        best.set(code.id, { pixel, clear: code.clear });
        break;
      }
    if (best.size === Object.keys(MARK_WORDS).length) break;
  }
  return [...best]
    .map(([id, { pixel }]) => ({ id, pixel: refined(p, pixel) }))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** The cross nearest to where somebody tapped, to a part of a pixel. */
export const tappedMark = (p: Picture, at: Pixel): Pixel => refined(p, at);

const RING = 5;
const AROUND = Array.from({ length: 16 }, (_, k) => {
  const a = (k * Math.PI) / 8;
  return [Math.round(RING * Math.cos(a)), Math.round(RING * Math.sin(a))] as const;
});

/** Pixels that look like a cross, the clearest first. */
function crosses({ width, height, light }: Shades): readonly Pixel[] {
  const response = new Float32Array(width * height);
  const steps = Int32Array.from(AROUND, ([x, y]) => y * width + x);
  const ring = new Float32Array(16);
  for (let y = RING; y < height - RING; y += 1)
    for (let x = RING; x < width - RING; x += 1) {
      const i = y * width + x;
      // Most of a wall is even: a few samples are enough to see that.
      const near = Math.abs(
        light[i + 2 * width + 2]! +
          light[i - 2 * width - 2]! -
          light[i + 2 * width - 2]! -
          light[i - 2 * width + 2]!,
      );
      const level = Math.abs(light[i + 3]! + light[i - 3]! - light[i + 3 * width]! - light[i - 3 * width]!);
      if (near < 0.15 && level < 0.15) continue;
      let mean = 0;
      for (let k = 0; k < 16; k += 1) {
        const v = light[i + steps[k]!]!;
        ring[k] = v;
        mean += v;
      }
      let cross = 0;
      let edge = 0;
      for (let k = 0; k < 4; k += 1)
        cross += Math.abs(ring[k]! + ring[k + 8]! - ring[k + 4]! - ring[k + 12]!);
      if (cross < 0.4) continue;
      for (let k = 0; k < 8; k += 1) edge += Math.abs(ring[k]! - ring[k + 8]!);
      const middle = (light[i]! + light[i - 1]! + light[i + 1]! + light[i - width]! + light[i + width]!) / 5;
      response[i] = cross - edge - Math.abs(mean / 16 - middle) * 4;
    }
  const found: { readonly i: number; readonly r: number }[] = [];
  for (let y = RING; y < height - RING; y += 1)
    for (let x = RING; x < width - RING; x += 1) {
      const i = y * width + x;
      const r = response[i] as number;
      if (r < 0.3) continue;
      let most = true;
      for (let dy = -3; dy <= 3 && most; dy += 1)
        for (let dx = -3; dx <= 3; dx += 1) {
          const other = response[i + dy * width + dx] as number;
          if (other > r || (other === r && dy * width + dx < 0)) {
            most = false;
            break;
          }
        }
      if (most) found.push({ i, r });
    }
  return found
    .sort((a, b) => b.r - a.r || a.i - b.i)
    .slice(0, CANDIDATES)
    .map(({ i }) => ({ x: (i % width) + 0.5, y: Math.floor(i / width) + 0.5 }));
}

/** Which mark a cross is the middle of, and how clearly; null: of none. */
function readCode(s: Shades, at: Pixel): { readonly id: string; readonly clear: number } | null {
  let best: { readonly id: string; readonly clear: number } | null = null;
  for (const scale of SCALES)
    for (const lean of LEANS) {
      const found = readAt(s, at, scale, (lean * Math.PI) / 180);
      if (found && found.clear > (best?.clear ?? CLEAR)) best = found;
    }
  return best;
}

const EIGHTH = Math.PI / 4;

function readAt(s: Shades, at: Pixel, scale: number, lean: number) {
  const sample = (mm: number, turn: number): number => {
    const x = at.x + Math.sin(turn + lean) * mm * scale;
    const y = at.y - Math.cos(turn + lean) * mm * scale;
    return between(s, x, y);
  };
  // The quarters: black at the lower right and the upper left.
  const quarter = (k: number) => sample(MARK.discMm * 0.62, EIGHTH + k * 2 * EIGHTH);
  const [q0, q1, q2, q3] = [quarter(0), quarter(1), quarter(2), quarter(3)];
  const white = (q0 + q2) / 2;
  const black = (q1 + q3) / 2;
  const half = (white - black) / 2;
  if (!(half > 0.1)) return null;
  const middle = (white + black) / 2;
  let clear = Infinity;
  const expect = (v: number, isWhite: boolean) => {
    const c = ((v - middle) * (isWhite ? 1 : -1)) / half;
    if (!(c >= clear)) clear = c;
  };
  [q0, q2].forEach((q) => expect(q, true));
  [q1, q3].forEach((q) => expect(q, false));
  if (clear < CLEAR) return null;
  const ring = (MARK.discMm + MARK.whiteMm) / 2;
  const code = (MARK.whiteMm + MARK.codeMm) / 2;
  let word = 0;
  for (let k = 0; k < 8; k += 1) {
    const turn = (k + 0.5) * EIGHTH;
    expect(sample(ring, turn), true);
    expect(sample((MARK.codeMm + MARK.sheetMm) / 2, turn), true);
    if (!(clear >= CLEAR)) return null;
    const isBlack = sample(code, turn) < middle;
    word = (word << 1) | (isBlack ? 1 : 0);
    expect(sample(code, turn - 0.22), !isBlack);
    expect(sample(code, turn + 0.22), !isBlack);
    if (!(clear >= CLEAR)) return null;
  }
  const id = Object.entries(MARK_WORDS).find(([, w]) => w === word)?.[0];
  return id === undefined ? null : { id, clear };
}

/** Between the pixels evenly; NaN outside. */
function between({ width, height, light }: Shades, x: number, y: number): number {
  const [a, b] = [x - 0.5, y - 0.5];
  const [i, j] = [Math.floor(a), Math.floor(b)];
  if (i < 0 || j < 0 || i + 1 >= width || j + 1 >= height) return NaN;
  const [fx, fy] = [a - i, b - j];
  const at = (k: number) => light[k] as number;
  const k = j * width + i;
  return (
    (at(k) * (1 - fx) + at(k + 1) * fx) * (1 - fy) + (at(k + width) * (1 - fx) + at(k + width + 1) * fx) * fy
  );
}

/**
 * A cross to a part of a pixel: the point to which the slopes of the light around it stand square. Source: Förstner & Gülch 1987.
 */
function refined(p: Picture, start: Pixel): Pixel {
  const table = lightTable(p);
  const reach = Math.max(4, Math.round(p.width / 260));
  const light = (x: number, y: number) => Math.log(lightAt(p, table, x, y) + 0.002);
  let { x: cx, y: cy } = start;
  for (let round = 0; round < 8; round += 1) {
    let [a, b, c, u, v] = [0, 0, 0, 0, 0];
    const [mx, my] = [Math.round(cx - 0.5), Math.round(cy - 0.5)];
    if (mx - reach < 1 || my - reach < 1 || mx + reach >= p.width - 1 || my + reach >= p.height - 1)
      return start;
    for (let y = my - reach; y <= my + reach; y += 1)
      for (let x = mx - reach; x <= mx + reach; x += 1) {
        const [px, py] = [x + 0.5, y + 0.5];
        const far = ((px - cx) ** 2 + (py - cy) ** 2) / (reach * reach);
        if (far > 1) continue;
        const w = Math.exp(-2 * far);
        const gx = (light(x + 1, y) - light(x - 1, y)) / 2;
        const gy = (light(x, y + 1) - light(x, y - 1)) / 2;
        a += w * gx * gx;
        b += w * gx * gy;
        c += w * gy * gy;
        u += w * (gx * gx * px + gx * gy * py);
        v += w * (gx * gy * px + gy * gy * py);
      }
    const det = a * c - b * b;
    if (!(det > 1e-9)) return start;
    const [nx, ny] = [(c * u - b * v) / det, (a * v - b * u) / det];
    // A cross that runs away is none.
    if (Math.hypot(nx - start.x, ny - start.y) > reach * 1.5) return start;
    const moved = Math.hypot(nx - cx, ny - cy);
    [cx, cy] = [nx, ny];
    if (moved < 0.01) break;
  }
  return { x: cx, y: cy };
}
