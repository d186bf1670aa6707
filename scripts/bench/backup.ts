/** Back-up and restore of a shop of years, compared table by table. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createHash } from 'node:crypto';
import { asc, eq } from 'drizzle-orm';
import { seededRandom } from '@/core/kernel/seededRandom';
import { backupTo, NOT_KEPT, restoreFrom } from '@/server/backup/backup';
import { openDatabase } from '@/server/db/connection';
import { job, photo } from '@/server/db/schema';
import { emptyDatabase } from '../../testing/database';
import { demoDatabase } from '../../testing/demoDatabase';
import { digests } from '@/server/backup/digests';
import { copyJob } from '../../testing/manyJobs';
import { asRow, type Row } from './measure';

const SHOP = 'saltpan';
const JOBS = 5000;
const PHOTOS = 500;
/** Bytes of a picture as it is kept, about. */
const PHOTO_BYTES = 300_000;

export async function benchBackup(): Promise<readonly Row[]> {
  const made = await demoDatabase();
  const into = await emptyDatabase();
  const folder = mkdtempSync(path.join(tmpdir(), 'yonder-bench-'));
  const from = openDatabase(made.url, 4);
  const to = openDatabase(into.url, 4);
  try {
    const own = await from.db.select().from(job).where(eq(job.shopId, SHOP)).orderBy(asc(job.number));
    for (const [i, j] of own.entries())
      await copyJob(
        from.db,
        SHOP,
        j.number,
        Math.floor((JOBS - own.length - i) / own.length) + (i === 0 ? 1 : 0),
      );
    const random = seededRandom(3);
    for (let i = 0; i < PHOTOS; i += 1) {
      // Pictures are packed already: nothing makes them smaller.
      const bytes = Buffer.from(
        Uint32Array.from({ length: PHOTO_BYTES / 4 }, () => random() * 2 ** 32).buffer,
      );
      const id = createHash('sha256').update(bytes).digest('hex');
      await from.db
        .insert(photo)
        .values({ shopId: SHOP, id, widthPx: 1920, heightPx: 1280, bytes, madeBy: 'x' });
    }
    const file = path.join(folder, 'shop.backup');
    const timed = async (work: () => Promise<unknown>) => {
      const began = performance.now();
      await work();
      return performance.now() - began;
    };
    const out = await timed(() => backupTo(made.url, file));
    const back = await timed(() => restoreFrom(into.url, file));
    const [was, is] = [await digests(from.db), await digests(to.db)];
    const differ = Object.keys(was).filter((t) => !NOT_KEPT.includes(t) && was[t] !== is[t]);
    const size = `${await from.db.$count(job)} jobs, ${PHOTOS} photos`;
    const note = differ.length === 0 ? 'compared equal' : `DIFFER: ${differ.join(', ')}`;
    return [asRow('back-up', size, [out]), asRow('restore', size, [back], note)];
  } finally {
    await from.pool.end();
    await to.pool.end();
    await made.drop();
    await into.drop();
    rmSync(folder, { recursive: true, force: true });
  }
}
