import { database } from '@/server/db/connection';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';
import { keptJob } from '@/server/jobs/keptJobs';
import { removalSheet } from '@/server/jobs/removalSheet';

interface Context {
  readonly params: Promise<{ job: string; file: string }>;
}

/** The removal sheet of a job as `sheet.pdf`: blank to be taken along, or with everything that was done. */
export const GET = (request: Request, { params }: Context) =>
  answerPerson(request, async (actor) => {
    const { job: id, file } = await params;
    const job = file === 'sheet.pdf' ? await keptJob(database(), actor.shopId, id) : null;
    const made = job && (await removalSheet(database(), actor, job, new Date()));
    if (!made) return new Response(null, { status: 404 });
    const host = request.headers.get('host') ?? new URL(request.url).host;
    const origin = process.env.PUBLIC_URL ? new URL(process.env.PUBLIC_URL).origin : `http://${host}`;
    const names = Object.fromEntries(job.names);
    const input = { ...made, names, origin, locale: actor.locale };
    const pdf = await runHeavy('removal-pdf', input, { who: actor.userId, signal: request.signal });
    const name = `removal-${String(made.doc.job.number).padStart(4, '0')}`;
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="${name}.pdf"`,
      },
    });
  });
