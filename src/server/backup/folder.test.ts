import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Client } from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isPromoted, restoreAt, stopRestored } from '../../../scripts/lib/pointInTime.mjs';
import { ownedByPostgres, startCluster } from '../../../scripts/lib/postgres.mjs';
import { demoDatabase } from '../../../testing/demoDatabase';
import type { OwnDatabase } from '../../../testing/database';
import { backupInto, baseInto, checkBackup } from './folder';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'yonder-folder-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('back-ups on a timer', () => {
  let demo: OwnDatabase;
  beforeAll(async () => {
    demo = await demoDatabase();
  });
  afterAll(() => demo.drop());

  it('are named by their time; what is too old goes once the new one is there, and nothing that is not ours', async () => {
    const into = path.join(folder, 'nightly');
    mkdirSync(into);
    for (const name of [
      'yonder-2025-01-01T03-00-00.backup',
      'yonder-2026-11-30T03-00-00.backup',
      'family-photo.jpg',
    ])
      writeFileSync(path.join(into, name), 'x');
    const made = await backupInto(demo.url, into, new Date('2026-12-01T03:00:00.000Z'));
    expect(made.gone).toEqual(['yonder-2025-01-01T03-00-00.backup']);
    expect(readdirSync(into).sort()).toEqual([
      'family-photo.jpg',
      'yonder-2026-11-30T03-00-00.backup',
      'yonder-2026-12-01T03-00-00.backup',
    ]);
  });

  it(
    'are tried: restored beside and compared row by row, and nothing of it stays',
    { timeout: 60_000 },
    async () => {
      const into = path.join(folder, 'check');
      const checked = await checkBackup(demo.url, into);
      expect(checked.differ).toEqual([]);
      expect(checked.tables).toBeGreaterThan(20);
      expect(readdirSync(into)).toEqual([]);
      const client = new Client({ connectionString: demo.url });
      await client.connect();
      const left = await client.query("select 1 from pg_database where datname like 'yonder_check_%'");
      await client.end();
      expect(left.rowCount).toBe(0);
    },
  );
});

describe('a restore to a minute', () => {
  it(
    'is as it was then: what was written after is not there, and the cluster of now is untouched',
    { timeout: 120_000 },
    async () => {
      const wal = path.join(folder, 'wal');
      mkdirSync(wal);
      ownedByPostgres(folder);
      const cluster = await startCluster(path.join(folder, 'main'), undefined, [
        'archive_mode=on',
        `archive_command='test ! -f ${wal}/%f && cp %p ${wal}/%f'`,
        'wal_level=replica',
      ]);
      const client = new Client({ connectionString: cluster.url('postgres') });
      const into = path.join(folder, 'restored');
      try {
        await client.connect();
        await client.query('create table note (words text)');
        const { base } = await baseInto(cluster.url('postgres'), path.join(folder, 'bases'), new Date());
        expect(base).toContain('.base');
        await client.query("insert into note values ('before')");
        const moment = new Date(
          (await client.query<{ at: Date }>('select clock_timestamp() as at')).rows[0]?.at ?? '',
        );
        // The clock of the log has microseconds, ours milliseconds.
        await client.query('select pg_sleep(0.05)');
        await client.query("insert into note values ('the mistake')");
        const { rows } = await client.query<{ n: string }>(
          'select pg_walfile_name(pg_current_wal_lsn()) as n',
        );
        await client.query('select pg_switch_wal()');
        await expect
          .poll(
            async () =>
              (await client.query<{ n: string }>('select last_archived_wal as n from pg_stat_archiver'))
                .rows[0]?.n ?? '',
            { timeout: 30_000 },
          )
          .toBe(rows[0]?.n);
        const at = new Date(moment.getTime() + 20);
        const { port } = await restoreAt({ at, base: path.join(folder, 'bases'), wal, into });
        const then = new URL(cluster.url('postgres'));
        then.port = String(port);
        const restored = new Client({ connectionString: then.href });
        await restored.connect();
        expect((await restored.query('select words from note')).rows).toEqual([{ words: 'before' }]);
        await expect.poll(() => isPromoted(into), { timeout: 30_000 }).toBe(true);
        await expect
          .poll(
            async () => (await restored.query<{ r: boolean }>('select pg_is_in_recovery() as r')).rows[0]?.r,
          )
          .toBe(false);
        await restored.end();
        expect((await client.query('select words from note')).rowCount).toBe(2);
        await expect(restoreAt({ at, base: path.join(folder, 'bases'), wal, into })).rejects.toThrow(
          'not empty',
        );
        await expect(
          restoreAt({ at: new Date('2020-01-01'), base: path.join(folder, 'bases'), wal, into: `${into}-2` }),
        ).rejects.toThrow('no base');
      } finally {
        stopRestored(into);
        await client.end();
        cluster.stop();
      }
    },
  );
});
