import { desc } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { job } from '@/server/db/schema';
import { loadJob } from '@/server/jobs/loadJob';
import { type RunningApp, startApp } from './support/app';
import { type Session, signInTo } from './support/session';

let app: RunningApp;
let session: Session;
let jobId: string;
beforeAll(async () => {
  app = await startApp();
  session = await signInTo(app, 'tomas');
  const [newest] = await app.db.select().from(job).orderBy(desc(job.number)).limit(1);
  jobId = newest?.id ?? '';
});
afterAll(() => app.stop());

let seq = 0;
const note = (words: string) => ({
  id: uuidv7(),
  job: jobId,
  type: 'modification-noted',
  v: 1,
  at: new Date().toISOString(),
  device: 'tablet',
  deviceSeq: (seq += 1),
  body: { words },
});
type Note = ReturnType<typeof note>;
const send = (...events: Note[]) => session.post('/api/events', { events });
const kept = async () =>
  (await loadJob(app.db, 'saltpan', jobId))?.reading.record.modifications.map((m) => m.body.words) ?? [];

it('a server killed between and during events loses none that was answered and doubles none', async () => {
  const said: string[] = [];
  for (let round = 0; round < 3; round += 1) {
    const before = note(`before kill ${round}`);
    expect((await send(before)).status).toBe(200);
    said.push(before.body.words);

    // In flight when the power goes: it may be on disk or not, but never half, and the device sends it again.
    const during = Array.from({ length: 5 }, (_, i) => note(`during kill ${round}.${i}`));
    const flying = during.map((e) =>
      send(e).then(
        (r) => r.status,
        () => 'lost' as const,
      ),
    );
    await app.kill();
    const answers = await Promise.all(flying);
    const onDisk = await kept();
    during.forEach((e, i) => {
      if (answers[i] === 200) expect(onDisk).toContain(e.body.words);
    });

    await app.restart();
    expect((await send(before, ...during)).status).toBe(200);
    said.push(...during.map((e) => e.body.words));
  }
  expect([...(await kept())].sort()).toEqual([...said].sort());
});
