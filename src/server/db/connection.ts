import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool, type PoolClient } from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/**
 * *Settings*: connections of one process, and how long a request waits for one, ms: a machine that stands still for some
 * seconds makes people wait, not lose their page.
 */
const POOL_SIZE = 10;
const WAIT_MS = 15_000;

export interface OpenedDatabase {
  readonly db: Database;
  readonly pool: Pool;
}

/** Next keeps several copies of a module in one process; the pool is one all the same. */
const HELD = Symbol.for('yonder-bolt.database');
const held = globalThis as unknown as { [HELD]?: OpenedDatabase };

/**
 * Opens a database of one's own: the caller closes the pool.
 * @param size connections at the most
 * @param waitMs how long a request waits for one
 */
export function openDatabase(
  url: string,
  size = setting('DATABASE_POOL', POOL_SIZE),
  waitMs = setting('DATABASE_WAIT_MS', WAIT_MS),
): OpenedDatabase {
  const pool = new Pool({
    connectionString: url,
    max: size,
    connectionTimeoutMillis: waitMs,
    keepAlive: true,
  });
  // An idle connection that the server drops must not take the process with it; the next query reports.
  pool.on('error', () => undefined);
  // Nor must one that is out, or that is being thrown away: nobody listens to those but us.
  pool.on('connect', (client) => client.on('error', () => undefined));
  const db = drizzle(pool, { schema });
  db.transaction = (work, config) => inTransaction(pool, work, config);
  return { db, pool };
}

/**
 * A transaction on a connection that goes back to the pool whatever happens, `begin` and `rollback` failing among it;
 * one that does not answer any more is thrown away instead.
 */
async function inTransaction<T>(
  pool: Pool,
  work: (tx: Transaction) => Promise<T>,
  config?: Parameters<Database['transaction']>[1],
): Promise<T> {
  const client = await pool.connect();
  let sound = false;
  try {
    const result = await drizzle(client, { schema }).transaction(work, config);
    sound = true;
    return result;
  } catch (error) {
    sound = await answers(client);
    throw error;
  } finally {
    client.release(!sound);
  }
}

const answers = (client: PoolClient): Promise<boolean> =>
  client.query('select 1').then(
    () => true,
    () => false,
  );

function setting(name: string, usual: number): number {
  const wanted = Number(process.env[name]);
  return Number.isInteger(wanted) && wanted > 0 ? wanted : usual;
}

/** The application's database, opened at first use so that a build needs none. */
export const database = (): Database => databasePool().db;

/** The database where it was opened already, for who only looks. */
export const heldDatabase = (): OpenedDatabase | undefined => held[HELD];

/** The same with its pool, for who counts connections. */
export function databasePool(): OpenedDatabase {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  held[HELD] ??= openDatabase(url);
  return held[HELD];
}
