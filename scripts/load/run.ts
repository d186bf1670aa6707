import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { addPerson } from '@/server/auth/addPerson';
import { job } from '@/server/db/schema';
import { startApp } from '../../testing/app';
import { demoDatabase } from '../../testing/demoDatabase';
import { copyJob } from '../../testing/manyJobs';
import { asRow, type Row, tableOf } from '../bench/measure';
import { growthMib, memoryMib } from './memory';
import type { LoadOptions } from './options';
import { type Answer, type Person, signedIn } from './requests';
import { type Deed, schedule } from './schedule';

const SHOP = 'saltpan';
const PASSWORD = 'a-password-for-load';
const SAMPLE_MS = 5_000;
/** A server that was just started has everything still to load: told apart from its usual day, s. */
const STARTING_S = 15;

export interface LoadResult {
  readonly rows: readonly Row[];
  readonly errors: readonly string[];
  readonly memoryMib: readonly number[];
}

/** Runs one load from an empty cluster to its table. */
export async function runLoad(options: LoadOptions): Promise<LoadResult> {
  const app = await startApp(await demoDatabase(), {
    WORKERS: String(options.workers),
    TRUST_PROXY: '1',
    WARM: '1',
  });
  try {
    const own = await app.db.select().from(job).where(eq(job.shopId, SHOP)).orderBy(job.number);
    const unfinished = own.slice(1);
    for (const [i, j] of unfinished.entries()) {
      const share = Math.floor((options.technicians - i - 1) / unfinished.length) + 1;
      if (share > 0) await copyJob(app.db, SHOP, j.number, share);
    }
    const jobs = (
      await app.db.select({ id: job.id }).from(job).where(eq(job.shopId, SHOP)).orderBy(job.number)
    )
      .slice(own.length)
      .map((j) => j.id);
    const people: Person[] = [];
    for (let i = 0; i < options.technicians; i += 1) {
      const username = `load.${i}`;
      await addPerson(app.db, SHOP, { username, name: `Load ${i}`, password: PASSWORD, role: 'technician' });
      people.push(await signedIn(new URL(app.url), username, PASSWORD, `10.0.${i >> 8}.${i & 255}`));
    }
    await app.db.execute('analyze');
    const result = await rush(options, people, jobs, app.pid());
    people.forEach((p) => p.close());
    return result;
  } finally {
    await app.stop();
  }
}

async function rush(
  { technicians, seconds, workers, seed }: LoadOptions,
  people: readonly Person[],
  jobs: readonly string[],
  pid: number,
): Promise<LoadResult> {
  const times = new Map<string, number[]>();
  const errors: string[] = [];
  const memory: number[] = [];
  const sampler = setInterval(() => memory.push(memoryMib(pid)), SAMPLE_MS);
  const began = performance.now();
  let deviceSeq = 0;
  const act = async (deed: Deed): Promise<Answer> => {
    const person = people[deed.technician];
    const of = jobs[deed.technician % jobs.length] ?? '';
    if (!person) throw new Error('nobody there');
    if (deed.kind === 'entry')
      return person.post('/api/events', { events: [entryOf(of, (deviceSeq += 1), deed.technician)] });
    if (deed.page === 'board') return person.get('/');
    if (deed.page === 'shelf') return person.get('/shelf/family');
    // What a browser asks for to show a job: its frame, its pack, and what Fit wants besides.
    const [page, pack] = await Promise.all([
      person.get(`/jobs/${of}/${deed.page}`),
      person.get(`/api/jobs/${of}/pack`),
    ]);
    const more = deed.page === 'fit' ? await person.get(`/api/jobs/${of}/fit?aim=find-one`) : page;
    return [page, pack, more].find((a) => a.status !== 200) ?? page;
  };
  const running: Promise<void>[] = [];
  for (const deed of schedule(technicians, STARTING_S + seconds, seed)) {
    const wait = deed.atMs - (performance.now() - began);
    if (wait > 0) await new Promise((r) => setTimeout(r, wait));
    const what = deed.kind === 'entry' ? 'entries' : `page ${deed.page}`;
    running.push(
      act(deed).then(
        (answer) => {
          // From when it was meant to begin: a server that keeps the next one waiting has not been quick.
          const took = performance.now() - began - deed.atMs;
          const started = deed.atMs < STARTING_S * 1000 ? `, first ${STARTING_S} s after a start` : '';
          const keys =
            deed.kind === 'entry' ? [what + started] : [`pages${started}`, ...(started ? [] : [what])];
          for (const key of keys) times.set(key, [...(times.get(key) ?? []), took]);
          if (answer.status !== 200) errors.push(`${what}: ${answer.status}`);
          else if (deed.kind === 'entry' && !answer.text.includes('"kept"')) errors.push(`${what}: not kept`);
        },
        (error: unknown) => void errors.push(`${what}: ${error instanceof Error ? error.message : 'failed'}`),
      ),
    );
  }
  await Promise.all(running);
  clearInterval(sampler);
  const size = `${technicians} technicians, ${seconds} s, ${workers} processes`;
  const rows = [...times]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([what, list]) => asRow(`load, ${what}`, size, list));
  return { rows, errors, memoryMib: memory };
}

const entryOf = (of: string, deviceSeq: number, technician: number) => ({
  id: uuidv7(),
  job: of,
  type: 'modification-noted',
  v: 1,
  at: new Date().toISOString(),
  device: `load-${technician}`,
  deviceSeq,
  body: { words: `Read ${deviceSeq} at the vehicle, connector clean` },
});

/** Says what was measured against what is wanted. */
export function loadReport({ rows, errors, memoryMib: memory }: LoadResult): string {
  const counted = new Map<string, number>();
  for (const e of errors) counted.set(e, (counted.get(e) ?? 0) + 1);
  return [
    tableOf(rows),
    `errors: ${errors.length}${[...counted].map(([e, n]) => `\n  ${n} × ${e}`).join('')}`,
    `memory of all processes: ${memory.map((m) => m.toFixed(0)).join(' ')} MiB, growth ${growthMib(memory).toFixed(1)} MiB`,
    '',
  ].join('\n');
}
