import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { type Database, openDatabase } from '@/server/db/connection';
import type { OwnDatabase } from './database';
import { printed as allPrinted } from './printed';

export interface RunningApp {
  readonly url: string;
  readonly db: Database;
  readonly databaseUrl: string;
  /** What the server printed, for a failing test to show. */
  readonly output: () => string;
  /** SIGKILL, as a power cut would; `restart` brings it up again on the same port and database. */
  readonly kill: () => Promise<void>;
  readonly restart: () => Promise<void>;
  /** SIGTERM, and waits until it has ended by itself. */
  readonly end: () => Promise<void>;
  readonly pid: () => number;
  readonly stop: () => Promise<void>;
}

export const SECRET = 'a-secret-for-tests-only-0123456789abcdef';
/** Every demo person has this password in tests. */
export const PASSWORD = 'test-pass-word';

/** A TCP port of loopback that nobody uses now. */
export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/**
 * Starts the built application on a database, which it drops when it stops.
 * @param env `WORKERS` starts it as `npm start` does, with that many processes; else it is one
 */
export async function startApp(
  made: OwnDatabase,
  env: Readonly<Record<string, string>> = {},
): Promise<RunningApp> {
  const { db, pool } = openDatabase(made.url);
  const port = await freePort();
  let child: ChildProcess;
  let meant = false;
  let printed = '';
  const said = () => printed;
  allPrinted.add(said);
  const start = async () => {
    child = spawn(
      process.execPath,
      env.WORKERS
        ? ['scripts/serve.mjs', '127.0.0.1', String(port)]
        : ['.next/door.mjs', '127.0.0.1', String(port)],
      {
        env: {
          ...process.env,
          NODE_ENV: 'production',
          DATABASE_URL: made.url,
          AUTH_SECRET: SECRET,
          LOG_LEVEL: 'warn',
          // A file of tests opens few pages: what is not asked for is not loaded.
          WARM: '0',
          ...env,
        },
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    child.stdout?.on('data', (d: Buffer) => (printed += d.toString()));
    child.stderr?.on('data', (d: Buffer) => (printed += d.toString()));
    meant = false;
    child.once('exit', (code, signal) => {
      // Why it went is in what it said last, and a test that only finds nobody there cannot say it.
      if (!meant)
        process.stderr.write(
          `the application ended by itself (${code ?? signal}):\n${printed.slice(-8_000)}\n`,
        );
    });
    await answering(`http://127.0.0.1:${port}/formats/shelf.schema.json`, child);
  };
  const end = (signal: NodeJS.Signals) =>
    new Promise<void>((resolve) => {
      if (child.exitCode !== null || child.signalCode !== null) return resolve();
      meant = true;
      child.once('exit', () => resolve());
      child.kill(signal);
    });
  await start();
  return {
    url: `http://127.0.0.1:${port}`,
    db,
    databaseUrl: made.url,
    output: said,
    kill: () => end('SIGKILL'),
    restart: start,
    end: () => end('SIGTERM'),
    pid: () => child.pid ?? 0,
    stop: async () => {
      allPrinted.delete(said);
      await end('SIGTERM');
      await pool.end();
      await made.drop();
    },
  };
}

async function answering(url: string, child: ChildProcess): Promise<void> {
  const until = Date.now() + 60_000;
  for (;;) {
    if (child.exitCode !== null) throw new Error('The application ended while starting');
    try {
      const answer = await fetch(url);
      if (answer.ok) return;
    } catch {
      if (Date.now() > until) throw new Error('The application did not answer');
    }
    await new Promise((r) => setTimeout(r, 50));
  }
}
