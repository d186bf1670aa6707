import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { emptyDatabase, type OwnDatabase } from '../../../testing/database';
import { demoDatabase } from '../../../testing/demoDatabase';
import { digests } from './digests';
import { loadNewestJobs } from '../../../testing/newestJobs';
import { backupTo, NOT_KEPT, restoreFrom } from './backup';
import { type Database, type OpenedDatabase, openDatabase } from '../db/connection';

let demo: OwnDatabase;
let into: OwnDatabase;
let folder: string;
const opened: OpenedDatabase[] = [];
const open = (made: OwnDatabase): Database => {
  const one = openDatabase(made.url, 2);
  opened.push(one);
  return one.db;
};
beforeAll(async () => {
  demo = await demoDatabase();
  into = await emptyDatabase();
  folder = mkdtempSync(join(tmpdir(), 'yonder-bolt-'));
});
afterAll(async () => {
  for (const { pool } of opened) await pool.end();
  await demo.drop();
  await into.drop();
  rmSync(folder, { recursive: true, force: true });
});

it(
  'a back-up in another database is the same shop, row by row and read by read',
  { timeout: 60_000 },
  async () => {
    const from = open(demo);
    const file = join(folder, 'shop.backup');
    expect(await backupTo(demo.url, file)).toBeGreaterThan(10_000);
    expect(existsSync(`${file}.part`)).toBe(false);
    await restoreFrom(into.url, file);
    const to = open(into);
    const [was, is] = [await digests(from), await digests(to)];
    for (const [table, digest] of Object.entries(was))
      // Sessions and counts of failures are of the machine: they stay behind.
      expect([table, is[table]]).toEqual([table, NOT_KEPT.includes(table) ? '0:' : digest]);
    expect(Object.keys(is)).toEqual(Object.keys(was));
    const stages = async (db: Database) =>
      (await loadNewestJobs(db, 'saltpan', 50)).map((j) => [j.number, j.reading.stages.map((s) => s.state)]);
    expect(await stages(to)).toEqual(await stages(from));
    // What guards the log is there too.
    await expect(to.execute('delete from job_event')).rejects.toThrow();
  },
);

it('goes into an empty database only, and a file that is none changes nothing', async () => {
  const file = join(folder, 'shop.backup');
  const before = await digests(open(into));
  await expect(restoreFrom(into.url, file)).rejects.toThrow('not empty');
  await expect(restoreFrom(into.url, join(folder, 'none'))).rejects.toThrow('no file');
  expect(await digests(open(into))).toEqual(before);
  const broken = join(folder, 'broken');
  writeFileSync(broken, 'PGDMP and nothing of the kind');
  const empty = await emptyDatabase();
  await expect(restoreFrom(empty.url, broken)).rejects.toThrow('pg_restore failed');
  expect(await digests(open(empty))).toEqual({});
  for (const { pool } of opened.splice(2)) await pool.end();
  await empty.drop();
});

it('is never written over another, and leaves no half file behind', async () => {
  const file = join(folder, 'shop.backup');
  await expect(backupTo(demo.url, file)).rejects.toThrow('there already');
  const gone = new URL(demo.url);
  gone.pathname = '/no_such_database';
  await expect(backupTo(gone.toString(), join(folder, 'other'))).rejects.toThrow('pg_dump failed');
  expect(existsSync(join(folder, 'other'))).toBe(false);
  expect(existsSync(join(folder, 'other.part'))).toBe(false);
});
