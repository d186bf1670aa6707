import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  type AnyEvent,
  type AnyStoredEvent,
  arriveView,
  type BodyOf,
  type EventType,
  type JobPack,
  kindOf,
} from '@/core/job';
import { GOOD } from '@/core/job/testing/goodBodies';
import type { Shelf } from '@/core/catalogue';
import type { Outbox, OutboxState } from '../outbox/outbox';
import type { Answer } from '../outbox/post';
import type { Waiting } from '../outbox/store';
import { type JobClient, type JobNews, openJobClient } from './jobClient';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const family = shelf.families.find((f) => f.id === 'orrel-packet');
if (!family) throw new Error('no van');

let n = 0;
function entry<T extends EventType>(type: T, body: BodyOf<T>): AnyEvent {
  n += 1;
  const at = new Date(Date.UTC(2026, 0, 1) + n * 1000).toISOString();
  return {
    id: `e${n}`,
    job: 'j',
    type,
    v: kindOf(type).v,
    at,
    device: 'd',
    deviceSeq: n,
    user: 'u',
    body,
  } as AnyEvent;
}
const stored = (e: AnyEvent, seq: number): AnyStoredEvent =>
  ({ ...e, seq, receivedAt: e.at, role: 'technician' }) as AnyStoredEvent;
const note = (words: string) => entry('modification-noted', { words });

function pack(more: Partial<JobPack> = {}): JobPack {
  return {
    form: 1,
    id: 'j',
    shop: 'north',
    number: 1,
    openedAt: '2026-01-01T00:00:00.000Z',
    vehicle: {
      id: 'v',
      family: 'orrel-packet',
      vin: null,
      serial: null,
      plate: 'P 1',
      fleet: null,
      version: 1,
    },
    shelf: 1,
    family: { rev: 1, body: family as NonNullable<typeof family> },
    factKeys: shelf.factKeys,
    profiles: shelf.profiles,
    parts: [],
    connectors: shelf.connectors,
    applications: [],
    lamps: [],
    sheets: [],
    heads: {},
    rates: { hour: { minor: 6000, currency: 'EUR' } },
    stock: {},
    events: [stored(entry('job-opened', { words: 'x' }), 1)],
    otherEvents: [],
    names: {},
    cursor: 1,
    ...more,
  };
}

/** An outbox that is set by hand. */
function fakeOutbox() {
  let state: OutboxState = {
    waiting: [],
    sending: false,
    silentSinceMs: null,
    signedOut: false,
    heldCount: 0,
    lead: null,
  };
  const listeners = new Set<() => void>();
  const answers = new Map<string, Answer>();
  const set = (entries: readonly AnyEvent[]) => {
    const waiting = entries.map((e, place) => ({ place, id: e.id, entry: e }) as unknown as Waiting);
    state = { ...state, waiting };
    for (const l of listeners) l();
  };
  const outbox = {
    state: () => state,
    subscribe: (l: () => void) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    answerTo: (id: string) => answers.get(id) ?? null,
  } as unknown as Outbox;
  return {
    outbox,
    set,
    answer: (id: string, outcome: Answer['outcome']) => answers.set(id, { id, outcome }),
  };
}

let asked: string[];
let news: JobNews;
let whole: JobPack | null;
let client: JobClient;
let box: ReturnType<typeof fakeOutbox>;
beforeEach(async () => {
  news = { events: [], cursor: 1, names: {}, shelf: 1, vehicle: 1 };
  whole = null;
  asked = [];
  const fetch = (async (path: string) => {
    asked.push(path);
    return path.includes('/pack') ? Response.json(whole) : Response.json(news);
  }) as typeof globalThis.fetch;
  client = openJobClient(pack(), () => 'technician', fetch);
  box = fakeOutbox();
  client.follow(box.outbox);
  await client.sync();
  asked = [];
});
const words = () => arriveView(client.state()).modifications.map((m) => m.words);

describe('an entry of this device', () => {
  it('shows at once, stays while it is sent, and stands once when the server has placed it', async () => {
    const a = note('winch');
    box.set([a]);
    expect([words(), asked]).toEqual([['winch'], []]);
    // Answered: it has left the outbox, and the news are on their way.
    box.answer(a.id, 'kept');
    news = { ...news, events: [stored(a, 2)], cursor: 2 };
    box.set([]);
    expect(words()).toEqual(['winch']);
    await client.sync();
    expect(words()).toEqual(['winch']);
    expect(client.state().pack.cursor).toBe(2);
    expect(asked[0]).toBe('/api/jobs/j/entries?after=1');
  });

  it('that is held stands no more', () => {
    const a = note('winch');
    box.set([a]);
    box.answer(a.id, 'held');
    box.set([]);
    expect(words()).toEqual([]);
  });

  it('of another job is nothing to this one', () => {
    box.set([{ ...note('elsewhere'), job: 'other' } as AnyEvent]);
    expect(words()).toEqual([]);
  });

  it('names what the next one has to have seen', () => {
    const found = entry('as-found', GOOD['as-found']);
    box.set([found]);
    expect(client.state().reading.record.frontiers[`as-found ${GOOD['as-found'].position}`]).toEqual([
      found.id,
    ]);
  });
});

describe('news', () => {
  it('that came between the reading of the page and its opening are asked for at once', async () => {
    const late = stored(note('sent by the page before'), 2);
    news = { ...news, events: [late], cursor: 2 };
    const opened = openJobClient(pack(), () => 'technician', (() =>
      Promise.resolve(Response.json(news))) as typeof fetch);
    const shown = new Promise<void>((resolve) => opened.subscribe(resolve));
    opened.follow(fakeOutbox().outbox);
    await shown;
    expect(arriveView(opened.state()).modifications.map((m) => m.words)).toEqual(['sent by the page before']);
  });

  it('of others come in, with their names', async () => {
    news = { ...news, events: [stored(note('by another'), 2)], cursor: 2, names: { u: 'Una' } };
    await client.sync();
    expect([words(), client.state().pack.names]).toEqual([['by another'], { u: 'Una' }]);
  });

  it('of a changed shelf or vehicle bring the pack anew; an older pack is passed over', async () => {
    whole = pack({ shelf: 2, vehicle: { ...pack().vehicle, plate: 'P 2', version: 2 } });
    news = { ...news, shelf: 2 };
    await client.sync();
    expect(client.state().pack.vehicle.plate).toBe('P 2');
    client.take(pack({ cursor: 0 }));
    expect(client.state().pack.vehicle.plate).toBe('P 2');
  });

  it('of a choice whose rows are not here bring the pack; with rows that were lent they do not', async () => {
    const chosen = stored(entry('lamp-chosen', GOOD['lamp-chosen']), 3);
    const swap = stored(entry('swap-opened', GOOD['swap-opened']), 2);
    news = { ...news, events: [swap, chosen], cursor: 3 };
    whole = pack({ cursor: 3, events: [...pack().events, swap, chosen] });
    const row = shelf.applications.find((a) => a.id === 'packet-skerry-620');
    if (!row) throw new Error('no row');
    const lamps = shelf.lamps.filter((l) => l.id.startsWith('skerry-620')).map((body) => ({ rev: 1, body }));
    client.lend({ applications: [{ rev: 1, body: row }], lamps, sheets: [], parts: [] });
    await client.sync();
    expect(asked).toEqual(['/api/jobs/j/entries?after=1']);
    expect(client.state().reading.checks[0]?.wiring).toHaveLength(2);

    client.lend({ applications: [], lamps: [], sheets: [], parts: [] });
    news = { ...news, events: [], cursor: 3 };
    await client.sync();
    expect(asked.at(-1)).toBe('/api/jobs/j/pack');
  });

  it('that do not come change nothing', async () => {
    const silent = openJobClient(
      pack(),
      () => 'lead',
      () => Promise.reject(new TypeError('no line')),
    );
    await silent.sync();
    expect(silent.state().pack.number).toBe(1);
  });

  it('asked for twice at once are asked for again, not twice at once', async () => {
    await Promise.all([client.sync(), client.sync()]);
    expect(asked).toHaveLength(2);
  });
});

it('a reading is made once for all who look, and anew only when something changed', () => {
  const first = client.state();
  expect(client.state()).toBe(first);
  box.set([note('winch')]);
  expect(client.state()).not.toBe(first);
});
