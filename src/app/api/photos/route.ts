import { bodyBytes } from '@/server/body';
import { database } from '@/server/db/connection';
import { answerPerson } from '@/server/http';
import { PHOTO_STATUS, savePhoto } from '@/server/photos/photos';

/** Takes a picture in: the body is the file, `?id=` its SHA-256. */
export const POST = (request: Request) =>
  answerPerson(request, async (actor) => {
    const id = new URL(request.url).searchParams.get('id') ?? '';
    const outcome = await savePhoto(database(), actor, id, await bodyBytes(request, 'photo'));
    return outcome.kind === 'kept'
      ? Response.json({ id: outcome.id })
      : Response.json({ code: outcome.code }, { status: PHOTO_STATUS[outcome.code] });
  });
