import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { and, desc, eq } from 'drizzle-orm';
import { job, jobEvent } from '@/server/db/schema';
import { startCluster } from '../../scripts/lib/postgres.mjs';
import { type RunningApp, startApp } from './app';
import { demoDatabase } from './demoDatabase';
import { modificationNote } from './entries';
import { signInTo } from './session';

/** What became of entries over many power cuts. All but the first two have to be 0. */
export interface KillCount {
  readonly rounds: number;
  readonly acknowledged: number;
  /** Answered with *kept*, and not on disk. */
  readonly lost: number;
  /** On disk more than once. */
  readonly doubled: number;
  /** Batches of which a part is on disk, and jobs whose count of entries is not that of its entries. */
  readonly halves: number;
}

/** Single entries, and entries of the one batch, that are in flight when the power goes. */
const SINGLE = 4;
const BATCH = 3;
/** After how long the power goes, in turn. */
const WAITS = 6;
const WAIT_MS = 20;
const TRIES = 200;
const PAUSE_MS = 150;

/**
 * Writes, has the power go while more is being written, so many times, and sends again what was not answered, as a
 * device does.
 */
export async function surviveKills(
  app: RunningApp,
  rounds: number,
  powerGoes: () => Promise<void>,
  powerComes: () => Promise<void>,
): Promise<KillCount> {
  const session = await signInTo(app, 'tomas');
  const [newest] = await app.db.select().from(job).orderBy(desc(job.number)).limit(1);
  const jobId = newest?.id ?? '';
  const send = async (events: readonly ReturnType<typeof modificationNote>[]): Promise<boolean> => {
    try {
      const answer = await session.post('/api/events', { events });
      return answer.ok && !(await answer.text()).includes('not-taken');
    } catch {
      return false;
    }
  };
  const here = and(eq(jobEvent.shopId, 'saltpan'), eq(jobEvent.jobId, jobId));
  const onDisk = async () =>
    (await app.db.select({ body: jobEvent.body }).from(jobEvent).where(here)).map((e) =>
      String(e.body.words),
    );
  const count = { acknowledged: 0, lost: 0, doubled: 0, halves: 0 };
  for (let round = 0; round < rounds; round += 1) {
    const notes = Array.from({ length: SINGLE }, (_, i) => modificationNote(jobId, `alone ${round}.${i}`));
    const batch = Array.from({ length: BATCH }, (_, i) => modificationNote(jobId, `together ${round}.${i}`));
    const first = [modificationNote(jobId, `before ${round}`)];
    const flown = [...notes.map((n) => [n]), batch];
    const sent = [first, ...flown];
    const before = await send(first);
    const flying = flown.map(send);
    // Now at once, now when some of it has been answered.
    await new Promise((r) => setTimeout(r, (round % WAITS) * WAIT_MS));
    await powerGoes();
    const answered = [before, ...(await Promise.all(flying))];
    await powerComes();
    const found = new Set(await onDisk());
    const good = sent.filter((_, i) => answered[i]).flat();
    count.acknowledged += good.length;
    count.lost += good.filter((n) => !found.has(n.body.words)).length;
    const ofBatch = batch.filter((n) => found.has(n.body.words)).length;
    if (ofBatch > 0 && ofBatch < BATCH) count.halves += 1;
    // A device sends everything again until it is answered; the server may still be looking for its database.
    for (const events of sent)
      for (let tries = 0; !(await send(events)); tries += 1) {
        if (tries > TRIES) throw new Error('the server does not come back by itself');
        await new Promise((r) => setTimeout(r, PAUSE_MS));
      }
    const after = await onDisk();
    for (const { body } of sent.flat()) {
      const times = after.filter((w) => w === body.words).length;
      if (times === 0) count.lost += 1;
      if (times > 1) count.doubled += 1;
    }
    const [row] = await app.db.select({ lastSeq: job.lastSeq }).from(job).where(eq(job.id, jobId));
    if (row?.lastSeq !== after.length) count.halves += 1;
  }
  return { rounds, ...count };
}

/** Kills of the application itself. */
export const applicationKills = (app: RunningApp, rounds: number): Promise<KillCount> =>
  surviveKills(app, rounds, app.kill, app.restart);

function isThere(pid: number): boolean {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}

/** Kills of the database under an application that goes on, with a cluster of its own. */
export async function databaseKills(rounds: number): Promise<KillCount> {
  const folder = mkdtempSync(path.join(tmpdir(), 'yonder-kill-'));
  let cluster = await startCluster(folder);
  const url = cluster.url('postgres');
  const until = async (done: () => Promise<boolean>) => {
    for (let tries = 0; !(await done()); tries += 1) {
      if (tries > TRIES) throw new Error('the database does not come back');
      await new Promise((r) => setTimeout(r, PAUSE_MS));
    }
  };
  try {
    const app = await startApp(await demoDatabase(url));
    try {
      return await surviveKills(
        app,
        rounds,
        async () => {
          const pid = cluster.pid();
          process.kill(pid, 'SIGKILL');
          await until(() => Promise.resolve(!isThere(pid)));
        },
        // What the killed one leaves behind ends by itself; until then no other can start.
        () =>
          until(async () => {
            try {
              cluster = await startCluster(folder, Number(new URL(url).port));
              return cluster.url('postgres') === url;
            } catch {
              return false;
            }
          }),
      );
    } finally {
      await app.stop();
    }
  } finally {
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
