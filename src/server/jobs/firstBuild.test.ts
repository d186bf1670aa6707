import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { Client } from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { letGoOfRows } from '@/core/job/pack';
import { emptyDatabase, type OwnDatabase } from '../../../testing/database';
import { loadNewestJobs } from '../../../testing/newestJobs';
import { type Database, openDatabase } from '../db/connection';
import { jobEvent } from '../db/schema';
import { migrateDatabase } from '../db/migrate';

/**
 * What the present program reads otherwise in the first build’s database, by job, with the findings that asked for it.
 * Anything else that differs is a fault.
 */
interface Intended {
  readonly findings: readonly string[];
  /** Stages whose line is another now. */
  readonly stages: Readonly<Record<string, string>>;
  /** Items under another line now, and those that are new, in the places where they stand. */
  readonly items: readonly string[] | null;
}

interface Read {
  readonly stages: readonly string[];
  readonly items: readonly string[];
  readonly events: number;
}
const before = JSON.parse(readFileSync('testing/fixtures/first-build.stages.json', 'utf8')) as Record<
  string,
  Read
>;

const intended = JSON.parse(readFileSync('testing/fixtures/first-build.intended.json', 'utf8')) as Record<
  string,
  Intended
>;

let made: OwnDatabase;
let opened: ReturnType<typeof openDatabase>;
let db: Database;
beforeAll(async () => {
  letGoOfRows();
  made = await emptyDatabase();
  const client = new Client({ connectionString: made.url });
  await client.connect();
  // A dump of the first build’s demo shop, with rivals, undos and a person’s item under a rule’s id among its entries.
  await client.query(gunzipSync(readFileSync('testing/fixtures/first-build.sql.gz')).toString('utf8'));
  await client.end();
  await migrateDatabase(made.url);
  opened = openDatabase(made.url);
  db = opened.db;
});
afterAll(async () => {
  await opened.pool.end();
  await made.drop();
  letGoOfRows();
});

it('the first build’s database opens: every stage, item and entry as before, but for what was meant to differ', async () => {
  const jobs = await loadNewestJobs(db, 'saltpan', 50);
  expect(jobs).toHaveLength(Object.keys(before).length);
  for (const j of jobs) {
    const was = before[String(j.number)];
    const meant = intended[String(j.number)];
    const stages = was?.stages.map((line) => meant?.stages[line] ?? line);
    const items = meant?.items ?? was?.items;
    expect({
      number: j.number,
      stages: j.reading.stages.map((s) => `${s.stage} ${s.state} ${s.tags}`),
      items: j.reading.items.map((i) => `${i.id} ${i.origin} ${i.closed?.how ?? 'open'}`),
      events: j.reading.record.standing.length,
    }).toEqual({ number: j.number, stages, items, events: was?.events });
    if (meant) expect(meant.findings.length).toBeGreaterThan(0);
  }
});

it('no stored entry is rewritten, and every one stands as it did', async () => {
  const rows = await db.select().from(jobEvent);
  expect(rows.every((r) => r.v === 1 && r.role === null && !('after' in r.body))).toBe(true);
  for (const j of await loadNewestJobs(db, 'saltpan', 50)) expect(j.reading.unfit).toEqual([]);
});
