import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { fairLine } from '../heavy/fairLine';
import { HeavyStopped } from '../heavy/stopped';

/** *Settings*: pixels of a picture at the most; what is kept is at most this wide or high. */
const MAX_PIXELS = 60_000_000;
const KEPT_PX = 1920;
/** *Settings*: how long one picture may take, ms; address space of its process, KiB. */
const TIME_MS = 20_000;
const SPACE_KIB = 6 * 1024 * 1024;
/** *Setting*: pictures that are decoded at once. */
const AT_ONCE = 2;

/** A picture as it is kept. */
export interface Decoded {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly jpeg: Buffer;
}
/** `busy`: too many are waiting, or it came to no end in its time; the sender tries again. */
export type Decoding = Decoded | 'no-picture' | 'busy';

/** First bytes of the picture types that are taken. Drawings (SVG) and documents are none: they can be programs. */
const TYPES: readonly (readonly [at: number, bytes: string])[] = [
  [0, 'ffd8ff'],
  [0, '89504e470d0a1a0a'],
  [8, '57454250'],
  [4, '6674797061766966'],
];

/** Whether bytes begin like a raster picture: JPEG, PNG, WebP or AVIF. */
export const isRaster = (sent: Buffer): boolean =>
  TYPES.some(([at, hex]) => sent.subarray(at, at + hex.length / 2).toString('hex') === hex);

const line = fairLine(AT_ONCE);

/**
 * Decodes a picture in a process of its own, which is ended when it takes too long; people's pictures take turns.
 * @param who sends it
 */
export async function decodePhoto(sent: Buffer, who: string): Promise<Decoding> {
  if (!isRaster(sent)) return 'no-picture';
  const over = await line.turn(who).catch((error: unknown) => {
    if (error instanceof HeavyStopped) return null;
    throw error;
  });
  if (!over) return 'busy';
  try {
    return await inProcess(sent);
  } finally {
    over();
  }
}

const SCRIPT = join(process.cwd(), 'src/server/photos/decodePhoto.mjs');

function inProcess(sent: Buffer): Promise<Decoding> {
  return new Promise((resolve, reject) => {
    // The shell sets the limit of memory and becomes the program.
    const child = spawn(
      '/bin/sh',
      [
        '-c',
        `ulimit -v ${SPACE_KIB} && exec "$0" "$@"`,
        process.execPath,
        SCRIPT,
        String(MAX_PIXELS),
        String(KEPT_PX),
      ],
      {
        stdio: ['pipe', 'pipe', 'ignore'],
        env: { PATH: process.env.PATH ?? '', NODE_ENV: process.env.NODE_ENV ?? 'production' },
        timeout: TIME_MS,
        killSignal: 'SIGKILL',
      },
    );
    const out: Buffer[] = [];
    child.stdout.on('data', (piece: Buffer) => out.push(piece));
    // A process that ended early has not read everything: that is told by its code.
    child.stdin.on('error', () => undefined);
    child.on('error', reject);
    // Ended from outside, it says nothing of the picture: a machine that is busy is no fault of the sender's.
    child.on('close', (code, signal) =>
      resolve(
        signal === 'SIGKILL' ? 'busy' : ((code === 0 ? decoded(Buffer.concat(out)) : null) ?? 'no-picture'),
      ),
    );
    child.stdin.end(sent);
  });
}

function decoded(out: Buffer): Decoded | null {
  const end = out.indexOf(10);
  const [widthPx = 0, heightPx = 0] = out.subarray(0, end).toString().split(' ').map(Number);
  return end > 0 && widthPx > 0 && heightPx > 0 ? { widthPx, heightPx, jpeg: out.subarray(end + 1) } : null;
}
