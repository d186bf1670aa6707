/** A job of ten thousand entries: its page, its pack, and how long others wait while it is read. */
import { gzipSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { job, jobEvent } from '@/server/db/schema';
import type { RunningApp } from '../../testing/app';
import { signInTo } from '../../testing/session';
import { asRow, measured, type Row } from './measure';

const ENTRIES = 10_000;
const BATCH = 1000;
const RUNS = 10;

export async function benchLongJob(app: RunningApp): Promise<readonly Row[]> {
  const [of] = await app.db.select().from(job).where(eq(job.number, 4)).limit(1);
  if (!of) throw new Error('no job 4');
  const [last] = await app.db.select().from(jobEvent).where(eq(jobEvent.jobId, of.id)).limit(1);
  if (!last) throw new Error('no entries');
  let seq = of.lastSeq;
  const grow = async (count: number) => {
    const rows = Array.from({ length: count }, () => {
      seq += 1;
      const body = { words: `Read ${seq} at the vehicle, connector clean` };
      const type = 'modification-noted' as const;
      return { ...last, id: uuidv7(), seq, type, v: 1, deviceSeq: 1_000_000 + seq, body };
    });
    for (let i = 0; i < rows.length; i += BATCH)
      await app.db.insert(jobEvent).values(rows.slice(i, i + BATCH));
    await app.db.update(job).set({ lastSeq: seq }).where(eq(job.id, of.id));
  };
  await grow(ENTRIES);
  await app.db.execute('analyze');
  const session = await signInTo(app, 'ines');
  const text = async (path: string) => (await session.get(path)).text();
  const pack = `/api/jobs/${of.id}/pack`;
  const size = `a job of ${seq} entries`;
  // It has to be read whole: what somebody else asks for meanwhile waits behind it.
  const waits: number[] = [];
  let reading = true;
  const others = (async () => {
    while (reading) {
      const began = performance.now();
      await text('/api/health');
      waits.push(performance.now() - began);
    }
  })();
  const began = performance.now();
  const whole = await text(pack);
  const firstMs = Math.round(performance.now() - began);
  reading = false;
  await others;
  const page = `/jobs/${of.id}/wire`;
  const frame = await text(page);
  const kb = (n: number) => `${Math.round(n / 1000)} kB`;
  return [
    {
      ...(await measured('server time, its page', size, RUNS, () => text(page))),
      note: `${kb(frame.length)}`,
    },
    {
      ...(await measured('server time, its pack after one more entry', size, RUNS, async () => {
        await grow(1);
        await text(pack);
      })),
      note: `${kb(whole.length)}, ${kb(gzipSync(whole).length)} as it is sent; the first time ${firstMs} ms`,
    },
    asRow('somebody else waits while it is read first', size, waits),
  ];
}
