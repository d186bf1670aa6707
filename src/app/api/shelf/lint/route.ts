import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';
import { linesAnswer } from '@/server/linesAnswer';

/**
 * Looks through the shelf. Answers in lines of JSON: `{done, all}` as it goes on, `{findings}` at the end. It stops as
 * soon as nobody listens any more.
 */
export const POST = (request: Request) =>
  answerPerson(
    request,
    async (actor) => {
      const { shopId } = actor;
      return linesAnswer(request, shopId, async (say, signal) => ({
        findings: await runHeavy('lint-shelf', { shopId }, { who: shopId, onProgress: say, signal }),
      }));
    },
    { needs: 'import-shelf' },
  );
