/** Grey of a picture, 0 to 255 a pixel. Weights: ITU-R BT.601. @param rgba four values a pixel */
export function greyOf(rgba: Uint8ClampedArray): Uint8ClampedArray {
  const grey = new Uint8ClampedArray(rgba.length / 4);
  for (let i = 0; i < grey.length; i += 1)
    grey[i] = 0.299 * (rgba[4 * i] ?? 0) + 0.587 * (rgba[4 * i + 1] ?? 0) + 0.114 * (rgba[4 * i + 2] ?? 0);
  return grey;
}
