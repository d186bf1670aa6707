import { readFileSync } from 'node:fs';
import { v7 as uuidv7 } from 'uuid';
import { inject } from 'vitest';
import type { TestProject } from 'vitest/node';
import { type AnyEvent, type BodyOf, type EventType, kindOf } from '@/core/job';
import type { Actor, Role } from '@/server/access';
import { addPerson } from '@/server/auth/addPerson';
import { type Database, openDatabase } from '@/server/db/connection';
import { shop } from '@/server/db/schema';
import { appendEvents, type EntryOutcome } from '@/server/jobs/appendEvents';
import { loadJob } from '@/server/jobs/loadJob';
import { openJob, type OpenJobInput, openJobForm } from '@/server/jobs/openJob';
import { importShelf } from '@/server/shelf/importShelf';
import { freshDatabase, ownDatabase } from './database';

/** A database with two shops of the same shelf, each with one person per role. */
export interface TwoShops {
  readonly db: Database;
  readonly url: string;
  readonly actor: (shopId: ShopName, role: Role) => Actor;
  readonly close: () => Promise<void>;
}

export const SHELF_TEXT = readFileSync('demo/shelf.json', 'utf8');
export const NOW = new Date('2026-06-01T12:00:00.000Z');
export const AT = '2026-06-01T11:00:00.000Z';

type ShopName = 'north' | 'south';
const SHOPS: readonly ShopName[] = ['north', 'south'];
const ROLES: readonly Role[] = ['counter', 'technician', 'lead'];

declare module 'vitest' {
  interface ProvidedContext {
    /** Name of the database that holds the two shops, for each file to copy, and who works there. */
    twoShops: { readonly database: string; readonly people: readonly Actor[] };
  }
}

/** Makes the two shops once for all database tests. */
export async function setup(project: TestProject): Promise<() => Promise<void>> {
  const made = await freshDatabase();
  const { db, pool } = openDatabase(made.url);
  const people: Actor[] = [];
  for (const shopId of SHOPS) {
    await db.insert(shop).values({ id: shopId, name: `Shop ${shopId}`, zone: 'UTC', locale: 'en-GB' });
    await importShelf(db, shopId, 'test', SHELF_TEXT);
    for (const role of ROLES) {
      const name = `${shopId} ${role}`;
      const userId = await addPerson(db, shopId, {
        username: `${shopId}.${role}`,
        name,
        password: 'test-pass-word',
        role,
      });
      people.push({
        userId,
        name,
        shopId,
        shopName: `Shop ${shopId}`,
        zone: 'UTC',
        role,
        locale: 'en-GB',
        proven: true,
      });
    }
  }
  await pool.end(); // A database with a connection to it cannot be copied.
  project.provide('twoShops', { database: new URL(made.url).pathname.slice(1), people });
  return made.drop;
}

/** A copy of the two shops, for one file. */
export async function twoShops(): Promise<TwoShops> {
  const { database, people } = inject('twoShops');
  const made = await ownDatabase(database);
  const { db, pool } = openDatabase(made.url);
  return {
    db,
    url: made.url,
    actor: (shopId, role) => {
      const found = people.find((a) => a.shopId === shopId && a.role === role);
      if (!found) throw new Error(`no ${role} in ${shopId}`);
      return found;
    },
    close: async () => {
      await pool.end();
      await made.drop();
    },
  };
}

let seq = 0;

/** An event as a device of this person would write it. */
export function makeEvent<T extends EventType>(
  actor: Actor,
  job: string,
  type: T,
  body: BodyOf<T>,
  at = AT,
): AnyEvent {
  seq += 1;
  return {
    id: uuidv7(),
    job,
    type,
    v: kindOf(type).v,
    at,
    device: 'test',
    deviceSeq: seq,
    user: actor.userId,
    body,
  } as unknown as AnyEvent;
}

export function envelopeOf(at = AT) {
  seq += 1;
  return { id: uuidv7(), at, device: 'test', deviceSeq: seq };
}

export function jobInput(more: Partial<OpenJobInput> = {}): OpenJobInput {
  return openJobForm.validateSync({
    ...envelopeOf(),
    family: 'orrel-packet',
    plate: `T ${(seq += 1)}`,
    market: 'ECE',
    words: 'dull',
    ...more,
  });
}

/** Keeps entries one by one and tells what became of each; `code` also says why a kept one stands in nothing. */
export async function fateOf(
  db: Database,
  actor: Actor,
  job: string,
  events: readonly AnyEvent[],
  now = NOW,
): Promise<readonly EntryOutcome[]> {
  const outcomes = await appendEvents(db, actor, job, events, now);
  const unfit = (await loadJob(db, actor.shopId, job))?.reading.unfit ?? [];
  return outcomes.map((o) => ({ ...o, code: o.code ?? unfit.find((u) => u.event.id === o.id)?.code }));
}

/** What tests of the north shop do over and over: open a job, write entries, read it. */
export const northShop = ({ db, actor }: TwoShops) => ({
  newJob: async (more: Partial<OpenJobInput> = {}): Promise<string> => {
    const outcome = await openJob(db, actor('north', 'counter'), jobInput(more), NOW);
    if (outcome.kind !== 'opened') throw new Error(JSON.stringify(outcome));
    return outcome.job;
  },
  reading: async (job: string) => {
    const loaded = await loadJob(db, 'north', job);
    if (!loaded) throw new Error('no job');
    return loaded.reading;
  },
  send: (by: Actor, job: string, ...events: readonly AnyEvent[]) => appendEvents(db, by, job, events, NOW),
});
