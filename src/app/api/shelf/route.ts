import { may } from '@/server/access';
import { database } from '@/server/db/connection';
import { answerActor } from '@/server/http';
import { importShelf } from '@/server/shelf/importShelf';

/** Imports a shelf file (JSON body). Leads only; all or nothing. */
export const POST = (request: Request) =>
  answerActor(request, 'file', async (actor, body) => {
    if (!may(actor.role, 'import-shelf')) return Response.json({ code: 'lead-only' }, { status: 403 });
    const outcome = await importShelf(database(), actor.shopId, actor.userId, body);
    return Response.json(outcome, { status: outcome.kind === 'imported' ? 200 : 422 });
  });
