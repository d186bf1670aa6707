/**
 * Turns one picture upright, makes it smaller and encodes it anew, in a process of its own that can be ended: bytes in
 * on standard input, a JPEG out on standard output after a line with its size. Exit code 2: it is no picture.
 */
import sharp from 'sharp';

const [, , maxPixels, keptPx] = process.argv.map(Number);
sharp.concurrency(1);
sharp.cache(false);
const pieces = [];
for await (const piece of process.stdin) pieces.push(piece);
try {
  const { data, info } = await sharp(Buffer.concat(pieces), { limitInputPixels: maxPixels, failOn: 'error' })
    .rotate()
    .resize({ width: keptPx, height: keptPx, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 82, mozjpeg: true })
    .toBuffer({ resolveWithObject: true });
  process.stdout.write(`${info.width} ${info.height}\n`);
  process.stdout.write(data);
} catch {
  process.exitCode = 2;
}
