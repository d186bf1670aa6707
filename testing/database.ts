import { randomBytes } from 'node:crypto';
import { Client } from 'pg';
import { migrateDatabase } from '@/server/db/migrate';

export interface OwnDatabase {
  readonly url: string;
  readonly drop: () => Promise<void>;
}

/** A fresh database in the test cluster or the one named, at the present form; dropped when done. */
export async function freshDatabase(cluster?: string): Promise<OwnDatabase> {
  const made = await ownDatabase('template1', cluster);
  await migrateDatabase(made.url);
  return made;
}

/** A database with nothing in it, not even our tables. */
export const emptyDatabase = (): Promise<OwnDatabase> => ownDatabase('template1');

/** A copy of a database of the cluster, which nobody may be connected to meanwhile. */
export async function ownDatabase(
  template: string,
  cluster = process.env.TEST_DATABASE_URL,
): Promise<OwnDatabase> {
  if (!cluster) throw new Error('TEST_DATABASE_URL is not set: run npm test, or start a cluster and name it');
  const name = `yonder_${randomBytes(6).toString('hex')}`;
  await admin(cluster, `create database ${name} template ${template}`);
  const url = new URL(cluster);
  url.pathname = `/${name}`;
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
