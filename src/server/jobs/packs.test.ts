import { gzipSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import * as views from '@/core/job/views';
import { type JobPack, readPack } from '@/core/job';
import { job, jobEvent } from '../db/schema';
import { keptJob } from './keptJobs';
import { loadJob } from './loadJob';
import { devicePack, newsOf } from './packs';

const NOW = new Date('2026-06-10T12:00:00.000Z');
let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(NOW);
});
afterAll(() => demo.close());

/** All that the screens show of a job, as plain data. */
const laidOut = (job: views.Job): unknown =>
  JSON.parse(
    JSON.stringify([
      views.frameView(job),
      views.factsView(job),
      views.arriveView(job),
      views.fitView(job),
      views.wireView(job),
      views.lightView(job),
      views.stripView(job),
      views.benchView(job),
      views.proveView(job),
      views.releaseView(job),
      views.looksView(job),
    ]),
  );

const JOBS = Array.from({ length: 13 }, (_, i) => i + 1);

describe('a pack', () => {
  it.each(JOBS)(
    'of job %i reads on a device as the job reads on the server, and is small',
    async (number) => {
      const { id } = await demo.job(number);
      const sent = JSON.stringify(await devicePack(demo.db, demo.id, id));
      expect(gzipSync(sent).length).toBeLessThan(40 * 1024);
      const pack = JSON.parse(sent) as JobPack;
      const loaded = await loadJob(demo.db, demo.id, id);
      if (!loaded) throw new Error('no job');
      // Which facts are asked is worked out for the device.
      const here = { ...loaded, pack: { ...loaded.pack, asked: pack.asked ?? [] } };
      expect(laidOut({ pack, reading: readPack(pack) })).toEqual(laidOut(here));
      expect(views.factsView(here).length).toBeLessThan(views.factsView(loaded).length);
    },
  );

  it('of a job of thousands of entries, which is fetched in steps, has each of them once and in order', async () => {
    const { id } = await demo.job(3);
    const [row] = await demo.db.select().from(jobEvent).where(eq(jobEvent.jobId, id)).limit(1);
    const before = await loadJob(demo.db, demo.id, id);
    if (!row || !before) throw new Error('no job');
    // Over several steps, the last of them not full.
    const more = Array.from({ length: 2_300 }, (_, i) => ({
      ...row,
      id: uuidv7(),
      seq: before.pack.cursor + 1 + i,
      type: 'modification-noted' as const,
      v: 1,
      deviceSeq: 50_000 + i,
      body: { words: `Noted ${i}` },
    }));
    for (let i = 0; i < more.length; i += 1000)
      await demo.db.insert(jobEvent).values(more.slice(i, i + 1000));
    const cursor = before.pack.cursor + more.length;
    await demo.db.update(job).set({ lastSeq: cursor }).where(eq(job.id, id));
    const pack = await devicePack(demo.db, demo.id, id);
    const seqs = pack?.events.map((e) => e.seq) ?? [];
    expect([...seqs].sort((a, b) => a - b)).toEqual(Array.from({ length: cursor }, (_, i) => i + 1));
    expect(pack?.cursor).toBe(cursor);
    // One that has grown since is read on from there.
    await demo.send('technician', id, 'modification-noted', { words: 'the last' });
    const grown = await devicePack(demo.db, demo.id, id);
    expect(grown?.events.length).toBe(cursor + 1);
    expect((await loadJob(demo.db, demo.id, id))?.pack.events.length).toBe(cursor + 1);
  });

  it('is of the shop’s own jobs', async () => {
    const { id } = await demo.job(1);
    expect(await devicePack(demo.db, 'another', id)).toBeNull();
    expect(await newsOf(demo.db, 'another', id, 0)).toBeNull();
  });
});

it('news are what came since, with the names of who wrote it, and the counts that tell an old pack', async () => {
  const { id, pack } = await demo.job(4);
  const sent = await demo.send('counter', id, 'modification-noted', { words: 'tow bar' });
  const news = await newsOf(demo.db, demo.id, id, pack.cursor);
  expect(news?.events.map((e) => e.id)).toEqual([sent.id]);
  expect(news).toMatchObject({ cursor: pack.cursor + 1, shelf: pack.shelf, vehicle: pack.vehicle.version });
  expect(news?.names[demo.actor('counter').userId]).toBe(demo.actor('counter').name);
  expect((await newsOf(demo.db, demo.id, id, pack.cursor + 1))?.events).toEqual([]);
});

it('a job that is kept and grows entry by entry reads as one that is loaded whole', async () => {
  const { id } = await demo.job(4);
  const plain = (job: Awaited<ReturnType<typeof loadJob>>): unknown =>
    job && laidOut({ pack: { ...job.pack, asked: [] }, reading: job.reading });
  await keptJob(demo.db, demo.id, id);
  const note = await demo.send('counter', id, 'modification-noted', { words: 'winch' });
  const grown = await keptJob(demo.db, demo.id, id);
  expect(grown?.pack.events.map((e) => e.id)).toContain(note.id);
  expect(plain(grown)).toEqual(plain(await loadJob(demo.db, demo.id, id)));
  for (const send of [
    () => demo.send('counter', id, 'void', { target: note.id }),
    () => demo.send('technician', id, 'item-raised', { item: 'own', origin: 'other', words: 'look at it' }),
    () =>
      demo.send('counter', id, 'fact-stated', {
        key: 'bumper',
        subject: 'vehicle',
        value: 'standard',
        source: 'seen',
      }),
  ]) {
    await send();
    expect(plain(await keptJob(demo.db, demo.id, id))).toEqual(plain(await loadJob(demo.db, demo.id, id)));
  }
});
