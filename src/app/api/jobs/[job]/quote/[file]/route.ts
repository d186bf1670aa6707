import { database } from '@/server/db/connection';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';
import { keptJob } from '@/server/jobs/keptJobs';
import { quoteSheet } from '@/server/jobs/quoteSheet';

interface Context {
  readonly params: Promise<{ job: string; file: string }>;
}

/** The quote of a job as `quote.pdf`, to be handed to the customer. */
export const GET = (request: Request, { params }: Context) =>
  answerPerson(request, async (actor) => {
    const { job: id, file } = await params;
    const job = file === 'quote.pdf' ? await keptJob(database(), actor.shopId, id) : null;
    const doc = job && (await quoteSheet(database(), actor, job, new Date()));
    if (!doc) return new Response(null, { status: 404 });
    const input = { doc, locale: actor.locale };
    const pdf = await runHeavy('quote-pdf', input, { who: actor.userId, signal: request.signal });
    const name = `quote-${String(doc.job.number).padStart(4, '0')}`;
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="${name}.pdf"`,
      },
    });
  });
