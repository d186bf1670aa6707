import { Pool, type PoolClient } from 'pg';

/**
 * *Settings*: bundles that go out or come in at once in a process, how long the next one waits, ms, and how long the database
 * waits for one that does not go on, ms. They have a line of their own: whoever does not read what was asked for holds
 * up nobody but the next bundle.
 */
const AT_ONCE = 1;
const WAIT_MS = 1_000;
const IDLE_MS = 45_000;

/** Next keeps several copies of a module in one process; the line is one all the same. */
const HELD = Symbol.for('yonder-bolt.bundles');
const held = globalThis as unknown as { [HELD]?: Pool };

/** A pool for bundles alone. */
export const bundlePoolOf = (url: string): Pool => {
  const pool = new Pool({
    connectionString: url,
    max: AT_ONCE,
    connectionTimeoutMillis: WAIT_MS,
    idle_in_transaction_session_timeout: IDLE_MS,
    idleTimeoutMillis: 10_000,
    keepAlive: true,
  });
  pool.on('error', () => undefined);
  pool.on('connect', (client: PoolClient) => client.on('error', () => undefined));
  return pool;
};

/** The pool of this process for bundles. @throws Error where no database is named */
export function bundlePool(): Pool {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  return (held[HELD] ??= bundlePoolOf(url));
}
