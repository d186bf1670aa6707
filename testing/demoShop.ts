import type { BodyOf, EventType } from '@/core/job';
import type { Actor, Role } from '@/server/access';
import { type Database, openDatabase } from '@/server/db/connection';
import { appendEvents, type EntryOutcome } from '@/server/jobs/appendEvents';
import { actors } from '@/server/jobs/importJobs';
import { loadJob, type LoadedJob } from '@/server/jobs/loadJob';
import { loadDemo } from '../demo/loadDemo';
import { freshDatabase } from './database';
import { loadNewestJobs } from './newestJobs';
import { makeEvent } from './shops';

/** The demo shop in a database of its own, loaded as on a given day, with its people at hand. */
export interface DemoShop {
  readonly db: Database;
  readonly url: string;
  readonly id: string;
  readonly actor: (role: Role) => Actor;
  /** A job by its number, read anew. */
  readonly job: (number: number) => Promise<LoadedJob>;
  /** Sends one entry of a job and tells what became of it; `code` also says why a kept one stands in nothing. */
  readonly send: <T extends EventType>(
    by: Role,
    job: string,
    type: T,
    body: BodyOf<T>,
  ) => Promise<EntryOutcome>;
  readonly close: () => Promise<void>;
}

export async function demoShop(now: Date): Promise<DemoShop> {
  const made = await freshDatabase();
  const { db, pool } = openDatabase(made.url);
  const id = 'saltpan';
  await loadDemo(db, () => 'a-demo-pass-word', now);
  const people = [...(await actors(db, id)).values()];
  const actor = (role: Role) => {
    const found = people.find((a) => a.role === role);
    if (!found) throw new Error(`the demo shop has no ${role}`);
    return found;
  };
  return {
    db,
    url: made.url,
    id,
    actor,
    job: async (number) => {
      const job = (await loadNewestJobs(db, id, 50)).find((j) => j.number === number);
      if (!job) throw new Error(`the demo shop has no job ${number}`);
      return job;
    },
    send: async (by, job, type, body) => {
      const event = makeEvent(actor(by), job, type, body, new Date(now.getTime() - 60_000).toISOString());
      const [outcome] = await appendEvents(db, actor(by), job, [event], now);
      if (!outcome) throw new Error('no answer');
      const read = await loadJob(db, id, job);
      const odd = read?.reading.unfit.find((u) => u.event.id === event.id);
      return { ...outcome, code: outcome.code ?? odd?.code };
    },
    close: async () => {
      await pool.end();
      await made.drop();
    },
  };
}
