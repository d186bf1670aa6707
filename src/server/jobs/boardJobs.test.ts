import { rowOf } from '@/core/kernel/ids';
import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import { copyJob } from '../../../testing/manyJobs';
import { envelopeOf } from '../../../testing/shops';
import type { BodyOf, EventType } from '@/core/job';
import type { Family } from '@/core/catalogue';
import { openDatabase } from '../db/connection';
import { migrateDatabase } from '../db/migrate';
import { shop } from '../db/schema';
import { headRevisions, shelfRowsById } from '../shelf/loadShelf';
import { saveRow } from '../shelf/saveRow';
import { searchShelf } from '../shelf/searchShelf';
import { boardJobs } from './boardJobs';
import type { KnownJob } from './jobLines';
import { openJob, openJobForm } from './openJob';
import { saveIdentity } from './vehicles';

const NOW = new Date('2026-06-10T12:00:00.000Z');
const FROM = new Date('2026-06-10T00:00:00.000Z');
let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(NOW);
});
afterAll(() => demo.close());

const board = (before: number | null = null, booked: readonly string[] = []) =>
  boardJobs(demo.db, demo.id, booked, FROM, before);
const numbers = (lines: readonly KnownJob[]) => lines.map((l) => l.number);
const keep = async <T extends EventType>(job: string, type: T, body: BodyOf<T>) =>
  expect(await demo.send('lead', job, type, body)).toMatchObject({ outcome: 'kept' });

/** The board as a process sees it that has read nothing before. */
async function boardAnew() {
  const other = openDatabase(demo.url);
  try {
    return await boardJobs(other.db, demo.id, [], FROM, null);
  } finally {
    await other.pool.end();
  }
}

describe('a line that was kept says what a fresh reading says', () => {
  const changes: [string, () => Promise<void>][] = [
    [
      'after an event of the job',
      async () =>
        keep((await demo.job(2)).id, 'item-raised', {
          item: 'key',
          origin: 'promised',
          words: 'bring the key back',
        }),
    ],
    [
      'after a fact that another job of the vehicle states',
      async () => {
        const { vehicle } = await demo.job(7);
        const opened = await openJob(
          demo.db,
          demo.actor('lead'),
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
        const { family } = await demo.job(2);
        const rev = (await headRevisions(demo.db, demo.id, [family.id])).get(rowOf('family', family.id)) ?? 0;
        const [row] = await shelfRowsById(demo.db, demo.id, 'family', [family.id]);
        const renamed: Family = { ...(row?.body ?? family), name: `${family.name} II` };
        expect(await saveRow(demo.db, demo.actor('lead'), 'family', renamed, rev)).toMatchObject({
          kind: 'saved',
        });
      },
    ],
    [
      'after the plate is put right',
      async () => {
        const { vehicle } = await demo.job(3);
        const saved = await saveIdentity(demo.db, demo.actor('lead'), {
          ...envelopeOf(),
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
        await demo.db.update(shop).set({ hourMinor: 9900 }).where(eq(shop.id, demo.id));
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
    expect(await boardJobs(demo.db, 'another', mine, FROM, null)).toMatchObject({
      inWork: [],
      released: [],
      booked: [],
      planned: [],
    });
  });
});

it('more in work than are shown: the newest, and it is said', async () => {
  const all = await board();
  expect(all.moreInWork).toBe(false);
  const some = await boardJobs(demo.db, demo.id, [], FROM, null, false, 5);
  expect(some.moreInWork).toBe(true);
  expect(some.inWorkCount).toBe(all.inWork.length);
  expect(numbers(some.inWork)).toEqual(numbers(all.inWork).slice(0, 5));
  expect((await boardJobs(demo.db, demo.id, [], FROM, null, true, all.inWork.length)).moreInWork).toBe(false);
});

describe('released jobs', () => {
  it('stand on pages of twenty, and those in work are all on each', async () => {
    const inWork = numbers((await board()).inWork);
    await copyJob(demo.db, demo.id, 1, 45);
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
  const searched = () => searchShelf(demo.db, demo.id, 'lamp', 'headlamp', { from: 0, size: 5 });
  const found = await searched();
  expect(found.total).toBeGreaterThan(0);
  await demo.db.execute(sql`alter table catalogue_head drop column words`);
  await demo.db.execute(
    sql`create index catalogue_row_words on catalogue_row using gin (to_tsvector('simple', words))`,
  );
  await demo.db.execute(sql`drop table device_grant, device, learnt_step, photo_piece`);
  await demo.db.execute(sql`drop table audit_line, setup_link, shop_key`);
  for (const table of ['job_event', 'catalogue_row', 'release_document', 'held_entry'])
    await demo.db.execute(sql.raw(`drop trigger ${table}_never_emptied on ${table}`));
  await demo.db.execute(sql`alter table member drop column ended_at, drop column must_change`);
  await demo.db.execute(
    sql`alter table shop drop column tax_bp, drop column open_min, drop column close_min, drop column market, drop column sheet_head, drop column sheet_foot, drop column figures, drop column walls`,
  );
  await demo.db.execute(sql`drop index vehicle_known, job_customer`);
  await demo.db.execute(sql`alter table job drop column customer, drop column reach`);
  await demo.db.execute(sql`alter table vehicle drop column own_line`);
  await demo.db.execute(sql`alter table job drop column abandoned`);
  await demo.db.execute(sql`alter table job drop column released_seq`);
  await demo.db.execute(sql`alter table catalogue drop column version`);
  await demo.db.execute(sql`drop index job_event_fitted`);
  await demo.db.execute(sql`drop table held_entry, once_request`);
  await demo.db.execute(
    sql`alter table job_event drop column role, drop column signed_in, drop column let_in_by`,
  );
  await demo.db.execute(sql`alter table sign_in_failure drop column turn_at`);
  await demo.db.execute(sql`alter table part_stock add constraint part_stock_count check (count >= 0)`);
  await demo.db.execute(sql`
    delete from drizzle.__drizzle_migrations where created_at in
      (select created_at from drizzle.__drizzle_migrations order by created_at desc limit 12)`);
  await migrateDatabase(demo.url);
  expect(await board()).toEqual(before);
  // What was on the shelf is found by its words as before.
  expect(await searched()).toEqual(found);
});
