/** Longest side that leaves the device, px. */
const SENT_PX = 1920;

/** Makes a picture smaller, names it by its hash and sends it. */
export async function uploadPhoto(file: File): Promise<{ id: string } | { fault: string }> {
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
    return { fault: 'no-picture' };
  }
  const digest = await crypto.subtle.digest('SHA-256', bytes);
  const id = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
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
