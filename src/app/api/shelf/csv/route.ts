import { type ShelfKind, SHELF_KINDS } from '@/core/catalogue';
import { bodyBytes } from '@/server/body';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';
import { linesAnswer } from '@/server/linesAnswer';

/** Imports a CSV of one kind (`?kind=`), the body is the file. Lines of JSON: `{lines}` as it goes on, then the outcome. */
export const POST = (request: Request) =>
  answerPerson(
    request,
    async (actor) => {
      const kind = new URL(request.url).searchParams.get('kind') as ShelfKind;
      if (!SHELF_KINDS.includes(kind)) return Response.json({ code: 'no-such-kind' }, { status: 400 });
      // Whole before anything is begun: a file that came cut or too long changes nothing, and holds nobody up.
      const bytes = await bodyBytes(request, 'file');
      const input = { shopId: actor.shopId, by: actor.userId, kind, bytes };
      return linesAnswer(request, actor.shopId, (say) =>
        runHeavy('import-csv', input, { who: actor.userId, onProgress: say }),
      );
    },
    { needs: 'import-shelf' },
  );
