import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { emptyDatabase, type OwnDatabase } from '../../../testing/database';
import { type OpenedDatabase, openDatabase } from './connection';

let made: OwnDatabase;
let small: OpenedDatabase;
let other: OpenedDatabase;
beforeAll(async () => {
  made = await emptyDatabase();
  small = openDatabase(made.url, 2);
  other = openDatabase(made.url, 1);
});
afterAll(async () => {
  await small.pool.end();
  await other.pool.end();
  await made.drop();
});

/** Ends every connection of the small pool from outside, as a database that is restarted does. */
const endAll = () =>
  other.db.execute(
    sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
  );
const backend = async () => {
  const found = await small.db.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`);
  return found.rows[0]?.pid ?? 0;
};
const settle = (work: () => Promise<unknown>) =>
  work().then(
    () => 'done',
    () => 'failed',
  );

describe('the pool', () => {
  it('gets its connections back after a burst that was ended in the middle of transactions', async () => {
    for (let round = 0; round < 3; round += 1) {
      const running = Array.from({ length: 6 }, () =>
        settle(() => small.db.transaction((tx) => tx.execute(sql`select pg_sleep(0.2)`))),
      );
      await endAll();
      await Promise.all(running);
    }
    // Were one of the two leaked, two at once would wait for ever.
    const both = await Promise.all([settle(backend), settle(backend)]);
    const again = await Promise.all([settle(backend), settle(backend)]);
    expect([...both, ...again].filter((x) => x === 'done').length).toBeGreaterThanOrEqual(2);
    expect(again).toEqual(['done', 'done']);
    expect(small.pool.waitingCount).toBe(0);
    expect(small.pool.totalCount).toBeLessThanOrEqual(2);
  });

  it('gets them back where the transaction cannot even begin', async () => {
    await backend();
    for (let round = 0; round < 6; round += 1) {
      await endAll();
      // The connection in the pool may be an ended one: `begin` is the first to find out.
      await settle(() => small.db.transaction((tx) => tx.execute(sql`select 1`)));
    }
    expect(await Promise.all([settle(backend), settle(backend)])).toEqual(['done', 'done']);
    expect(small.pool.idleCount).toBe(small.pool.totalCount);
  });

  it('keeps a sound connection after an ordinary failure', async () => {
    const before = await backend();
    await expect(
      small.db.transaction(async (tx) => {
        await tx.execute(sql`select 1`);
        throw new Error('nothing of this');
      }),
    ).rejects.toThrow('nothing of this');
    await expect(small.db.transaction((tx) => tx.execute(sql`select 1 / 0`))).rejects.toThrow();
    expect([await backend(), await backend()]).toContain(before);
  });

  it('waits for a free one no longer than it says', async () => {
    const busy = openDatabase(made.url, 1, 500);
    const hold = busy.db.transaction((tx) => tx.execute(sql`select pg_sleep(3)`));
    const late = hold.then(() => 'held on');
    const refused = busy.db.execute(sql`select 1`).then(
      () => 'answered',
      () => 'refused',
    );
    expect(await Promise.race([refused, late])).toBe('refused');
    await hold;
    expect((await busy.db.execute(sql`select 1 as one`)).rows).toEqual([{ one: 1 }]);
    await busy.pool.end();
  });
});
