import { spawn } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { open, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { sql } from 'drizzle-orm';
import { openDatabase } from '../db/connection';
import { migrateDatabase } from '../db/migrate';

/** Why a back-up or a restore was not done; nothing was changed. */
export class BackupRefused extends Error {}

/** What a back-up leaves out: sessions and counts of failures are of the machine, not of the shop. */
export const NOT_KEPT: readonly string[] = [
  'session',
  'session_shop',
  'rate_limit',
  'sign_in_failure',
  'setup_link',
  'verification',
];

const ROOT = '/usr/lib/postgresql';

/** A program of PostgreSQL: the newest of Debian’s, else whatever the path has. */
export function program(name: string): string {
  const versions = existsSync(ROOT) ? readdirSync(ROOT).map(Number).filter(Number.isInteger) : [];
  const newest = versions.sort((a, b) => b - a).find((v) => existsSync(join(ROOT, String(v), 'bin', name)));
  return newest === undefined ? name : join(ROOT, String(newest), 'bin', name);
}

/** Runs one of PostgreSQL’s programs on a database. The password goes by the environment, where no list of processes shows it. */
export function run(name: string, url: string, args: readonly string[]): Promise<void> {
  const to = new URL(url);
  const env: NodeJS.ProcessEnv = {
    NODE_ENV: process.env.NODE_ENV ?? 'production',
    PATH: process.env.PATH ?? '',
    LC_ALL: 'C.UTF-8',
    PGHOST: decodeURIComponent(to.hostname).replace(/^\[|\]$/g, ''),
    PGPORT: to.port || '5432',
    PGUSER: decodeURIComponent(to.username),
    PGPASSWORD: decodeURIComponent(to.password),
    PGDATABASE: decodeURIComponent(to.pathname.slice(1)),
  };
  return new Promise((resolve, reject) => {
    const child = spawn(program(name), args, { env, stdio: ['ignore', 'ignore', 'pipe'] });
    let said = '';
    child.stderr.on('data', (d: Buffer) => (said = (said + d.toString()).slice(-2000)));
    child.on('error', () =>
      reject(new BackupRefused(`${name} is not there: install Debian’s package postgresql-client.`)),
    );
    child.on('close', (code) =>
      code === 0 ? resolve() : reject(new BackupRefused(`${name} failed: ${said.trim()}`)),
    );
  });
}

/**
 * Writes a whole database into one file, which is there only once it is whole and on disk.
 * @param snapshot a moment of the database that somebody holds open (`pg_export_snapshot`); absent: now
 * @returns its size, bytes
 */
export async function backupTo(url: string, file: string, snapshot?: string): Promise<number> {
  if (existsSync(file)) throw new BackupRefused(`${file} is there already. Choose another name.`);
  const part = `${file}.part`;
  try {
    await run('pg_dump', url, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      `--file=${part}`,
      ...(snapshot === undefined ? [] : [`--snapshot=${snapshot}`]),
      ...NOT_KEPT.map((t) => `--exclude-table-data=public.${t}`),
    ]);
    for (const path of [part, dirname(part) || '.']) {
      const handle = await open(path, 'r');
      await handle.sync();
      await handle.close();
    }
    await rename(part, file);
    return (await stat(file)).size;
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** Brings a back-up into an empty database, all or nothing, and up to this program’s form. */
export async function restoreFrom(url: string, file: string): Promise<void> {
  if (!existsSync(file)) throw new BackupRefused(`There is no file ${file}.`);
  const { db, pool } = openDatabase(url, 1);
  try {
    const found = await db.execute<{ count: number }>(
      sql`select count(*)::int as count from information_schema.tables where table_schema not in ('pg_catalog', 'information_schema')`,
    );
    if ((found.rows[0]?.count ?? 0) > 0)
      throw new BackupRefused('The database is not empty. A back-up goes into an empty one only.');
  } finally {
    await pool.end();
  }
  await run('pg_restore', url, [
    '--exit-on-error',
    '--single-transaction',
    '--no-owner',
    '--no-privileges',
    `--dbname=${new URL(url).pathname.slice(1)}`,
    file,
  ]);
  await migrateDatabase(url);
}
