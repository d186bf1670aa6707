import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { changeOwn, ownForm, type OwnInput } from '@/server/people/ownAccount';

/** One's own password, and the end of one's own sessions; open with a temporary password too. */
export const POST = (request: Request) =>
  answerForm(request, ownForm, (actor, input) => changeOwn(database(), actor, input as OwnInput), {
    temporary: true,
  });
