import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import bwipjs from 'bwip-js/node';
import sharp from 'sharp';

const folder = mkdtempSync(path.join(tmpdir(), 'yonder-codes-'));
let made = 0;
const fresh = (ending: string) => path.join(folder, `${(made += 1)}.${ending}`);

/** A bar code as a label has it: black on white, with a quiet zone. */
async function drawn(kind: 'code39' | 'datamatrix' | 'qrcode', text: string): Promise<Buffer> {
  return bwipjs.toBuffer({
    bcid: kind,
    text,
    scale: kind === 'code39' ? 3 : 6,
    ...(kind === 'code39' ? { height: 14 } : {}),
    padding: 12,
    backgroundcolor: 'FFFFFF',
  });
}

/** A picture of a bar code somewhere on a door pillar. @returns the path of a PNG */
export async function codePicture(
  kind: 'code39' | 'datamatrix' | 'qrcode',
  text: string,
  how: { readonly turned?: boolean; readonly blurred?: number } = {},
): Promise<string> {
  const label = await drawn(kind, text);
  const file = fresh('png');
  const whole = sharp({ create: { width: 1400, height: 900, channels: 3, background: '#8a8f94' } }).composite(
    [{ input: label, gravity: 'centre' }],
  );
  let picture = sharp(await whole.png().toBuffer());
  if (how.turned) picture = picture.rotate(90);
  if (how.blurred) picture = picture.blur(how.blurred);
  await picture.png().toFile(file);
  return file;
}

/** What a camera sees of a picture, as Chromium’s fake camera plays it. @returns the path of a Y4M file of a few frames */
export async function cameraFilm(picture: string): Promise<string> {
  const [width, height] = [1280, 720];
  const grey = await sharp(picture)
    .resize(width, height, { fit: 'contain', background: '#8a8f94' })
    .greyscale()
    .raw()
    .toBuffer();
  const chroma = Buffer.alloc((width * height) / 2, 128);
  const frame = Buffer.concat([Buffer.from('FRAME\n'), grey, chroma]);
  const file = fresh('y4m');
  writeFileSync(
    file,
    Buffer.concat([
      Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420jpeg\n`),
      frame,
      frame,
      frame,
    ]),
  );
  return file;
}
