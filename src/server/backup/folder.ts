import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { openDatabase } from '../db/connection';
import { BackupRefused, backupTo, NOT_KEPT, restoreFrom, run } from './backup';
import { digests } from './digests';
import { type Kept, toRemove } from './rotation';

/** *Settings*: days and weeks of which one back-up is kept each. */
export const KEEP_DAYS = 14;
export const KEEP_WEEKS = 8;

const NAMED = /^yonder-(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)(\.backup|\.base)$/;

/** The back-ups of one kind in a folder, as their names say when they were made. */
function keptIn(folder: string, kind: '.backup' | '.base'): readonly Kept[] {
  return readdirSync(folder).flatMap((name) => {
    const [, stamp, ending] = NAMED.exec(name) ?? [];
    if (stamp === undefined || ending !== kind) return [];
    const [day = '', time = ''] = stamp.split('T');
    return [{ name, at: `${day}T${time.replaceAll('-', ':')}.000Z` }];
  });
}

const nameAt = (now: Date, kind: '.backup' | '.base'): string =>
  `yonder-${now.toISOString().slice(0, 19).replaceAll(':', '-')}${kind}`;

/** Takes away what is too old, once the new one is there. @returns what went */
function rotate(folder: string, kind: '.backup' | '.base', now: Date): readonly string[] {
  const gone = toRemove(keptIn(folder, kind), now, KEEP_DAYS, KEEP_WEEKS);
  for (const name of gone) rmSync(path.join(folder, name), { recursive: true, force: true });
  return gone;
}

/** Writes a back-up into a folder under the time of now, and takes away what is too old. @returns its file, and what went */
export async function backupInto(
  url: string,
  folder: string,
  now: Date,
): Promise<{ readonly file: string; readonly bytes: number; readonly gone: readonly string[] }> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = path.join(folder, nameAt(now, '.backup'));
  const bytes = await backupTo(url, file);
  return { file, bytes, gone: rotate(folder, '.backup', now) };
}

/**
 * Copies the whole cluster as it lies on the disk into a folder: with the log of its writes that is archived beside it, the
 * beginning of a restore to any minute after it. The user of the address has to have the right of replication.
 */
export async function baseInto(
  url: string,
  folder: string,
  now: Date,
): Promise<{ readonly base: string; readonly gone: readonly string[] }> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const base = path.join(folder, nameAt(now, '.base'));
  if (existsSync(base)) throw new BackupRefused(`${base} is there already.`);
  const part = `${base}.part`;
  rmSync(part, { recursive: true, force: true });
  try {
    await run('pg_basebackup', url, [
      `--pgdata=${part}`,
      '--wal-method=stream',
      '--checkpoint=fast',
      '--no-password',
    ]);
    renameSync(part, base);
  } catch (error) {
    rmSync(part, { recursive: true, force: true });
    throw error;
  }
  return { base, gone: rotate(folder, '.base', now) };
}

/** What came of a restore that was tried. */
export interface Checked {
  readonly tables: number;
  /** Tables whose rows are others than they were when the back-up was made. */
  readonly differ: readonly string[];
}

/**
 * Tries whether a back-up is one: takes it of one moment, restores it into a database of its own on the same server, and
 * compares every row of every table with what it was at that moment. The database goes again whatever comes of it.
 */
export async function checkBackup(url: string, folder: string): Promise<Checked> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const name = `yonder_check_${randomBytes(6).toString('hex')}`;
  const into = new URL(url);
  into.pathname = `/${name}`;
  const file = path.join(folder, `${name}.backup`);
  const admin = new Client({ connectionString: url });
  const { db, pool } = openDatabase(url, 1);
  await admin.connect();
  try {
    const was = await db.transaction(
      async (tx) => {
        const { rows } = await tx.execute<{ id: string }>(sql`select pg_export_snapshot() as id`);
        await backupTo(url, file, rows[0]?.id ?? '');
        return digests(tx);
      },
      { isolationLevel: 'repeatable read', accessMode: 'read only' },
    );
    await admin.query(`create database ${name} template template0 encoding 'UTF8'`);
    await restoreFrom(into.href, file);
    const restored = openDatabase(into.href, 1);
    try {
      const is = await digests(restored.db);
      const differ = Object.entries(was)
        .filter(([table, digest]) => is[table] !== (NOT_KEPT.includes(table) ? '0:' : digest))
        .map(([table]) => table);
      return { tables: Object.keys(was).length, differ };
    } finally {
      await restored.pool.end();
    }
  } finally {
    await pool.end();
    await admin.query(`drop database if exists ${name} with (force)`).catch(() => undefined);
    await admin.end();
    rmSync(file, { force: true });
  }
}
