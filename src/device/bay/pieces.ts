/** *Setting*: bytes of one piece. A line that breaks loses one at the most. */
export const PIECE = 192 * 1024;

/**
 * `no-line`: nobody answered. `later`: not now, or nothing that is understood here; what has come stays there. A code: it was
 * refused for what it is.
 */
export type Sent = 'whole' | 'later' | 'no-line' | { readonly code: string };

/** *Setting*: a line that is silent for so long is cut, ms: a piece over a slow line, and the picture's decoding after the last. */
const SILENT_MS = 60_000;

/** Refusals that another try does not change: the picture itself is none, or its sender may not send one. */
const FOR_GOOD: ReadonlySet<string> = new Set(['no-picture', 'too-large', 'not-allowed']);

/**
 * Sends a picture in pieces and goes on where it broke: the server says how far it has come. One that is all there and not
 * taken yet is nudged with its last piece once more.
 * @param id SHA-256 of the bytes
 */
export async function sendInPieces(
  fetch: typeof globalThis.fetch,
  id: string,
  bytes: ArrayBuffer,
): Promise<Sent> {
  const asked = await answered(fetch, `/api/photos/pieces?id=${id}`);
  if (typeof asked === 'string' || 'code' in asked) return asked;
  const of = bytes.byteLength;
  let { have, whole } = asked;
  if (!whole && have >= of) have = Math.max(0, of - PIECE);
  while (!whole && have < of) {
    const piece = bytes.slice(have, have + PIECE);
    const answer = await answered(fetch, `/api/photos/pieces?id=${id}&at=${have}&of=${of}`, piece);
    if (typeof answer === 'string' || 'code' in answer) return answer;
    // A server that gets no further is asked again another time.
    if (!answer.whole && answer.have <= have) return 'later';
    ({ have, whole } = answer);
  }
  return whole ? 'whole' : 'later';
}

async function answered(
  fetch: typeof globalThis.fetch,
  path: string,
  piece?: ArrayBuffer,
): Promise<{ readonly have: number; readonly whole: boolean } | Exclude<Sent, 'whole'>> {
  try {
    const answer = await fetch(
      path,
      piece
        ? {
            method: 'POST',
            headers: { 'content-type': 'application/octet-stream' },
            body: piece,
            signal: AbortSignal.timeout(SILENT_MS),
          }
        : { signal: AbortSignal.timeout(SILENT_MS) },
    );
    const said = (await answer.json().catch(() => null)) as {
      readonly code?: unknown;
      readonly have?: unknown;
      readonly whole?: unknown;
    } | null;
    if (answer.ok && typeof said?.have === 'number' && typeof said.whole === 'boolean')
      return { have: said.have, whole: said.whole };
    return typeof said?.code === 'string' && FOR_GOOD.has(said.code) ? { code: said.code } : 'later';
  } catch {
    return 'no-line';
  }
}
