/** *Setting*: bytes of one piece. A line that breaks loses one at the most. */
export const PIECE = 192 * 1024;

/** `later`: nobody answered, or not now; what has come stays there. */
export type Sent = 'whole' | 'later' | { readonly code: string };

/**
 * Sends a picture in pieces and goes on where it broke: the server says how far it has come.
 * @param id SHA-256 of the bytes
 */
export async function sendInPieces(
  fetch: typeof globalThis.fetch,
  id: string,
  bytes: ArrayBuffer,
): Promise<Sent> {
  const asked = await answered(fetch, `/api/photos/pieces?id=${id}`);
  if (typeof asked === 'string' || 'code' in asked) return asked;
  let { have, whole } = asked;
  while (!whole && have < bytes.byteLength) {
    const piece = bytes.slice(have, have + PIECE);
    const path = `/api/photos/pieces?id=${id}&at=${have}&of=${bytes.byteLength}`;
    const answer = await answered(fetch, path, piece);
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
): Promise<{ readonly have: number; readonly whole: boolean } | 'later' | { readonly code: string }> {
  try {
    const answer = await fetch(
      path,
      piece && {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: piece,
      },
    );
    if (answer.status >= 500 || answer.status === 401 || answer.status === 429) return 'later';
    const said = (await answer.json().catch(() => ({}))) as { code?: string; have?: number; whole?: boolean };
    if (answer.ok) return { have: said.have ?? 0, whole: said.whole ?? false };
    return { code: said.code ?? `status-${answer.status}` };
  } catch {
    return 'later';
  }
}
