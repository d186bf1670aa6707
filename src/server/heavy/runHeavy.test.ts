import { afterAll, beforeAll, expect, it } from 'vitest';
import { SHELF_TEXT, twoShops, type TwoShops } from '../../../testing/shops';
import { runHeavy } from './runHeavy';
import { HeavyStopped } from './stopped';
import type { HeavyTasks } from './tasks';

const UNBUILT = { entry: new URL('../../../testing/unbuiltWorker.mjs', import.meta.url) };
let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
  process.env.DATABASE_URL = shops.url;
});
afterAll(async () => {
  delete process.env.DATABASE_URL;
  await shops.close();
});

const bytes = (text: string) => new TextEncoder().encode(text);
const lead = { shopId: 'north', by: 'test' };
const stopped = (code: string): unknown => expect.objectContaining({ code });

it('a shelf is brought in and looked through in a thread of its own, which says how far it is', async () => {
  const again = await runHeavy('import-shelf', { ...lead, bytes: bytes(SHELF_TEXT) }, UNBUILT);
  expect(again).toMatchObject({ kind: 'imported', added: 0, revised: 0 });
  const broken = await runHeavy('import-shelf', { ...lead, bytes: bytes('{') }, UNBUILT);
  expect(broken).toMatchObject({ kind: 'faults' });
  const told: { done: number; all: number }[] = [];
  const findings = await runHeavy(
    'lint-shelf',
    { shopId: 'north' },
    { ...UNBUILT, onProgress: (at) => told.push(at) },
  );
  expect(Array.isArray(findings)).toBe(true);
  expect(told.length).toBeGreaterThan(0);
});

it('the thread that answers requests goes on meanwhile', async () => {
  let turns = 0;
  const ticking = setInterval(() => (turns += 1), 5);
  await runHeavy('import-shelf', { ...lead, bytes: bytes(SHELF_TEXT) }, UNBUILT);
  clearInterval(ticking);
  expect(turns).toBeGreaterThan(20);
});

it('it is ended when its time is over, its memory is used up, or nobody waits any more', async () => {
  const input = { ...lead, bytes: bytes(SHELF_TEXT) };
  await expect(runHeavy('import-shelf', input, { ...UNBUILT, timeMs: 1 })).rejects.toEqual(
    stopped('heavy-time'),
  );
  await expect(runHeavy('import-shelf', input, { ...UNBUILT, memoryMib: 8 })).rejects.toEqual(
    stopped('heavy-memory'),
  );
  const left = new AbortController();
  const running = runHeavy('import-shelf', input, { ...UNBUILT, signal: left.signal });
  left.abort();
  await expect(running).rejects.toEqual(stopped('heavy-left'));
});

it('more than can wait are sent away, and those that wait come in their turn', async () => {
  const input = { ...lead, bytes: bytes('{') };
  const all = await Promise.allSettled(
    Array.from({ length: 14 }, () => runHeavy('import-shelf', input, { ...UNBUILT, who: 'one' })),
  );
  const away = all.filter((a) => a.status === 'rejected').map((a) => a.reason as unknown);
  expect(away).toHaveLength(5);
  for (const reason of away) expect(reason).toEqual(stopped('heavy-busy'));
  expect(away[0]).toBeInstanceOf(HeavyStopped);
  expect(all.filter((a) => a.status === 'fulfilled')).toHaveLength(9);
  // Nine workers one after another, each of which compiles what it runs: on a busy machine that takes its time.
});

it('what broke in a thread leaves it to the next, and says what it was', async () => {
  const marks = () => runHeavy('marks-pdf', { locale: 'en-GB' }, UNBUILT);
  expect((await marks()).length).toBeGreaterThan(1000);
  const broken = { doc: null, locale: 'en-GB' } as unknown as HeavyTasks['wall-pdf']['input'];
  await expect(runHeavy('wall-pdf', broken, UNBUILT)).rejects.toThrow(TypeError);
  expect((await marks()).length).toBeGreaterThan(1000);
});
