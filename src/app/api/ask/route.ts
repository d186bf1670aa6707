import { bodyText } from '@/server/body';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerShop } from '@/server/http';

/** *Settings*: how long an answer may take, ms, and how much memory, MiB. */
const LIMITS = { timeMs: 20_000, memoryMib: 512 };

/** Answers a case (docs/formats/case.md) on the shop's shelf: for people signed in, and programs with a key for it. */
export const POST = (request: Request) =>
  answerShop(request, 'ask', async (shopId) => {
    const text = await bodyText(request, 'case');
    const outcome = await runHeavy(
      'ask',
      { shopId, text },
      { ...LIMITS, who: shopId, signal: request.signal },
    );
    const head = { form: 'yonder-bolt/answer', version: 1 };
    return outcome.kind === 'faults'
      ? Response.json({ ...head, faults: outcome.faults }, { status: 400 })
      : Response.json({ ...head, answers: outcome.answers, taken: outcome.taken });
  });
