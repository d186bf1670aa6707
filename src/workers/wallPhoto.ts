import {
  findMarks,
  type FoundMark,
  type Picture,
  type Pixel,
  readWall,
  tappedMark,
  type WallRead,
  type WallRefused,
  type WallTask,
} from '@/core/beam/wall';

/** What the worker is asked: to open pictures and look for marks, to meet a tapped cross, to read the wall. */
export type WallAsk =
  | { readonly kind: 'open'; readonly files: readonly Blob[] }
  | { readonly kind: 'tap'; readonly id: string; readonly at: Pixel }
  | { readonly kind: 'read'; readonly task: Omit<WallTask, 'shots'> };

/** What it answers. */
export type WallReply =
  | { readonly kind: 'progress'; readonly share: number }
  | {
      readonly kind: 'opened';
      readonly width: number;
      readonly height: number;
      readonly marks: readonly FoundMark[];
    }
  | { readonly kind: 'tapped'; readonly id: string; readonly pixel: Pixel }
  | { readonly kind: 'read'; readonly read: WallRead | WallRefused; readonly ms: number }
  | { readonly kind: 'fault'; readonly code: 'no-picture' | 'wall-sizes' };

const post = (reply: WallReply) => self.postMessage(reply);

// Held here, so that a picture of many megapixels crosses over once.
let shots: readonly Picture[] = [];

async function decoded(file: Blob): Promise<Picture | null> {
  try {
    const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) return null;
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    return { width, height, data: context.getImageData(0, 0, width, height).data };
  } catch {
    return null;
  }
}

async function open(files: readonly Blob[]) {
  const opened: Picture[] = [];
  for (const file of files) {
    const picture = await decoded(file);
    if (!picture) return post({ kind: 'fault', code: 'no-picture' });
    opened.push(picture);
    post({ kind: 'progress', share: opened.length / (2 * files.length) });
  }
  const [first] = opened;
  if (!first) return;
  if (opened.some((p) => p.width !== first.width || p.height !== first.height))
    return post({ kind: 'fault', code: 'wall-sizes' });
  shots = opened;
  // A long exposure shows marks that a short one does not.
  const marks = new Map<string, FoundMark>();
  for (const p of opened) for (const m of findMarks(p)) if (!marks.has(m.id)) marks.set(m.id, m);
  post({ kind: 'opened', width: first.width, height: first.height, marks: [...marks.values()] });
}

self.onmessage = ({ data }: MessageEvent<WallAsk>) => {
  if (data.kind === 'open') return void open(data.files);
  const [first] = shots;
  if (!first) return post({ kind: 'fault', code: 'no-picture' });
  if (data.kind === 'tap') return post({ kind: 'tapped', id: data.id, pixel: tappedMark(first, data.at) });
  const began = performance.now();
  // Ended from outside by ending the worker.
  const read = readWall({ ...data.task, shots }, (share) => {
    post({ kind: 'progress', share });
    return true;
  });
  if (read) post({ kind: 'read', read, ms: performance.now() - began });
};
