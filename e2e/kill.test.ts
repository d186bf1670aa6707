import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { desc } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { job } from '@/server/db/schema';
import { loadJob } from '@/server/jobs/loadJob';
import { startCluster } from '../scripts/lib/postgres.mjs';
import { type RunningApp, startApp } from './support/app';
import { startDemoApp } from './support/demoApp';
import { demoDatabase } from './support/demoDatabase';
import { modificationNote } from './support/entries';
import { signInTo } from './support/session';

type Note = ReturnType<typeof modificationNote>;

function isThere(pid: number): boolean {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}

/** Writes, has the power go while more is being written, three times; all that was answered must be there once. */
async function survives(app: RunningApp, powerGoes: () => Promise<void>, powerComes: () => Promise<void>) {
  const session = await signInTo(app, 'tomas');
  const [newest] = await app.db.select().from(job).orderBy(desc(job.number)).limit(1);
  const jobId = newest?.id ?? '';
  const send = (...events: Note[]) => session.post('/api/events', { events });
  const kept = async () =>
    (await loadJob(app.db, 'saltpan', jobId))?.reading.record.modifications.map((m) => m.body.words) ?? [];

  const said: string[] = [];
  for (let round = 0; round < 3; round += 1) {
    const before = modificationNote(jobId, `before kill ${round}`);
    expect((await send(before)).status).toBe(200);
    said.push(before.body.words);

    // In flight when the power goes: it may be on disk or not, but never half, and the device sends it again.
    const during = Array.from({ length: 5 }, (_, i) => modificationNote(jobId, `during kill ${round}.${i}`));
    const flying = during.map((e) =>
      send(e).then(
        (r) => r.status,
        () => 'lost' as const,
      ),
    );
    await powerGoes();
    const answers = await Promise.all(flying);
    await powerComes();
    const onDisk = await kept();
    during.forEach((e, i) => {
      if (answers[i] === 200) expect(onDisk).toContain(e.body.words);
    });

    expect((await send(before, ...during)).status).toBe(200);
    said.push(...during.map((e) => e.body.words));
  }
  expect([...(await kept())].sort()).toEqual([...said].sort());
}

it('a server killed between and during events loses none that was answered and doubles none', async () => {
  const app = await startDemoApp();
  try {
    await survives(app, app.kill, app.restart);
  } finally {
    await app.stop();
  }
});

it('neither does a database that is killed, and the server finds it again by itself', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'yonder-kill-'));
  let cluster = await startCluster(folder);
  const url = cluster.url('postgres');
  try {
    const app = await startApp(await demoDatabase(url));
    try {
      await survives(
        app,
        async () => {
          const pid = cluster.pid();
          process.kill(pid, 'SIGKILL');
          await expect.poll(() => isThere(pid), { timeout: 30_000 }).toBe(false);
        },
        async () => {
          // What the killed one leaves behind ends by itself; until then no other can start.
          await expect
            .poll(
              async () => (cluster = await startCluster(folder, Number(new URL(url).port))).url('postgres'),
              {
                timeout: 30_000,
              },
            )
            .toBe(url);
        },
      );
    } finally {
      await app.stop();
    }
  } finally {
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
