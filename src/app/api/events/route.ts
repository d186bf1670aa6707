import { database } from '@/server/db/connection';
import { answerActor } from '@/server/http';
import { takeIn } from '@/server/jobs/takeIn';

/** Events of one or several jobs, as a device sends them: `{ events: [...] }`. */
export const POST = (request: Request) =>
  answerActor(request, 'small', async (actor, body) => {
    const { status, answer } = await takeIn(database(), actor, body, new Date());
    return Response.json(answer, { status });
  });
