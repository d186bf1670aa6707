import { currentActor } from '@/server/auth/session';
import { database } from '@/server/db/connection';
import { MAX_PHOTO_BYTES, savePhoto } from '@/server/photos/photos';

const STATUS = { 'not-allowed': 403, 'too-large': 413, 'no-picture': 422, 'hash-differs': 422 } as const;

/** Takes a picture in: the body is the file, `?id=` its SHA-256. */
export async function POST(request: Request): Promise<Response> {
  const actor = await currentActor();
  if (!actor) return Response.json({ code: 'not-signed-in' }, { status: 401 });
  if (Number(request.headers.get('content-length') ?? 0) > MAX_PHOTO_BYTES)
    return Response.json({ code: 'too-large' }, { status: 413 });
  const id = new URL(request.url).searchParams.get('id') ?? '';
  const outcome = await savePhoto(database(), actor, id, Buffer.from(await request.arrayBuffer()));
  return outcome.kind === 'kept'
    ? Response.json({ id: outcome.id })
    : Response.json({ code: outcome.code }, { status: STATUS[outcome.code] });
}
