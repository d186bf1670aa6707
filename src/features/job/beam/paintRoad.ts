import type { RoadGrid } from '@/core/beam/photometry/road';
import { ISOLUX } from '@/core/beam/photometry/roadTask';

/** Shades of light on dark ground: darker than the first line, then from each line on. */
export const SHADES = {
  light: ['#14161b', '#3a3a35', '#6b6444', '#a3945a', '#d9c276', '#fff1c9'],
  brighter: '#e0b84a',
  darker: '#4f86c6',
  sky: '#0b0c0f',
} as const;

const rgb = (hex: string) =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number];
const LIGHT = SHADES.light.map(rgb);
const [BRIGHTER, DARKER, SKY, GROUND] = [SHADES.brighter, SHADES.darker, SHADES.sky, SHADES.light[0]].map(
  rgb,
);

const shade = (lux: number) => LIGHT[ISOLUX.filter((l) => lux >= l).length] ?? LIGHT[0];

function painted(
  canvas: HTMLCanvasElement,
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly [number, number, number] | undefined,
) {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [r, g, b] = colour(x, y) ?? [0, 0, 0];
      image.data.set([r, g, b, 255], (y * width + x) * 4);
    }
  context.putImageData(image, 0, 0);
}

/**
 * Paints a road from above, the vehicle at the left and the road's left side on top. With lamps to compare with: where it is
 * brighter or darker by a quarter or more.
 */
export function paintRoad(canvas: HTMLCanvasElement, grid: RoadGrid, against: RoadGrid | null): void {
  painted(canvas, grid.rows, grid.columns, (x, y) => {
    const i = x * grid.columns + y;
    const lux = grid.lux[i] ?? 0;
    if (!against) return shade(lux);
    const was = against.lux[i] ?? 0;
    if (lux < ISOLUX[0] && was < ISOLUX[0]) return GROUND;
    return lux > was * 1.25 ? BRIGHTER : lux < was / 1.25 ? DARKER : LIGHT[2];
  });
}

/** Paints what a driver sees; above the horizon the sky. */
export function paintView(
  canvas: HTMLCanvasElement,
  view: Float32Array,
  width: number,
  height: number,
): void {
  painted(canvas, width, height, (x, y) => {
    const lux = view[y * width + x] ?? NaN;
    return Number.isNaN(lux) ? (y < height / 3 ? SKY : GROUND) : shade(lux);
  });
}
