import {
  BarcodeFormat,
  BinaryBitmap,
  DecodeHintType,
  HybridBinarizer,
  MultiFormatReader,
  RGBLuminanceSource,
} from '@zxing/library';
import { greyOf } from '@/core/scan';

/** A frame of the camera, or a picture that was chosen. */
export type ScanAsk =
  | {
      readonly kind: 'frame';
      readonly grey: Uint8ClampedArray;
      readonly width: number;
      readonly height: number;
    }
  | { readonly kind: 'picture'; readonly file: Blob };

/** What stands in it; `none`: no bar code was found, or none that can be read. */
export type ScanReply =
  { readonly kind: 'read'; readonly text: string } | { readonly kind: 'none'; readonly of: ScanAsk['kind'] };

/** Kinds of labels that vehicles, boxes and we ourselves have. */
const FORMATS = [
  BarcodeFormat.CODE_39,
  BarcodeFormat.CODE_128,
  BarcodeFormat.DATA_MATRIX,
  BarcodeFormat.QR_CODE,
];
/** *Setting*: longer side of a picture that is looked through, px: more takes longer and finds no more. */
const LONGEST = 1600;

const reader = new MultiFormatReader();
reader.setHints(
  new Map<DecodeHintType, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, FORMATS],
    [DecodeHintType.TRY_HARDER, true],
  ]),
);

const post = (reply: ScanReply) => self.postMessage(reply);

function decode(grey: Uint8ClampedArray, width: number, height: number): string | null {
  try {
    return reader
      .decodeWithState(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, width, height))))
      .getText();
  } catch {
    return null;
  } finally {
    reader.reset();
  }
}

/** Grey of a picture, and the same turned by a quarter: a label on a door pillar stands upright. */
async function pictureText(file: Blob): Promise<string | null> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  for (const turned of [false, true]) {
    const [w, h] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
    const canvas = new OffscreenCanvas(turned ? h : w, turned ? w : h);
    const pen = canvas.getContext('2d');
    if (!pen) return null;
    if (turned) {
      pen.translate(h, 0);
      pen.rotate(Math.PI / 2);
    }
    pen.drawImage(bitmap, 0, 0, w, h);
    const { data } = pen.getImageData(0, 0, canvas.width, canvas.height);
    const text = decode(greyOf(data), canvas.width, canvas.height);
    if (text !== null) return text;
  }
  return null;
}

self.onmessage = ({ data }: MessageEvent<ScanAsk>) => {
  const answer = (text: string | null) =>
    post(text === null ? { kind: 'none', of: data.kind } : { kind: 'read', text });
  if (data.kind === 'frame') answer(decode(data.grey, data.width, data.height));
  else void pictureText(data.file).then(answer, () => answer(null));
};
