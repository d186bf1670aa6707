import { wallSheet } from '@/core/job';
import { database } from '@/server/db/connection';
import { runHeavy } from '@/server/heavy/runHeavy';
import { answerPerson } from '@/server/http';
import { keptJob } from '@/server/jobs/keptJobs';
import { packFor } from '@/server/jobs/packs';

interface Context {
  readonly params: Promise<{ job: string; file: string }>;
}

const pdf = (bytes: Uint8Array, name: string) =>
  new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${name}.pdf"` },
  });

/** What is printed for the wall before which a job's lamps are aimed: `sheet.pdf` its lines, `marks.pdf` the marks to hang. */
export const GET = (request: Request, { params }: Context) =>
  answerPerson(request, async (actor) => {
    const { job: id, file } = await params;
    const db = database();
    const job = await keptJob(db, actor.shopId, id);
    const none = new Response(null, { status: 404 });
    if (!job) return none;
    const { signal } = request;
    const { locale } = actor;
    if (file === 'marks.pdf')
      return pdf(await runHeavy('marks-pdf', { locale }, { who: actor.userId, signal }), 'wall-marks');
    if (file !== 'sheet.pdf') return none;
    const pack = await packFor(db, actor.shopId, job);
    const { reading, vehicle, family } = job;
    const sheets = reading.record.swaps.flatMap((s) => wallSheet({ pack, reading }, s.id) ?? []);
    if (sheets.length === 0) return none;
    const doc = {
      shop: { name: actor.shopName, zone: actor.zone },
      job: { number: job.number },
      vehicle: {
        maker: family.maker,
        name: family.name,
        identity: vehicle.plate ?? vehicle.fleet ?? vehicle.serial ?? vehicle.vin ?? '',
      },
      madeAt: new Date().toISOString(),
      sheets,
    };
    const made = await runHeavy('wall-pdf', { doc, locale }, { who: actor.userId, signal });
    return pdf(made, `wall-${String(job.number).padStart(4, '0')}`);
  });
