import { bodyBytes } from '@/server/body';
import { database } from '@/server/db/connection';
import { answerPerson, answerRow } from '@/server/http';
import { piecesNow, takePiece } from '@/server/photos/pieces';
import { PHOTO_STATUS } from '@/server/photos/photos';

/** How far the picture `?id=` has come. */
export const GET = (request: Request) =>
  answerRow(request, (actor) => {
    const id = new URL(request.url).searchParams.get('id') ?? '';
    return piecesNow(database(), actor, id);
  });

/** Takes a piece of a picture: `?id=` SHA-256 of the whole, `at=` bytes before the piece, `of=` bytes of the whole. */
export const POST = (request: Request) =>
  answerPerson(request, async (actor) => {
    const given = new URL(request.url).searchParams;
    const whole = (name: string) => (/^\d{1,9}$/.test(given.get(name) ?? '') ? Number(given.get(name)) : -1);
    const bytes = await bodyBytes(request, 'small');
    const id = given.get('id') ?? '';
    const answer = await takePiece(database(), actor, id, whole('at'), whole('of'), bytes, new Date());
    return 'kind' in answer
      ? Response.json({ code: answer.code }, { status: PHOTO_STATUS[answer.code] })
      : Response.json(answer);
  });
