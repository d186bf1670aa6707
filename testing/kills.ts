import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createHash } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import sharp from 'sharp';
import { seededRandom } from '@/core/kernel/seededRandom';
import { type Sent, sendInPieces } from '@/device/bay/pieces';
import { job, jobEvent, photo as photos, photoPiece } from '@/server/db/schema';
import { startCluster } from '../scripts/lib/postgres.mjs';
import { type RunningApp, startApp } from './app';
import { demoDatabase } from './demoDatabase';
import { modificationNote } from './entries';
import { answersAt, childrenOf } from './processes';
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
  /** Pictures that were on their way, and of them those that never became whole, or left pieces behind. */
  readonly photos: number;
  readonly photosStuck: number;
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
  withPhotos = false,
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
  const count = { acknowledged: 0, lost: 0, doubled: 0, halves: 0, photos: 0, photosStuck: 0 };
  const random = seededRandom(rounds);
  // As a device does it: in pieces, and on from where the line broke.
  const pieces = (photo: Picture): Promise<Sent> => sendInPieces(session.fetch, photo.id, photo.bytes);
  for (let round = 0; round < rounds; round += 1) {
    const notes = Array.from({ length: SINGLE }, (_, i) => modificationNote(jobId, `alone ${round}.${i}`));
    const batch = Array.from({ length: BATCH }, (_, i) => modificationNote(jobId, `together ${round}.${i}`));
    const first = [modificationNote(jobId, `before ${round}`)];
    const flown = [...notes.map((n) => [n]), batch];
    const entries = [first, ...flown];
    const before = await send(first);
    const photo = withPhotos ? await picture(random) : null;
    const flying = flown.map(send);
    const photoFlies = photo && pieces(photo);
    // Now at once, now when some of it has been answered.
    await new Promise((r) => setTimeout(r, (round % WAITS) * WAIT_MS));
    await powerGoes();
    const answered = [before, ...(await Promise.all(flying))];
    await photoFlies;
    await powerComes();
    const found = new Set(await onDisk());
    const good = entries.filter((_, i) => answered[i]).flat();
    count.acknowledged += good.length;
    count.lost += good.filter((n) => !found.has(n.body.words)).length;
    const ofBatch = batch.filter((n) => found.has(n.body.words)).length;
    if (ofBatch > 0 && ofBatch < BATCH) count.halves += 1;
    // A device sends everything again until it is answered; the server may still be looking for its database.
    for (const events of entries)
      for (let tries = 0; !(await send(events)); tries += 1) {
        if (tries > TRIES) throw new Error('the server does not come back by itself');
        await new Promise((r) => setTimeout(r, PAUSE_MS));
      }
    if (photo) {
      count.photos += 1;
      let sent: Sent = 'later';
      for (let tries = 0; sent !== 'whole' && typeof sent === 'string' && tries < TRIES; tries += 1) {
        sent = await pieces(photo);
        if (sent !== 'whole') await new Promise((r) => setTimeout(r, PAUSE_MS));
      }
      const left = await app.db.$count(photoPiece, eq(photoPiece.id, photo.id));
      const kept = await app.db.$count(photos, eq(photos.id, photo.id));
      if (sent !== 'whole' || kept !== 1 || left > 0) count.photosStuck += 1;
    }
    const after = await onDisk();
    for (const { body } of entries.flat()) {
      const times = after.filter((w) => w === body.words).length;
      if (times === 0) count.lost += 1;
      if (times > 1) count.doubled += 1;
    }
    const [row] = await app.db.select({ lastSeq: job.lastSeq }).from(job).where(eq(job.id, jobId));
    if (row?.lastSeq !== after.length) count.halves += 1;
  }
  return { rounds, ...count };
}

interface Picture {
  readonly id: string;
  readonly bytes: ArrayBuffer;
}

/** A picture of a few pieces: noise does not get shorter. */
async function picture(random: () => number): Promise<Picture> {
  const [width, height] = [360, 300];
  const raw = Buffer.from(Array.from({ length: width * height * 3 }, () => Math.floor(random() * 256)));
  const png = await sharp(raw, { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();
  const bytes = png.buffer.slice(png.byteOffset, png.byteOffset + png.byteLength) as ArrayBuffer;
  return { id: createHash('sha256').update(png).digest('hex'), bytes };
}

/** Kills of one process of several: the others go on, and it is started anew. */
export const workerKills = (app: RunningApp, rounds: number, withPhotos = false): Promise<KillCount> =>
  surviveKills(
    app,
    rounds,
    () => {
      const [first] = childrenOf(app.pid());
      if (first !== undefined) process.kill(first, 'SIGKILL');
      return Promise.resolve();
    },
    async () => {
      // Until both answer: what is killed again and again while it starts is another fault than the one that is tried here.
      const port = Number(new URL(app.url).port);
      const up = () => childrenOf(app.pid()).filter((pid) => answersAt(pid, port)).length;
      for (let tries = 0; up() < 2; tries += 1) {
        if (tries > TRIES) throw new Error('the process is not started anew');
        await new Promise((r) => setTimeout(r, PAUSE_MS));
      }
    },
    withPhotos,
  );

/** Kills of the application itself. */
export const applicationKills = (app: RunningApp, rounds: number, withPhotos = false): Promise<KillCount> =>
  surviveKills(app, rounds, app.kill, app.restart, withPhotos);

function isThere(pid: number): boolean {
  try {
    return process.kill(pid, 0);
  } catch {
    return false;
  }
}

/** Kills of the database under an application that goes on, with a cluster of its own. @param both the application is killed as well */
export async function databaseKills(rounds: number, both = false, withPhotos = false): Promise<KillCount> {
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
          if (both) await app.kill();
          await until(() => Promise.resolve(!isThere(pid)));
        },
        // What the killed one leaves behind ends by itself; until then no other can start.
        async () => {
          await until(async () => {
            try {
              cluster = await startCluster(folder, Number(new URL(url).port));
              return cluster.url('postgres') === url;
            } catch {
              return false;
            }
          });
          if (both) await app.restart();
        },
        withPhotos,
      );
    } finally {
      await app.stop();
    }
  } finally {
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
