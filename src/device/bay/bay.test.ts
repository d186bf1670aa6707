import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it } from 'vitest';
import type { DevicePerson, HeldEntry, JobPack, TakenJob } from '@/core/job';
import { type Bay, openBay } from './bay';
import { openBayStore } from './bayStore';
import { PIECE } from './pieces';

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
    people: [] as DevicePerson[],
    /** Bytes of each picture that came, and how many pieces are let through before the line breaks. */
    photos: new Map<string, number>(),
    pieces: Infinity,
    photoStatus: 200,
    stuck: '',
    held: [] as HeldEntry[],
  };
  const asked: string[] = [];
  const fetch = (async (url: string, init?: RequestInit) => {
    asked.push(url);
    if (state.down) throw new TypeError('no line');
    const shown = /^\/api\/photos\/(\w+)$/.exec(url)?.[1];
    if (shown) {
      const size = state.photos.get(shown);
      return size === undefined ? new Response(null, { status: 404 }) : new Response(new Uint8Array(size));
    }
    if (url.startsWith('/api/photos')) {
      if (state.photoStatus !== 200)
        return Response.json(
          { code: state.photoStatus === 422 ? 'no-picture' : 'busy' },
          { status: state.photoStatus },
        );
      const given = new URL(url, 'http://x').searchParams;
      const id = given.get('id') ?? '';
      const [have, of] = [state.photos.get(id) ?? 0, Number(given.get('of'))];
      if (state.stuck === id) return Response.json({ have: 3 * PIECE, whole: false });
      if (init?.method !== 'POST') return Response.json({ have, whole: false });
      if (state.pieces <= 0) throw new TypeError('cut');
      state.pieces -= 1;
      const now = Number(given.get('at')) === have ? have + (init.body as ArrayBuffer).byteLength : have;
      state.photos.set(id, now);
      return Response.json({ have: now, whole: now === of });
    }
    if (state.status !== 200) return Response.json({}, { status: state.status });
    if (url === '/api/device') {
      if (!state.people.some((p) => p.user === state.me.user)) state.people.push(state.me);
      return Response.json({ people: state.people });
    }
    if (url === '/api/device/people') {
      const { username, password } = JSON.parse(String(init?.body)) as Record<string, string>;
      if (password !== 'right') return Response.json({ code: 'sign-in-wrong' }, { status: 422 });
      state.people.push({ ...TOMAS, user: username ?? '', name: username ?? '' });
      return Response.json({ joined: username });
    }
    if (url === '/api/device/end') {
      const { user } = JSON.parse(String(init?.body)) as { user: string };
      state.people = state.people.filter((p) => p.user !== user);
      return Response.json({ ended: user });
    }
    if (url === '/api/bay')
      return Response.json({
        me: state.me,
        people: state.people,
        now: NOW,
        jobs: state.jobs,
        held: state.held,
      });
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
    stay: () => Promise.resolve(true),
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
      stay: () => Promise.resolve(true),
    });
    s.state.jobs = [listed('a', 8), listed('b', 3)];
    s.state.packs.set('a', pack('a', 7, 8));
    await full.refresh();
    expect(full.state().full).toBe(true);
    expect(ids(full).sort()).toEqual(['a', 'b']);
    expect(full.state().jobs.find((j) => j.id === 'a')?.pack.cursor).toBe(5);
  });
});

describe('several people at one device', () => {
  const who = (b: Bay) => b.state().me?.user;

  it('one joins by name and password, and is at the vehicle by a PIN, also without a network', async () => {
    const bay = await open();
    await bay.refresh();
    expect(bay.state().people.map((p) => p.user)).toEqual(['tomas']);
    expect(await bay.join('jory', 'wrong', '1234')).toBe('sign-in-wrong');
    expect(await bay.join('jory', 'right', '12')).toBe('pin-malformed');
    expect(await bay.join('jory', 'right', '1234')).toBeNull();
    expect([who(bay), [...bay.state().pins]]).toEqual(['tomas', ['jory']]);
    bay.close();
    s.state.down = true;
    const again = await open();
    expect(await again.switchTo('jory', '4321')).toBe(false);
    expect(await again.switchTo('nobody', '1234')).toBe(false);
    expect(await again.switchTo('jory', '1234')).toBe(true);
    expect(who(again)).toBe('jory');
    // Who has none yet chooses one by coming back.
    expect(await again.switchTo('tomas', '7')).toBe(false);
    expect(await again.switchTo('tomas', '7777')).toBe(true);
    expect(await again.switchTo('jory', '1234')).toBe(true);
    expect(await again.switchTo('tomas', '7778')).toBe(false);
    again.close();
    // Whoever was at it is at it after a cold start, and stays so when the server is heard.
    const third = await open();
    expect(who(third)).toBe('jory');
    s.state.down = false;
    await third.refresh();
    expect(who(third)).toBe('jory');
  });

  it('somebody whose work here was ended is not at the vehicle any more, and is asked anew', async () => {
    const bay = await open();
    await bay.refresh();
    await bay.join('jory', 'right', '1234');
    await bay.switchTo('jory', '1234');
    expect(await bay.end('jory')).toBeNull();
    expect([who(bay), bay.state().pins.has('jory')]).toEqual(['tomas', false]);
    expect(await bay.switchTo('jory', '1234')).toBe(false);
    // Ended by a lead elsewhere: the next answer says so.
    await bay.join('jory', 'right', '1234');
    await bay.switchTo('jory', '1234');
    s.state.people = s.state.people.filter((p) => p.user !== 'jory');
    await bay.refresh();
    expect(who(bay)).toBe('tomas');
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

  it('go on where the line broke, and no piece is sent twice', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('big', bytes(3 * PIECE + 10));
    s.state.down = false;
    s.state.pieces = 2;
    await bay.refresh();
    expect([bay.state().photos, s.state.photos.get('big')]).toEqual([1, 2 * PIECE]);
    s.state.pieces = Infinity;
    s.asked.length = 0;
    await bay.refresh();
    expect([bay.state().photos, s.state.photos.get('big')]).toEqual([0, 3 * PIECE + 10]);
    expect(s.asked.filter((u) => u.includes('at=')).map((u) => u.replace(/.*at=(\d+).*/, '$1'))).toEqual([
      String(2 * PIECE),
      String(3 * PIECE),
    ]);
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

  it('one that comes to no end there keeps no other back, and is tried again', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('stuck', bytes(3 * PIECE));
    await bay.keepPhoto('good', bytes(2));
    s.state.down = false;
    s.state.stuck = 'stuck';
    await bay.refresh();
    expect([bay.state().photos, s.state.photos.get('good')]).toEqual([1, 2]);
    expect(bay.state().photosRefused).toEqual([]);
    s.state.stuck = '';
    // It is all there, and was never taken: the last piece once more makes it whole.
    s.state.photos.set('stuck', 2 * PIECE);
    await bay.refresh();
    expect(bay.state().photos).toBe(0);
  });

  it('one that was refused is said with its reason, and sent again when somebody asks for it', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('bad', bytes(1));
    s.state.down = false;
    s.state.photoStatus = 422;
    await bay.refresh();
    expect(bay.state().photosRefused).toMatchObject([{ id: 'bad', code: 'no-picture' }]);
    s.state.photoStatus = 200;
    await bay.sendPhotos();
    expect([bay.state().photos, bay.state().photosRefused]).toEqual([0, []]);
  });

  it('a busy server is no verdict on a picture', async () => {
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('p', bytes(1));
    s.state.down = false;
    s.state.photoStatus = 503;
    await bay.refresh();
    expect([bay.state().photos, bay.state().photosRefused]).toEqual([1, []]);
    s.state.photoStatus = 200;
    await bay.refresh();
    expect(bay.state().photos).toBe(0);
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

  it('can be seen here before and after they are sent, and those of the jobs here are taken along', async () => {
    const shown = async (bay: Bay, id: string) => (await bay.photo(id))?.size ?? null;
    const with2 = (cursor: number, ...photos: string[]): JobPack => ({
      ...pack('a', 1, cursor),
      events: photos.map((photo) => ({ id: photo, type: 'photo-added', body: { photo } })) as never,
    });
    s.state.jobs = [listed('a', 1)];
    s.state.packs.set('a', with2(1, 'mine', 'theirs'));
    s.state.photos.set('theirs', 7);
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('mine', bytes(40));
    expect([await shown(bay, 'mine'), await shown(bay, 'theirs'), await shown(bay, 'none')]).toEqual([
      40,
      7,
      null,
    ]);
    s.state.down = false;
    await bay.refresh();
    expect([bay.state().photos, await shown(bay, 'mine')]).toEqual([0, 40]);
    // No job here names it any more: it goes, and nothing is fetched twice.
    s.state.jobs = [listed('a', 2)];
    s.state.packs.set('a', with2(2, 'theirs'));
    s.asked.length = 0;
    await bay.refresh();
    expect([await shown(bay, 'mine'), await shown(bay, 'theirs')]).toEqual([null, 7]);
    expect(s.asked.filter((u) => u.startsWith('/api/photos'))).toEqual([]);
  });

  it('signing out takes those that are sent, and leaves those that wait', async () => {
    s.state.jobs = [listed('a', 1)];
    s.state.packs.set('a', {
      ...pack('a', 1, 1),
      events: [{ id: 'e', type: 'photo-added', body: { photo: 'theirs' } }] as never,
    });
    s.state.photos.set('theirs', 7);
    const bay = await open();
    await bay.refresh();
    s.state.down = true;
    await bay.keepPhoto('mine', bytes(9));
    bay.close();
    globalThis.indexedDB = disk;
    const store = await openBayStore();
    await store.clear();
    expect((await store.photos('north')).map((p) => p.id)).toEqual(['mine']);
    store.close();
  });
});

describe('held entries', () => {
  it('are known here as they were heard last, also without a network', async () => {
    s.state.held = [
      {
        digest: 'd1',
        job: 'a',
        type: 'void',
        entry: 'e1',
        why: 'not-allowed',
        faults: [],
        user: 'tomas',
        by: 'Tomas',
        heldAt: NOW,
        admissible: true,
        raw: '{}',
      },
    ];
    const bay = await open();
    expect(bay.state().held).toEqual([]);
    await bay.refresh();
    expect(bay.state().held.map((h) => h.digest)).toEqual(['d1']);
    bay.close();
    s.state.down = true;
    const again = await open();
    expect(again.state().held.map((h) => h.why)).toEqual(['not-allowed']);
    s.state.down = false;
    s.state.held = [];
    await again.refresh();
    expect(again.state().held).toEqual([]);
  });
});
