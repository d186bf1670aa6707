import { drawingSvg } from '@/formats/drawingSvg';
import { WIRE } from '@/ui/WireSwatch';
import { database } from '@/server/db/connection';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';
import { harnessSheet } from '@/server/jobs/harnessSheet';
import { keptJob } from '@/server/jobs/keptJobs';
import { harnessWords, localeOf, plainWording, wordsIn } from '@/words';

interface Context {
  readonly params: Promise<{ job: string; file: string }>;
}

/** The harness of one lamp as a file: `drawing.svg` or `sheet.pdf`. */
export const GET = (request: Request, { params }: Context) =>
  answerPerson(request, async (actor) => {
    const { job: id, file } = await params;
    const job = await keptJob(database(), actor.shopId, id);
    const doc = job && harnessSheet(actor, job, new URL(request.url).searchParams.get('pos'), new Date());
    if (!doc || (file !== 'drawing.svg' && file !== 'sheet.pdf')) return new Response(null, { status: 404 });
    const name = `harness-${String(doc.job.number).padStart(4, '0')}-${doc.position}`;
    if (file === 'sheet.pdf') {
      const pdf = await runHeavy(
        'harness-pdf',
        { doc, locale: actor.locale },
        { who: actor.userId, signal: request.signal },
      );
      return new Response(new Uint8Array(pdf), {
        headers: {
          'content-type': 'application/pdf',
          'content-disposition': `attachment; filename="${name}.pdf"`,
        },
      });
    }
    const words = wordsIn(localeOf(actor.locale));
    const say = plainWording(words);
    return new Response(drawingSvg(harnessWords(words, say).drawing(doc), name, WIRE), {
      headers: {
        'content-type': 'image/svg+xml',
        'content-disposition': `attachment; filename="${name}.svg"`,
      },
    });
  });
