import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it } from 'vitest';
import type { AnyEvent } from '@/core/job';
import { type Me, openOutbox, type Outbox, type OutboxPort, type Saying } from './outbox';
import type { Answer, Besides } from './post';
import { change, openStore } from './store';

const TOMAS: Me = { user: 'tomas', name: 'Tomas', shop: 'north' };
const JORY: Me = { user: 'jory', name: 'Jory', shop: 'north' };
const note = (words: string): Saying => ({ type: 'modification-noted', v: 1, body: { words } });

/** A server that keeps what it is sent, and can be told to fail. */
function server() {
  const kept = new Map<string, AnyEvent>();
  const calls: (readonly string[])[] = [];
  const besides: Besides[] = [];
  const state: {
    /** Answers instead of the server: a status, or no answer at all. */
    fail: number | 'down' | null;
    /** Takes the batch in, and loses the answer. */
    loses: boolean;
    signedIn: string | null;
    judge: (e: AnyEvent) => Partial<Answer>;
    now: string;
  } = {
    fail: null,
    loses: false,
    signedIn: 'tomas',
    judge: () => ({}),
    now: '2026-06-01T12:00:00.000Z',
  };
  const fetch = (async (_: string, init?: RequestInit) => {
    const { events, ...more } = JSON.parse(String(init?.body)) as { events: AnyEvent[] } & Besides;
    besides.push(more);
    calls.push(events.map((e) => e.id));
    if (state.fail === 'down') throw new TypeError('no line');
    if (typeof state.fail === 'number') return new Response('{}', { status: state.fail });
    if (state.signedIn === null) return new Response('{"code":"not-signed-in"}', { status: 401 });
    const outcomes = events.map((e): Answer => {
      if (e.user !== state.signedIn) return { id: e.id, outcome: 'not-taken', code: 'other-author' };
      const said = state.judge(e);
      const outcome = said.outcome ?? (kept.has(e.id) ? 'known' : 'kept');
      if (outcome === 'kept') kept.set(e.id, e);
      return { id: e.id, ...said, outcome };
    });
    if (state.loses) throw new TypeError('cut');
    return Response.json({ outcomes, now: state.now });
  }) as typeof globalThis.fetch;
  const words = () => [...kept.values()].map((e) => (e.body as { words: string }).words);
  return { fetch, kept, calls, besides, state, words };
}

/** A device: a disk, tabs that hear each other, a clock that is set by hand. */
function device(fetch: typeof globalThis.fetch) {
  const disk = new IDBFactory();
  const open = () => {
    globalThis.indexedDB = disk;
    return openStore();
  };
  const ears = new Set<(a: readonly Answer[]) => void>();
  let queue: Promise<void> = Promise.resolve();
  const timers: (() => void)[] = [];
  const clock = { ms: Date.parse('2026-06-01T12:00:00.000Z') };
  const tab = async (me: Me | null, use = fetch) => {
    let mine: ((a: readonly Answer[]) => void) | undefined;
    const port: OutboxPort = {
      store: open(),
      fetch: use,
      nowMs: () => clock.ms,
      alone: (work) => (queue = queue.then(work, work)),
      channel: {
        tell: (a) => ears.forEach((e) => e !== mine && e(a)),
        hear: (listen) => {
          mine = listen;
          ears.add(listen);
          return () => ears.delete(listen);
        },
      },
      later: (_, work) => {
        timers.push(work);
        return () => timers.splice(timers.indexOf(work), 1);
      },
    };
    return openOutbox(port, me);
  };
  const store = open();
  const onDisk = async () => (await (await store).getAll('waiting')).map((w) => w.id);
  return { tab, onDisk, store, timers, clock };
}

let s: ReturnType<typeof server>;
let d: ReturnType<typeof device>;
let box: Outbox;
beforeEach(async () => {
  s = server();
  d = device(s.fetch);
  box = await d.tab(TOMAS);
});
const write = async (words: string, outbox = box) =>
  (await outbox.write('j', null, [note(words)])).map((e) => e.id)[0] ?? '';

describe('an entry', () => {
  it('is on the disk before it is said to be written, and leaves it when it is kept', async () => {
    const id = await write('a');
    expect(await d.onDisk()).toEqual([id]);
    expect(s.calls).toEqual([]);
    await box.send();
    expect(await d.onDisk()).toEqual([]);
    expect(box.answerTo(id)?.outcome).toBe('kept');
  });

  it('survives a reload, and the next page sends it', async () => {
    s.state.fail = 'down';
    const id = await write('a');
    await box.send();
    expect(box.state().silentSinceMs).not.toBeNull();
    box.close();
    s.state.fail = null;
    const again = await d.tab(TOMAS);
    expect(again.state().waiting.map((w) => w.id)).toEqual([id]);
    await again.send(true);
    expect(s.words()).toEqual(['a']);
  });

  it('whose answer was lost is sent again under its id, and stands once', async () => {
    s.state.loses = true;
    const id = await write('a');
    await box.send();
    expect(await d.onDisk()).toEqual([id]);
    s.state.loses = false;
    await box.send(true);
    expect(box.answerTo(id)?.outcome).toBe('known');
    expect([s.words(), await d.onDisk()]).toEqual([['a'], []]);
  });

  it.each([401, 403, 408, 409, 413, 429, 500, 502, 503] as const)(
    'never leaves by status %s, and “send again” sends what is there',
    async (status) => {
      if (status === 401) s.state.signedIn = null;
      else s.state.fail = status;
      const ids = [await write('a'), await write('b')];
      await box.send();
      expect(await d.onDisk()).toEqual(ids);
      expect(box.state().signedOut).toBe(status === 401);
      s.state.signedIn = 'tomas';
      s.state.fail = null;
      const before = s.calls.length;
      await box.send(true);
      expect(s.calls.slice(before).flat()).toEqual(ids);
      expect([await d.onDisk(), s.words()]).toEqual([[], ['a', 'b']]);
    },
  );

  it('that spoils its batch is found, said, and keeps none of the others back', async () => {
    const bad = await write('bad');
    for (const w of ['a', 'b', 'c', 'd']) await write(w);
    const plain = s.fetch;
    // A server that will not have the one, whatever comes with it.
    const picky = (async (url: string, init?: RequestInit) =>
      String(init?.body).includes(bad)
        ? new Response('{}', { status: 413 })
        : plain(url, init)) as typeof fetch;
    const other = await d.tab(TOMAS, picky);
    await other.send();
    expect(s.words()).toEqual(['a', 'b', 'c', 'd']);
    expect(other.state().waiting).toMatchObject([{ id: bad, notTaken: 'status-413' }]);
  });

  it('that is held leaves, with its reason; one that is not taken stays, and is not pushed at every turn', async () => {
    s.state.judge = (e) =>
      JSON.stringify(e.body).includes('held')
        ? { outcome: 'held', code: 'not-allowed' }
        : { outcome: 'not-taken', code: 'held-full' };
    const [held, full] = [await write('held'), await write('full')];
    await box.send();
    expect(box.answerTo(held)).toMatchObject({ outcome: 'held', code: 'not-allowed' });
    expect(box.state().waiting).toMatchObject([{ id: full, notTaken: 'held-full' }]);
    await box.send();
    expect(s.calls).toHaveLength(1);
    await box.send(true);
    expect(s.calls).toHaveLength(2);
  });
});

describe('an answer that this program does not understand', () => {
  it.each([
    ['an outcome it does not know', (e: AnyEvent) => [{ id: e.id, outcome: 'postponed' }]],
    ['no outcome of the entry', () => []],
    ['no list of outcomes', () => null],
    ['outcomes that are none', () => [null, 7, 'kept', { id: 3, outcome: 'kept' }, { outcome: 'kept' }]],
    ['one of another entry', () => [{ id: 'another', outcome: 'kept' }]],
  ])('%s: the entry stays, it is said that nobody answered, and it is sent again', async (_, outcomes) => {
    const strange = (async (_url: string, init?: RequestInit) => {
      const { events } = JSON.parse(String(init?.body)) as { events: AnyEvent[] };
      return Response.json({ outcomes: events[0] ? outcomes(events[0]) : [], now: s.state.now });
    }) as typeof fetch;
    const id = await write('a');
    const tab = await d.tab(TOMAS, strange);
    await tab.send();
    expect(await d.onDisk()).toEqual([id]);
    expect(tab.state().silentSinceMs).not.toBeNull();
    expect(d.timers.length).toBeGreaterThan(0);
    tab.close();
    await box.send(true);
    expect([s.words(), await d.onDisk()]).toEqual([['a'], []]);
  });
});

describe('under whose sign-in, and by whose password', () => {
  const LEAD = { mark: 'm1', endsMs: Date.parse('2026-06-01T12:05:00.000Z') };
  const last = () => s.besides.at(-1);

  it('each entry says who was signed in when it was written, also when somebody else sends it', async () => {
    const chosen = await d.tab({ ...TOMAS, signedIn: 'jory' });
    s.state.signedIn = null;
    const id = await write('a', chosen);
    chosen.close();
    s.state.signedIn = 'tomas';
    await box.send();
    expect(last()).toMatchObject({ under: { [id]: 'jory' }, unproven: [id] });
  });

  it('only what was written under the password that was given last counts as written by it', async () => {
    const planted = await write('before the password');
    box.prove(LEAD);
    const own = await write('after it');
    await box.send();
    expect(last()?.unproven).toEqual([planted]);
    expect(last()?.under).toEqual({ [planted]: 'tomas', [own]: 'tomas' });
    box.prove({ ...LEAD, mark: 'm2' });
    s.state.fail = 'down';
    const under2 = await write('b');
    box.prove({ ...LEAD, mark: 'm3' });
    s.state.fail = null;
    await box.send();
    expect(last()?.unproven).toEqual([under2]);
  });

  it('it ends by the server’s clock, and never counts for who was chosen under another’s sign-in', async () => {
    box.prove(LEAD);
    expect(box.isProven()).toBe(true);
    d.clock.ms += 6 * 60_000;
    expect(box.isProven()).toBe(false);
    const late = await write('late');
    await box.send();
    expect(last()?.unproven).toEqual([late]);
    const chosen = await d.tab({ ...TOMAS, signedIn: 'jory' });
    d.clock.ms -= 6 * 60_000;
    chosen.prove(LEAD);
    expect(chosen.isProven()).toBe(false);
  });

  it('another tab that sends it knows the password as well', async () => {
    const other = await d.tab(TOMAS);
    box.prove(LEAD);
    await write('a');
    await other.send();
    expect(last()?.unproven).toEqual([]);
  });

  it('what the program of before has written is taken as what it is', async () => {
    const id = await write('old');
    const store = await d.store;
    const row = await store.getFromIndex('waiting', 'id', id);
    if (!row) throw new Error('not on the disk');
    const { under: _, mark: __, ...old } = row;
    await store.put('waiting', old);
    box.prove(LEAD);
    await box.send();
    expect(last()).toMatchObject({ under: {}, unproven: [id] });
    expect(s.words()).toEqual(['old']);
  });
});

describe('order and clock', () => {
  it('entries go in the order they were written, in batches', async () => {
    const said = Array.from({ length: 450 }, (_, i) => note(`n${i}`));
    const ids = (await box.write('j', null, said)).map((e) => e.id);
    await box.send();
    expect(s.calls.map((c) => c.length)).toEqual([200, 200, 50]);
    expect(s.calls.flat()).toEqual(ids);
  });

  it('each entry is later than the one before and than what was seen, and counted on', async () => {
    const seen = '2026-06-01T12:30:00.000Z';
    const [a, b] = await box.write('j', seen, [note('a'), note('b')]);
    const [c] = await box.write('j', null, [note('c')]);
    expect([a?.at, b?.at, c?.at]).toEqual([
      '2026-06-01T12:30:00.001Z',
      '2026-06-01T12:30:00.002Z',
      '2026-06-01T12:30:00.003Z',
    ]);
    expect([a, b, c].map((e) => e?.deviceSeq)).toEqual([1, 2, 3]);
    // Another job does not follow it.
    expect((await box.write('other', null, [note('x')]))[0]?.at).toBe('2026-06-01T12:00:00.000Z');
  });

  it('a device whose clock is wrong writes the server’s time once it has heard it', async () => {
    d.clock.ms = Date.parse('2026-06-02T11:54:00.000Z');
    await write('wrong');
    await box.send();
    expect((await box.write('j2', null, [note('right')]))[0]?.at).toBe('2026-06-01T12:00:00.000Z');
  });
});

describe('two tabs, two sends', () => {
  it('in flight at once send each entry; none is lost when the second fails', async () => {
    const a = await write('a');
    const first = box.send();
    const b = await write('b');
    s.state.fail = 'down';
    await Promise.all([first, box.send()]);
    expect(await d.onDisk()).toEqual([a, b].filter((id) => !s.kept.has(id)));
    s.state.fail = null;
    await box.send(true);
    expect([s.words().sort(), await d.onDisk()]).toEqual([['a', 'b'], []]);
  });

  it('another tab sends what this one wrote, and this one hears the answer', async () => {
    const other = await d.tab(TOMAS);
    const id = await write('a');
    await other.send();
    expect(box.answerTo(id)?.outcome).toBe('kept');
    await Promise.all([box.send(), other.send()]);
    expect(s.words()).toEqual(['a']);
  });

  it('count on one device, whoever writes', async () => {
    const other = await d.tab(TOMAS);
    const made = await Promise.all([box.write('j', null, [note('a')]), other.write('j', null, [note('b')])]);
    expect(new Set(made.flat().map((e) => e.deviceSeq)).size).toBe(2);
    expect(new Set(made.flat().map((e) => e.device)).size).toBe(1);
  });
});

describe('whose entry it is', () => {
  it('waits for its author’s sign-in, and arrives under the right name', async () => {
    s.state.signedIn = null;
    await write('by tomas');
    await box.send();
    box.close();
    s.state.signedIn = 'jory';
    const jorys = await d.tab(JORY);
    await write('by jory', jorys);
    await jorys.send(true);
    expect(s.words()).toEqual(['by jory']);
    expect(jorys.state().waiting).toMatchObject([{ name: 'Tomas', notTaken: null }]);
    jorys.close();
    s.state.signedIn = 'tomas';
    await (await d.tab(TOMAS)).send();
    expect([...s.kept.values()].map((e) => e.user)).toEqual(['jory', 'tomas']);
  });

  it('with nobody signed in, what waits is seen and nothing is sent', async () => {
    await write('a');
    const nobody = await d.tab(null);
    await nobody.send(true);
    expect([nobody.state().waiting.length, s.calls.length]).toEqual([1, 0]);
    await expect(nobody.write('j', null, [note('x')])).rejects.toThrow();
  });

  it('somebody else signed in behind this page: the entry stays as it is', async () => {
    s.state.signedIn = 'jory';
    await write('a');
    await box.send();
    expect(box.state().waiting).toMatchObject([{ user: 'tomas', notTaken: null }]);
  });
});

it('while the server is silent it is tried again by itself', async () => {
  s.state.fail = 'down';
  await write('a');
  await box.send();
  expect(d.timers).toHaveLength(1);
  s.state.fail = null;
  d.timers[0]?.();
  // The timer’s send takes its turn after the one before; ours comes after it.
  await box.send();
  expect([s.words(), await d.onDisk(), box.state().silentSinceMs]).toEqual([['a'], [], null]);
});

describe('the store', () => {
  it('takes a change whole or not at all, says so, and goes on', async () => {
    const store = await d.store;
    const note = (key: string) => ({ key, value: 1 });
    await expect(
      change(store, ['notes'], async ({ notes }) => {
        await notes.put(note('half'));
        throw new Error('no more');
      }),
    ).rejects.toThrow('no more');
    expect(await store.get('notes', 'half')).toBeUndefined();
    // The store itself breaks this one off: two entries of one id.
    const id = await write('a');
    const row = await store.getFromIndex('waiting', 'id', id);
    if (!row) throw new Error('not on the disk');
    await expect(
      change(store, ['waiting', 'notes'], async ({ waiting, notes }) => {
        await notes.put(note('half'));
        await waiting.add({ ...row, place: row.place + 1 });
      }),
    ).rejects.toThrow();
    expect(await store.get('notes', 'half')).toBeUndefined();
    expect(await d.onDisk()).toEqual([id]);
    await change(store, ['notes'], async ({ notes }) => void (await notes.put(note('whole'))));
    expect(await store.get('notes', 'whole')).toEqual(note('whole'));
  });
});
