import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it } from 'vitest';
import type { DevicePerson, JobPack, TakenJob } from '@/core/job';
import { type Bay, openBay } from './bay';
import { openBayStore } from './bayStore';

const TOMAS: DevicePerson = {
  user: 'tomas',
  name: 'Tomas',
  shop: 'north',
  shopName: 'North',
  role: 'technician',
  locale: 'en-GB',
  zone: 'UTC',
};
const NOW = '2026-06-01T12:00:00.000Z';
const pack = (id: string, number: number, cursor: number, shelf = 1): JobPack =>
  ({ id, number, cursor, shelf, vehicle: { version: 1 }, events: [] }) as unknown as JobPack;
const listed = (id: string, cursor: number, more: Partial<TakenJob> = {}): TakenJob => ({
  id,
  cursor,
  vehicle: 1,
  shelf: 1,
  startsAt: null,
  ...more,
});

/** A server with jobs, that can be silent, full of people, or not know who asks. */
function server() {
  const state = {
    down: false,
    status: 200,
    me: TOMAS,
    jobs: [] as TakenJob[],
    packs: new Map<string, JobPack>(),
    photos: new Map<string, number>(),
    photoStatus: 200,
  };
  const asked: string[] = [];
  const fetch = (async (url: string, init?: RequestInit) => {
    asked.push(url);
    if (state.down) throw new TypeError('no line');
    if (url.startsWith('/api/photos')) {
      if (state.photoStatus !== 200)
        return Response.json({ code: 'no-picture' }, { status: state.photoStatus });
      const id = new URL(url, 'http://x').searchParams.get('id') ?? '';
      state.photos.set(id, (init?.body as ArrayBuffer).byteLength);
      return Response.json({ id });
    }
    if (state.status !== 200) return Response.json({}, { status: state.status });
    if (url === '/api/bay') return Response.json({ me: state.me, now: NOW, jobs: state.jobs });
    const found = state.packs.get(/jobs\/(\w+)\/pack/.exec(url)?.[1] ?? '');
    return found ? Response.json(found) : Response.json({}, { status: 404 });
  }) as typeof globalThis.fetch;
  return { state, asked, fetch };
}

let s: ReturnType<typeof server>;
let disk: IDBFactory;
const waiting = new Set<string>();
const open = async (): Promise<Bay> => {
  globalThis.indexedDB = disk;
  return openBay({
    store: await openBayStore(),
    fetch: s.fetch,
    now: () => NOW,
    waiting: () => waiting,
  });
};
const ids = (b: Bay) => b.state().jobs.map((j) => j.id);

beforeEach(() => {
  s = server();
  disk = new IDBFactory();
  waiting.clear();
  s.state.jobs = [listed('a', 5), listed('b', 3, { startsAt: '2026-06-01T14:00:00.000Z' })];
  s.state.packs = new Map([
    ['a', pack('a', 7, 5)],
    ['b', pack('b', 2, 3)],
  ]);
});

describe('what a device takes along', () => {
  it('is here at a cold start without the server, booked jobs first', async () => {
    const first = await open();
    expect(first.state()).toMatchObject({ me: null, jobs: [] });
    await first.refresh();
    expect(ids(first)).toEqual(['b', 'a']);
    first.close();
    s.state.down = true;
    const again = await open();
    expect(again.state()).toMatchObject({ me: { name: 'Tomas' } });
    expect(ids(again)).toEqual(['b', 'a']);
    await again.refresh();
    expect(again.state()).toMatchObject({ silent: true, signedOut: false });
    expect(ids(again)).toEqual(['b', 'a']);
  });

  it('fetches only what is older here than there', async () => {
    const bay = await open();
    await bay.refresh();
    s.asked.length = 0;
    await bay.refresh();
    expect(s.asked).toEqual(['/api/bay']);
    // One has new entries, the shelf has changed under the other.
    s.state.jobs = [listed('a', 6), listed('b', 3, { shelf: 2 })];
    s.state.packs = new Map([
      ['a', pack('a', 7, 6)],
      ['b', pack('b', 2, 3, 2)],
    ]);
    s.asked.length = 0;
    await bay.refresh();
    expect(s.asked).toEqual(['/api/bay', '/api/jobs/a/pack', '/api/jobs/b/pack']);
    expect(bay.state().jobs.map((j) => j.pack.cursor)).toEqual([6, 3]);
  });

  it('what is no longer in work leaves, unless something of it waits to be sent', async () => {
    const bay = await open();
    await bay.refresh();
    waiting.add('a');
    s.state.jobs = [];
    await bay.refresh();
    expect(ids(bay)).toEqual(['a']);
    waiting.clear();
    await bay.refresh();
    expect(ids(bay)).toEqual([]);
  });

  it('a job that was told more of is kept as it is now', async () => {
    const bay = await open();
    await bay.refresh();
    await bay.keep(pack('a', 7, 9));
    bay.close();
    s.state.down = true;
    expect((await open()).state().jobs.find((j) => j.id === 'a')?.pack.cursor).toBe(9);
  });

  it('somebody signed out: said, and nothing is taken away', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.status = 401;
    await bay.refresh();
    expect(bay.state()).toMatchObject({ signedOut: true, silent: false });
    expect(ids(bay)).toEqual(['b', 'a']);
  });

  it('another shop’s person sees nothing of this one’s jobs', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.me = { ...TOMAS, user: 'ada', shop: 'south' };
    s.state.jobs = [];
    await bay.refresh();
    expect(ids(bay)).toEqual([]);
  });

  it('a disk without room says so and keeps what is there', async () => {
    const bay = await open();
    await bay.refresh();
    const store = await openBayStore();
    const full = await openBay({
      store: { ...store, put: () => Promise.reject(new DOMException('full', 'QuotaExceededError')) },
      fetch: s.fetch,
      now: () => NOW,
      waiting: () => waiting,
    });
    s.state.jobs = [listed('a', 8), listed('b', 3)];
    s.state.packs.set('a', pack('a', 7, 8));
    await full.refresh();
    expect(full.state().full).toBe(true);
    expect(ids(full).sort()).toEqual(['a', 'b']);
    expect(full.state().jobs.find((j) => j.id === 'a')?.pack.cursor).toBe(5);
  });
});

describe('pictures', () => {
  const bytes = (n: number) => new Uint8Array(n).buffer;

  it('are on the disk at once, wait for the server, and are sent once', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    expect(await bay.keepPhoto('p1', bytes(40))).toBe(true);
    expect(bay.state().photos).toBe(1);
    bay.close();
    const again = await open();
    expect(again.state().photos).toBe(1);
    s.state.down = false;
    await again.refresh();
    expect([...s.state.photos]).toEqual([['p1', 40]]);
    expect(again.state().photos).toBe(0);
    s.asked.length = 0;
    await again.refresh();
    expect(s.asked).toEqual(['/api/bay']);
  });

  it('one that the server will not have stays, and keeps no other back', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('bad', bytes(1));
    await bay.keepPhoto('good', bytes(2));
    s.state.down = false;
    s.state.photoStatus = 422;
    await bay.refresh();
    expect(bay.state().photos).toBe(2);
    s.state.photoStatus = 200;
    s.asked.length = 0;
    await bay.refresh();
    // It was refused for what it is: it is not pushed at every turn.
    expect(s.asked.filter((u) => u.startsWith('/api/photos'))).toEqual([]);
  });

  it('signing out forgets jobs and person; a picture that waits stays and is sent later', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('p1', bytes(9));
    bay.close();
    globalThis.indexedDB = disk;
    const store = await openBayStore();
    await store.clear();
    expect([await store.me(), await store.packs('north')]).toEqual([null, []]);
    store.close();
    s.state.down = false;
    const again = await open();
    await again.refresh();
    expect([...s.state.photos]).toEqual([['p1', 9]]);
  });
});
