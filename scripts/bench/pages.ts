/** Server time of the main pages over a shop that has worked for years. */
import { asc, eq } from 'drizzle-orm';
import { STAGES } from '@/core/job';
import { job } from '@/server/db/schema';
import type { RunningApp } from '../../testing/app';
import { copyJob } from '../../testing/manyJobs';
import { signInTo } from '../../testing/session';
import { measured, type Row } from './measure';

const JOBS = 5000;
/** Jobs in work beside the demo’s own: each of its unfinished stories three times more. */
const MORE_IN_WORK = 36;
const RUNS = 15;

export async function benchPages(app: RunningApp): Promise<readonly Row[]> {
  const shopId = 'saltpan';
  const own = await app.db
    .select({ id: job.id, number: job.number })
    .from(job)
    .where(eq(job.shopId, shopId))
    .orderBy(asc(job.number));
  const unfinished = own.slice(1);
  const each = MORE_IN_WORK / unfinished.length;
  const released = JOBS - own.length - each * unfinished.length;
  await copyJob(app.db, shopId, own[0]?.number ?? 0, released);
  for (const j of unfinished) await copyJob(app.db, shopId, j.number, each);
  await app.db.execute('analyze');

  const size = `${await app.db.$count(job)} jobs, ${unfinished.length + MORE_IN_WORK} of them in work`;
  const session = await signInTo(app, 'ines');
  const rows: Row[] = [];
  const get = (path: string) => async () => (await session.get(path)).text();
  const empty = await measured('server time, an empty page', size, RUNS, get('/held'), 3);
  const page = async (what: string, path: string) => {
    const row = await measured(`server time, ${what}`, size, RUNS, get(path));
    const ratio = (row.medianMs / empty.medianMs).toFixed(1);
    rows.push({ ...row, note: `${ratio} × an empty page` });
  };
  const begun = performance.now();
  await (await session.get('/')).text();
  const firstMs = Math.round(performance.now() - begun);
  await page('the board', '/');
  rows[0] = { ...rows[0], note: `${rows[0]?.note}; the first time after a start ${firstMs} ms` } as Row;
  await page('the board, older releases', '/?before=2500');
  for (const stage of STAGES) await page(`a job, ${stage}`, `/jobs/${own[8]?.id}/${stage}`);
  await page('a new job', '/jobs/new');
  await page('the shelf', '/shelf');
  await page('calculators', '/calculators');
  return [empty, ...rows];
}
