import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

let opened: { db: Database; pool: Pool } | undefined;

/** Opens a database of one's own: the caller closes the pool. */
export function openDatabase(url: string): { db: Database; pool: Pool } {
  const pool = new Pool({ connectionString: url, max: 10 });
  // An idle connection that the server drops must not take the process with it; the next query reports.
  pool.on('error', () => undefined);
  return { db: drizzle(pool, { schema }), pool };
}

/** The application's database, opened at first use so that a build needs none. */
export function database(): Database {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  opened ??= openDatabase(url);
  return opened.db;
}
