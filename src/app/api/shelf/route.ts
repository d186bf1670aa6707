import { may } from '@/server/access';
import { bodyBytes } from '@/server/body';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';

/** Imports a shelf file (JSON body). Leads only; all or nothing. */
export const POST = (request: Request) =>
  answerPerson(request, async (actor) => {
    if (!may(actor.role, 'import-shelf')) return Response.json({ code: 'lead-only' }, { status: 403 });
    const bytes = await bodyBytes(request, 'file');
    const outcome = await runHeavy('import-shelf', { shopId: actor.shopId, by: actor.userId, bytes });
    return Response.json(outcome, { status: outcome.kind === 'imported' ? 200 : 422 });
  });
