import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase } from '../../../testing/database';
import { openDatabase, type OpenedDatabase } from '../db/connection';
import { hearShop, type JobMoved, tellMoved } from './entries';

let opened: OpenedDatabase;
let drop: () => Promise<void>;
const before = process.env.DATABASE_URL;
beforeAll(async () => {
  const made = await freshDatabase();
  process.env.DATABASE_URL = made.url;
  opened = openDatabase(made.url);
  drop = made.drop;
});
afterAll(async () => {
  await opened.pool.end();
  await drop();
  if (before === undefined) delete process.env.DATABASE_URL;
  else process.env.DATABASE_URL = before;
});

/** Waits for the next thing that a shop is told. */
function next(shop: string) {
  let stop: () => void = () => undefined;
  const news = new Promise<JobMoved | 'again'>((resolve) => {
    stop = hearShop(shop, resolve);
  });
  return { news, stop: () => stop() };
}

/** A shop hears only once its line stands: it is told until it does. */
async function toldUntil<T>(news: Promise<T>, shop: string, moved: JobMoved): Promise<T> {
  let heard = false;
  void news.then(() => (heard = true));
  while (!heard) await opened.db.transaction((tx) => tellMoved(tx, shop, moved));
  return news;
}

describe('what one process takes in, every process hears', () => {
  it('a shop hears of its own jobs and of no other', async () => {
    const [north, south] = [next('north'), next('south')];
    let wrong = false;
    void south.news.then(() => (wrong = true));
    expect(await toldUntil(north.news, 'north', { job: 'j', cursor: 7 })).toEqual({ job: 'j', cursor: 7 });
    expect(wrong).toBe(false);
    north.stop();
    south.stop();
  });

  it('what is rolled back was never said', async () => {
    const heard = next('west');
    await opened.db
      .transaction(async (tx) => {
        await tellMoved(tx, 'west', { job: 'never', cursor: 1 });
        throw new Error('no');
      })
      .catch(() => undefined);
    expect(await toldUntil(heard.news, 'west', { job: 'kept', cursor: 2 })).toEqual({
      job: 'kept',
      cursor: 2,
    });
    heard.stop();
  });

  it('a line that the database ends is taken up again, and says that something may be missing', async () => {
    const heard: (JobMoved | 'again')[] = [];
    let again: () => void = () => undefined;
    const came = new Promise<void>((r) => (again = r));
    const stop = hearShop('north', (n) => {
      heard.push(n);
      if (n === 'again') again();
    });
    let stands = false;
    while (!stands) {
      const found = await opened.pool.query(
        `select pid from pg_stat_activity where datname = current_database() and query like 'listen yonder%'`,
      );
      stands = found.rows.length > 0;
    }
    await opened.pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query like 'listen yonder%'`,
    );
    await came;
    expect(heard.at(-1)).toBe('again');
    stop();
  });
});
