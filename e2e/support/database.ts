import { randomBytes } from 'node:crypto';
import { Client } from 'pg';
import { migrateDatabase } from '@/server/db/migrate';

/** A fresh database in the test cluster, at the present form; dropped when done. */
export async function freshDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const cluster = process.env.TEST_DATABASE_URL;
  if (!cluster) throw new Error('TEST_DATABASE_URL is not set: run npm test, or start a cluster and name it');
  const name = `yonder_${randomBytes(6).toString('hex')}`;
  await admin(cluster, `create database ${name}`);
  const url = new URL(cluster);
  url.pathname = `/${name}`;
  await migrateDatabase(url.href);
  return { url: url.href, drop: () => admin(cluster, `drop database ${name} with (force)`) };
}

async function admin(url: string, statement: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}
