/** Largest bodies, bytes: one limit for each address, told in the refusal. The framework's own lies above all of them. */
export const MAX_BODY = {
  /** What anybody may send before a sign-in. */
  open: 4 * 1024,
  /** Forms and entries. */
  small: 512 * 1024,
  /** A picture as the camera made it. */
  photo: 20 * 1024 * 1024,
  /** Cases that are asked. */
  case: 4 * 1024 * 1024,
  /** Shelf files. */
  file: 64 * 1024 * 1024,
} as const;
export type BodySize = keyof typeof MAX_BODY;

/** A body that is not taken: over its limit, or another length than was announced. */
export class BodyRefused extends Error {
  constructor(
    readonly code: 'too-large' | 'body-cut',
    readonly limit: number,
  ) {
    super(code);
  }
}

/** What is answered to a refused body. */
export const bodyRefusal = (e: BodyRefused): Response =>
  Response.json({ code: e.code, limit: e.limit }, { status: e.code === 'too-large' ? 413 : 400 });

/**
 * The pieces of a body as they come.
 * @throws BodyRefused once it is over its limit, and at its end where it is not as long as it was announced
 */
export async function* bodyPieces(request: Request, size: BodySize): AsyncGenerator<Uint8Array> {
  const limit = MAX_BODY[size];
  const announced = announcedLength(request);
  if (announced !== null && announced > limit) throw new BodyRefused('too-large', limit);
  let length = 0;
  const pieces = request.body as unknown as AsyncIterable<Uint8Array> | null;
  for await (const piece of pieces ?? []) {
    length += piece.length;
    if (length > limit) throw new BodyRefused('too-large', limit);
    yield piece;
  }
  if (announced !== null && length !== announced) throw new BodyRefused('body-cut', limit);
}

function announcedLength(request: Request): number | null {
  const header = request.headers.get('content-length');
  return header === null || request.headers.has('content-encoding') ? null : Number(header);
}

/** The whole body. @throws BodyRefused */
export async function bodyBytes(request: Request, size: BodySize): Promise<Buffer> {
  const pieces: Uint8Array[] = [];
  for await (const piece of bodyPieces(request, size)) pieces.push(piece);
  return Buffer.concat(pieces);
}

/** The whole body as text; bytes that are no UTF-8 come as U+FFFD. @throws BodyRefused */
export const bodyText = async (request: Request, size: BodySize): Promise<string> =>
  new TextDecoder().decode(await bodyBytes(request, size));
