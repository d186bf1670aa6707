/** A picture as its pixels: red, green, blue, alpha in turn, row by row from the top. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
  /** How a value stands for light; `srgb`: as every camera writes pictures; `linear`: raw light. */
  readonly encoding?: 'srgb' | 'linear';
}

/** *Setting*: a value from here on is blown out: what lies above it is not known. */
export const BLOWN = 251;

/** Light of a value from 0 to 255, as a share of white. Source: IEC 61966-2-1 (sRGB). */
export const srgbLight = (value: number): number => {
  const x = value / 255;
  return x <= 0.04045 ? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4;
};

/** The value of a share of white: the other way round. */
export const srgbValue = (light: number): number => {
  const x = light <= 0 ? 0 : light >= 1 ? 1 : light;
  return 255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
};

const SRGB = Float32Array.from({ length: 256 }, (_, i) => srgbLight(i));
const LINEAR = Float32Array.from({ length: 256 }, (_, i) => i / 255);
/** What each colour counts for an eye. Source: ITU-R BT.709. */
const [RED, GREEN, BLUE] = [0.2126, 0.7152, 0.0722];

/** The light of a value, by the picture's encoding. */
export const lightTable = (p: Picture): Float32Array => (p.encoding === 'linear' ? LINEAR : SRGB);

/** Light of a pixel as a share of white. */
export function lightAt(p: Picture, table: Float32Array, x: number, y: number): number {
  const i = (y * p.width + x) * 4;
  const d = p.data;
  return (
    RED * (table[d[i] as number] as number) +
    GREEN * (table[d[i + 1] as number] as number) +
    BLUE * (table[d[i + 2] as number] as number)
  );
}

/** Whether a pixel is blown out in any colour. */
export function blownAt(p: Picture, x: number, y: number): boolean {
  const i = (y * p.width + x) * 4;
  const d = p.data;
  return (d[i] as number) >= BLOWN || (d[i + 1] as number) >= BLOWN || (d[i + 2] as number) >= BLOWN;
}

/** A picture in shades, made smaller by a whole factor: the mean light of each block. */
export interface Shades {
  readonly width: number;
  readonly height: number;
  readonly factor: number;
  readonly light: Float32Array;
}

/** Makes a picture smaller until it is no wider than so much. */
export function shadesOf(p: Picture, widest: number): Shades {
  const factor = Math.max(1, Math.ceil(p.width / widest));
  const [width, height] = [Math.floor(p.width / factor), Math.floor(p.height / factor)];
  const light = new Float32Array(width * height);
  const table = lightTable(p);
  const share = 1 / (factor * factor);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      let sum = 0;
      for (let dy = 0; dy < factor; dy += 1)
        for (let dx = 0; dx < factor; dx += 1) sum += lightAt(p, table, x * factor + dx, y * factor + dy);
      light[y * width + x] = sum * share;
    }
  return { width, height, factor, light };
}
