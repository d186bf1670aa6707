import { database } from '@/server/db/connection';
import { answerPerson } from '@/server/http';
import { hasPhoto, loadPhoto } from '@/server/photos/photos';

/** A picture’s id is the SHA-256 of its bytes; anything else names none. */
const ID = /^[0-9a-f]{64}$/;

/** A picture of the session's shop. It never changes; a browser that keeps it asks all the same whether it may show it. */
export const GET = (request: Request, { params }: { params: Promise<{ photo: string }> }) =>
  answerPerson(request, async (actor) => {
    const { photo } = await params;
    const etag = `"${photo}"`;
    const headers = { 'cache-control': 'private, no-cache', etag, vary: 'cookie' };
    if (!ID.test(photo)) return Response.json({ code: 'not-found' }, { status: 404 });
    if (request.headers.get('if-none-match') === etag && (await hasPhoto(database(), actor.shopId, photo)))
      return new Response(null, { status: 304, headers });
    const bytes = await loadPhoto(database(), actor.shopId, photo);
    if (!bytes) return Response.json({ code: 'not-found' }, { status: 404 });
    return new Response(new Uint8Array(bytes), { headers: { ...headers, 'content-type': 'image/jpeg' } });
  });
