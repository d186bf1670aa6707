import { bodyBytes } from '@/server/body';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';

/** Imports a shelf file (JSON body). Leads only; all or nothing. */
export const POST = (request: Request) =>
  answerPerson(
    request,
    async (actor) => {
      const bytes = await bodyBytes(request, 'file');
      const outcome = await runHeavy(
        'import-shelf',
        { shopId: actor.shopId, by: actor.userId, bytes },
        { who: actor.userId, signal: request.signal },
      );
      return Response.json(outcome, { status: outcome.kind === 'imported' ? 200 : 422 });
    },
    { needs: 'import-shelf' },
  );
