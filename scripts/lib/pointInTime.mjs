import { spawnSync } from 'node:child_process';
import {
  appendFileSync,
  chmodSync,
  cpSync,
  existsSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { freePort, ownedByPostgres, pgControl } from './postgres.mjs';
import { Stop } from './say.mjs';

/** The newest base in a folder that was there before a moment; a base itself is taken as it is. */
export function baseBefore(folder, at) {
  if (existsSync(path.join(folder, 'PG_VERSION'))) return folder;
  const stamp = at.toISOString().slice(0, 19).replaceAll(':', '-');
  const bases = existsSync(folder)
    ? readdirSync(folder).filter((n) => /^yonder-.*\.base$/.test(n) && n.slice(7, 26) <= stamp)
    : [];
  const newest = bases.sort().at(-1);
  if (newest === undefined)
    throw new Stop(`There is no base in ${folder} from before ${at.toISOString()}. Choose a later moment.`);
  return path.join(folder, newest);
}

/**
 * Makes a cluster as it was at a moment: a base from before it, and the archived log of writes up to it. The cluster of now
 * is not touched; the new one stands in a folder and on a port of its own.
 * @param {{ at: Date, base: string, wal: string, into: string, port?: number }} what
 * @returns {Promise<{ port: number, base: string }>}
 */
export async function restoreAt({ at, base, wal, into, port }) {
  if (Number.isNaN(at.getTime())) throw new Stop('That is no time. Say it as 2026-12-01T10:30:00Z.');
  if (at.getTime() > Date.now()) throw new Stop('That moment has not come yet.');
  if (existsSync(into) && readdirSync(into).length > 0) throw new Stop(`${into} is not empty.`);
  if (!existsSync(wal) || !statSync(wal).isDirectory()) throw new Stop(`There is no folder ${wal}.`);
  const from = baseBefore(base, at);
  cpSync(from, into, { recursive: true, preserveTimestamps: true });
  const quoted = (text) => `'${text.replaceAll("'", "''")}'`;
  appendFileSync(
    path.join(into, 'postgresql.auto.conf'),
    [
      '',
      `restore_command = ${quoted(`cp "${path.resolve(wal)}/%f" "%p"`)}`,
      `recovery_target_time = ${quoted(at.toISOString().replace('T', ' ').replace('Z', '+00'))}`,
      "recovery_target_action = 'promote'",
      // What is restored writes no log into the archive of what it was restored from.
      "archive_mode = 'off'",
      '',
    ].join('\n'),
  );
  writeFileSync(path.join(into, 'recovery.signal'), '');
  chmodSync(into, 0o700);
  ownedByPostgres(into);
  const to = port ?? (await freePort());
  const log = path.join(into, 'restored.log');
  const started = pgControl(into, [
    '-w',
    '-t',
    '600',
    '-l',
    log,
    '-o',
    `-c listen_addresses=127.0.0.1 -c port=${to} -c unix_socket_directories=''`,
    'start',
  ]);
  if (started.status !== 0)
    throw new Stop(
      `It did not come up; the archive may not reach that moment. ${log} says last:\n${lastOf(log)}`,
    );
  return { port: to, base: from };
}

const lastOf = (log) =>
  existsSync(log) ? readFileSync(log, 'utf8').trim().split('\n').slice(-8).join('\n') : 'nothing';

/** Whether a cluster has come to its moment and takes writes. */
export const isPromoted = (into) =>
  spawnSync('test', ['-f', path.join(into, 'recovery.signal')]).status !== 0;

/** Ends a cluster that was restored. */
export const stopRestored = (into) => pgControl(into, ['-m', 'fast', '-w', 'stop']);
