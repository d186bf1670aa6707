import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadDemo } from '../../../demo/loadDemo';
import { freshDatabase, type OwnDatabase } from '../../../e2e/support/database';
import { copyJob } from '../../../e2e/support/manyJobs';
import { envelopeOf, makeEvent } from '../../../e2e/support/shops';
import type { EventBodies, EventType } from '@/core/job';
import type { Family } from '@/core/shelf';
import type { Actor } from '../access';
import { type Database, openDatabase } from '../db/connection';
import { migrateDatabase } from '../db/migrate';
import { shop } from '../db/schema';
import { saveRow } from '../shelf/saveRow';
import { headRevisions, shelfRowsById } from '../shelf/loadShelf';
import { appendEvents } from './appendEvents';
import { boardJobs } from './boardJobs';
import { actors } from './importJobs';
import type { JobLine } from './jobLines';
import { loadNewestJobs } from './loadJob';
import { openJob, openJobForm } from './openJob';
import { saveIdentity } from './vehicles';

const NOW = new Date('2026-06-10T12:00:00.000Z');
const FROM = new Date('2026-06-10T00:00:00.000Z');
const AT = '2026-06-10T11:00:00.000Z';
let made: OwnDatabase;
let db: Database;
let pool: { end: () => Promise<void> };
let lead: Actor;

beforeAll(async () => {
  made = await freshDatabase();
  ({ db, pool } = openDatabase(made.url));
  await loadDemo(db, () => 'a-demo-pass-word', NOW);
  const found = [...(await actors(db, 'saltpan')).values()].find((a) => a.role === 'lead');
  if (!found) throw new Error('the demo shop has no lead');
  lead = found;
});
afterAll(async () => {
  await pool.end();
  await made.drop();
});

const board = (before: number | null = null, booked: readonly string[] = []) =>
  boardJobs(db, 'saltpan', booked, FROM, before);
const numbers = (lines: readonly JobLine[]) => lines.map((l) => l.number);

/** The board as a process sees it that has read nothing before. */
async function boardAnew() {
  const other = openDatabase(made.url);
  try {
    return await boardJobs(other.db, 'saltpan', [], FROM, null);
  } finally {
    await other.pool.end();
  }
}

const jobOf = async (number: number) => {
  const job = (await loadNewestJobs(db, 'saltpan', 50)).find((j) => j.number === number);
  if (!job) throw new Error(`no job ${number}`);
  return job;
};
const keep = async <T extends EventType>(job: string, type: T, body: EventBodies[T]) => {
  const outcomes = await appendEvents(db, lead, job, [makeEvent(lead, job, type, body, AT)], NOW);
  expect(outcomes).toMatchObject([{ outcome: 'kept' }]);
};

describe('a line that was kept says what a fresh reading says', () => {
  const changes: [string, () => Promise<void>][] = [
    [
      'after an event of the job',
      async () =>
        keep((await jobOf(2)).id, 'item-raised', {
          item: 'key',
          origin: 'promised',
          words: 'bring the key back',
        }),
    ],
    [
      'after a fact that another job of the vehicle states',
      async () => {
        const { vehicle } = await jobOf(7);
        const opened = await openJob(
          db,
          lead,
          openJobForm.validateSync({
            ...envelopeOf(),
            vehicle: vehicle.id,
            market: 'unknown',
            words: 'a second job',
          }),
          NOW,
        );
        if (opened.kind !== 'opened') throw new Error(opened.kind);
        await keep(opened.job, 'fact-stated', {
          key: 'factory-lamp',
          subject: 'headlamp.front.left',
          value: 'led',
          source: 'seen',
        });
      },
    ],
    [
      'after a row of the shelf is changed',
      async () => {
        const { family } = await jobOf(2);
        const rev = (await headRevisions(db, 'saltpan', [family.id])).get(`family/${family.id}`) ?? 0;
        const [row] = await shelfRowsById(db, 'saltpan', 'family', [family.id]);
        const renamed: Family = { ...(row?.body ?? family), name: `${family.name} II` };
        expect(await saveRow(db, lead, 'family', renamed, rev)).toMatchObject({ kind: 'saved' });
      },
    ],
    [
      'after the plate is put right',
      async () => {
        const { vehicle } = await jobOf(3);
        const saved = await saveIdentity(db, lead, {
          vehicle: vehicle.id,
          version: vehicle.version,
          vin: vehicle.vin,
          plate: 'WS 77-77',
        });
        expect(saved).toEqual({ kind: 'saved' });
      },
    ],
    [
      'after the price of an hour is changed',
      async () => {
        await db.update(shop).set({ hourMinor: 9900 }).where(eq(shop.id, 'saltpan'));
      },
    ],
  ];
  it.each(changes)('%s', async (_, change) => {
    const before = await board();
    await change();
    const seen = await board();
    expect(seen).toEqual(await boardAnew());
    expect(seen.inWork.filter((l) => before.inWork.some((b) => b.number === l.number))).not.toEqual(
      before.inWork,
    );
  });

  it('and what was changed is in sight', async () => {
    const lines = (await board()).inWork;
    const line = (n: number) => lines.find((l) => l.number === n);
    expect(line(2)?.vehicle).toMatch(/ II$/);
    expect(line(2)?.open.some((i) => i.id === 'key')).toBe(true);
    expect(line(3)?.identity).toBe('WS 77-77');
  });

  it('in its own shop only', async () => {
    const mine = (await board()).inWork.map((l) => l.id);
    expect(await boardJobs(db, 'another', mine, FROM, null)).toMatchObject({
      inWork: [],
      released: [],
      booked: [],
      planned: [],
    });
  });
});

describe('released jobs', () => {
  it('stand on pages of twenty, and those in work are all on each', async () => {
    const inWork = numbers((await board()).inWork);
    await copyJob(db, 'saltpan', 1, 45);
    const first = await board();
    expect(numbers(first.inWork)).toEqual(inWork);
    const last = Math.max(...numbers(first.released));
    const down = (from: number) => Array.from({ length: 20 }, (_, i) => from - i);
    expect(numbers(first.released)).toEqual(down(last));
    expect(first.older).toBe(last - 19);
    const second = await board(first.older);
    expect(numbers(second.released)).toEqual(down(last - 20));
    const third = await board(second.older);
    expect(numbers(third.released)).toEqual([...down(last - 40).slice(0, 5), 1]);
    expect(third.older).toBeNull();
    expect(numbers(third.inWork)).toEqual(inWork);
  });

  it('come along with a booking, however old they are', async () => {
    const third = await board((await board((await board()).older)).older);
    const old = third.released.at(-1);
    expect(numbers((await board(null, [old?.id ?? ''])).booked)).toEqual([1]);
  });

  it('are in work again once something is entered late, until they are locked again', async () => {
    const [newest] = (await board()).released;
    await keep(newest?.id ?? '', 'modification-noted', { words: 'found on the test drive' });
    const seen = await board();
    expect(numbers(seen.inWork)).toContain(newest?.number);
    expect(numbers(seen.released)).not.toContain(newest?.number);
    expect(seen).toEqual(await boardAnew());
  });

  it('copied job for job, read as the one they were copied from', async () => {
    const third = await board((await board((await board()).older)).older);
    const [copy, one] = [third.released[0], third.released.at(-1)];
    expect(copy?.stages.map((s) => s.state)).toEqual(one?.stages.map((s) => s.state));
  });
});

it('a database of before is brought along: what was locked is known to be', async () => {
  const before = await board();
  await db.execute(sql`alter table job drop column released_seq`);
  await db.execute(sql`alter table catalogue drop column version`);
  await db.execute(sql`drop index job_event_fitted`);
  await db.execute(
    sql`delete from drizzle.__drizzle_migrations where created_at = (select max(created_at) from drizzle.__drizzle_migrations)`,
  );
  await migrateDatabase(made.url);
  expect(await board()).toEqual(before);
});
