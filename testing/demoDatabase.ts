import type { TestProject } from 'vitest/node';
import { openDatabase } from '@/server/db/connection';
import { loadDemo } from '../demo/loadDemo';
import { PASSWORD } from './app';
import { freshDatabase, type OwnDatabase } from './database';

declare module 'vitest' {
  interface ProvidedContext {
    /** Name of the database that holds the demo shop, for each file to copy. */
    demoDatabase: string;
  }
}

/** A fresh database with the demo shop, its times relative to now. */
export async function demoDatabase(cluster?: string): Promise<OwnDatabase> {
  const made = await freshDatabase(cluster);
  const { db, pool } = openDatabase(made.url);
  await loadDemo(db, () => PASSWORD, new Date());
  await pool.end(); // A database with a connection to it cannot be copied.
  return made;
}

/** Makes the demo shop once for all browser tests; each file starts on a copy of it. */
export async function setup(project: TestProject): Promise<() => Promise<void>> {
  const made = await demoDatabase();
  project.provide('demoDatabase', new URL(made.url).pathname.slice(1));
  return made.drop;
}
