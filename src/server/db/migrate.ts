import path from 'node:path';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { openDatabase } from './connection';

/** Brings a database to the present form; safe when several instances start at once (one waits for the other). */
export async function migrateDatabase(url: string): Promise<void> {
  const { db, pool } = openDatabase(url);
  try {
    await db.execute('select pg_advisory_lock(4410)');
    await migrate(db, { migrationsFolder: path.join(process.cwd(), 'src/server/db/migrations') });
  } finally {
    await pool.end();
  }
}
