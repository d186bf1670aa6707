/** Longest side that leaves the device, px. */
const SENT_PX = 1920;

/** A picture as it leaves the device: smaller, upright, named by its hash; null: the file is no picture. */
export async function preparedPhoto(file: Blob): Promise<{ id: string; bytes: ArrayBuffer } | null> {
  let bytes: ArrayBuffer;
  try {
    const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const scale = Math.min(1, SENT_PX / Math.max(bitmap.width, bitmap.height));
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round(bitmap.width * scale)),
      Math.max(1, Math.round(bitmap.height * scale)),
    );
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bytes = await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 })).arrayBuffer();
  } catch {
    return null;
  }
  const digest = await crypto.subtle.digest('SHA-256', bytes);
  const id = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
  return { id, bytes };
}

/** Sends a picture to the server. */
export async function sentPhoto({
  id,
  bytes,
}: {
  readonly id: string;
  readonly bytes: ArrayBuffer;
}): Promise<{ id: string } | { fault: string }> {
  try {
    const answer = await fetch(`/api/photos?id=${id}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes,
    });
    if (answer.ok) return { id };
    const said = (await answer.json().catch(() => ({}))) as { code?: string };
    return { fault: said.code ?? 'no-answer' };
  } catch {
    return { fault: 'no-answer' };
  }
}
