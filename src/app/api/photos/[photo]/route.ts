import { currentActor } from '@/server/auth/session';
import { database } from '@/server/db/connection';
import { loadPhoto } from '@/server/photos/photos';

/** A picture of the session's shop. */
export async function GET(_: Request, { params }: { params: Promise<{ photo: string }> }): Promise<Response> {
  const actor = await currentActor();
  if (!actor) return new Response(null, { status: 401 });
  const bytes = await loadPhoto(database(), actor.shopId, (await params).photo);
  if (!bytes) return new Response(null, { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
  });
}
