import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuidv7 } from 'uuid';
import { type AnyEvent, ENVELOPE } from '@/core/job';
import {
  envelopeOf,
  fateOf,
  jobInput,
  makeEvent,
  NOW,
  type TwoShops,
  twoShops,
} from '../../../testing/shops';
import { heldEntry, jobEvent, onceRequest } from '../db/schema';
import { once, RequestIdUsed } from '../once';
import { appendEvents } from './appendEvents';
import { heldCount, heldEntries, setAside } from './held';
import { jobLines } from './jobLines';
import { loadJob } from './loadJob';
import { openJob } from './openJob';
import { takeIn } from './takeIn';
import { findVehicles } from './vehicles';

let shops: TwoShops;
let job: string;
beforeAll(async () => {
  shops = await twoShops();
  const opened = await openJob(shops.db, counter(), jobInput(), NOW);
  if (opened.kind !== 'opened') throw new Error(opened.kind);
  job = opened.job;
});
afterAll(() => shops.close());
const counter = () => shops.actor('north', 'counter');
const technician = () => shops.actor('north', 'technician');
const lead = () => shops.actor('north', 'lead');

const note = (by = counter(), at?: string, words = 'lift') =>
  makeEvent(by, job, 'modification-noted', { words }, at);
const count = (by = counter()) =>
  makeEvent(by, job, 'fastener-counted', { step: 'nowhere', group: 'g', act: 'out', count: 1 });
const keep = (by: ReturnType<typeof lead>, ...events: AnyEvent[]) =>
  appendEvents(shops.db, by, job, events, NOW);
const held = async (by = lead()) => (await heldEntries(shops.db, by)).map((h) => [h.entry, h.why]);
const said = async () =>
  (await loadJob(shops.db, 'north', job))?.reading.record.modifications.map((m) => m.id) ?? [];

describe('an entry that may not be written', () => {
  it('is held, shown to its author and to a lead, and let in by a lead’s word under its author’s name', async () => {
    const mine = count();
    expect(await keep(counter(), mine)).toMatchObject([
      { id: mine.id, outcome: 'held', code: 'not-allowed' },
    ]);
    expect(await held(counter())).toContainEqual([mine.id, 'not-allowed']);
    expect(await held(technician())).toEqual([]);
    const word = await wordFor(mine);
    const admit = (by: ReturnType<typeof lead>) => makeEvent(by, job, 'entry-admitted', word);
    expect(await keep(technician(), admit(technician()))).toMatchObject([{ code: 'not-allowed' }]);
    await keep(lead(), admit(lead()));
    const read = await loadJob(shops.db, 'north', job);
    // It counts as what it needs, and no more; who let it in stands beside it.
    expect(read?.reading.record.counts).toMatchObject([
      {
        id: mine.id,
        user: counter().userId,
        role: 'technician',
        sure: { by: 'let-in', signedIn: counter().userId, letInBy: lead().userId },
      },
    ]);
    expect(await held(counter())).toEqual([]);
    // Sent again by its device it is known, and a second word lets nothing in twice.
    expect(await keep(counter(), mine)).toEqual([{ id: mine.id, outcome: 'known' }]);
    await keep(lead(), admit(lead()));
    expect((await loadJob(shops.db, 'north', job))?.reading.record.counts).toHaveLength(1);
  });
});

/** What a lead says of a held entry to let it in. */
async function wordFor(entry: AnyEvent) {
  const found = (await heldEntries(shops.db, lead())).find((h) => h.entry === entry.id);
  if (!found) throw new Error('not held');
  return { entry: entry.id, digest: found.digest, author: found.user };
}
const seqOf = async (id: string) =>
  (await shops.db.select().from(jobEvent).where(eq(jobEvent.id, id))).map((e) => [e.role, e.body]);

describe('a lead’s word is about this content of this author in this job', () => {
  const close = (by: ReturnType<typeof lead>, words: string) =>
    makeEvent(by, job, 'item-closed', { item: 'x', how: 'handed-over', words });

  it('another content under the same id never comes in by it', async () => {
    const shown = close(technician(), 'harmless');
    await keep(technician(), shown);
    const word = await wordFor(shown);
    const swapped = { ...shown, body: { ...shown.body, words: 'everything is handed over' } } as AnyEvent;
    await keep(technician(), swapped);
    await keep(lead(), makeEvent(lead(), job, 'entry-admitted', word));
    expect(await seqOf(shown.id)).toEqual([['lead', shown.body]]);
    // The other one stays held, as a use of an id that is taken.
    expect(await keep(technician(), swapped)).toMatchObject([{ outcome: 'held', code: 'id-used' }]);
    expect(await seqOf(shown.id)).toHaveLength(1);
  });

  it('of two that are held under one id each comes in by its own digest, and only one', async () => {
    const a = close(technician(), 'one');
    const b = { ...a, body: { ...a.body, words: 'two' } } as AnyEvent;
    await keep(technician(), a);
    await keep(technician(), b);
    const both = (await heldEntries(shops.db, lead())).filter((h) => h.entry === a.id);
    expect(both).toHaveLength(2);
    for (const h of both)
      await keep(
        lead(),
        makeEvent(lead(), job, 'entry-admitted', { entry: a.id, digest: h.digest, author: h.user }),
      );
    expect(await seqOf(a.id)).toHaveLength(1);
    // What did not come in is not settled in silence.
    expect((await heldEntries(shops.db, lead())).filter((h) => h.entry === a.id)).toHaveLength(1);
  });

  it('nothing comes in by a word that was there first, nor by one of before that names an id alone', async () => {
    const late = close(technician(), 'late');
    await keep(lead(), makeEvent(lead(), job, 'entry-admitted', { entry: late.id }));
    expect(await keep(technician(), late)).toMatchObject([{ outcome: 'held', code: 'not-allowed' }]);
    await keep(lead(), { ...makeEvent(lead(), job, 'entry-admitted', { entry: late.id }), v: 1 } as AnyEvent);
    expect(await seqOf(late.id)).toEqual([]);
  });

  it('in another job or of another author it lets nothing in, and settles nothing', async () => {
    const mine = close(technician(), 'here');
    await keep(technician(), mine);
    const word = await wordFor(mine);
    const other = await openJob(shops.db, counter(), jobInput(), NOW);
    if (other.kind !== 'opened') throw new Error(other.kind);
    await appendEvents(
      shops.db,
      lead(),
      other.job,
      [makeEvent(lead(), other.job, 'entry-admitted', word)],
      NOW,
    );
    await keep(lead(), makeEvent(lead(), job, 'entry-admitted', { ...word, author: counter().userId }));
    expect(await seqOf(mine.id)).toEqual([]);
    expect((await heldEntries(shops.db, lead())).map((h) => h.entry)).toContain(mine.id);
    await keep(lead(), makeEvent(lead(), job, 'entry-admitted', word));
    expect(await seqOf(mine.id)).toHaveLength(1);
  });

  it('what was held for its clock alone comes in with its author’s own rights', async () => {
    const far = makeEvent(
      technician(),
      job,
      'modification-noted',
      { words: 'far' },
      '2026-07-01T12:00:00.000Z',
    );
    await keep(technician(), far);
    await keep(lead(), makeEvent(lead(), job, 'entry-admitted', await wordFor(far)));
    expect((await seqOf(far.id)).map(([role]) => role)).toEqual(['technician']);
  });
});

describe('a clock that is wrong', () => {
  beforeAll(async () => {
    const own = await openJob(shops.db, counter(), jobInput(), NOW);
    if (own.kind !== 'opened') throw new Error(own.kind);
    job = own.job;
  });
  it('a day ahead is held; within a day it is taken', async () => {
    const [far, near] = [
      note(counter(), '2026-06-02T12:00:00.001Z'),
      note(counter(), '2026-06-02T11:59:59.999Z'),
    ];
    expect(await keep(counter(), far, near)).toMatchObject([
      { outcome: 'held', code: 'clock-ahead' },
      { outcome: 'kept' },
    ]);
  });
  it('a year behind is held as well: no entry waits on a device for so long', async () => {
    expect(await keep(counter(), note(counter(), '2025-05-01T12:00:00.000Z'))).toMatchObject([
      { outcome: 'held', code: 'clock-behind' },
    ]);
  });
  it('an entry that follows one which the server itself had put ahead is taken: nothing waits for the calendar', async () => {
    // The server's clock was three days ahead, and it believed itself.
    const own = await openJob(shops.db, counter(), jobInput(), NOW);
    if (own.kind !== 'opened') throw new Error(own.kind);
    job = own.job;
    const wrong = new Date('2026-06-04T12:00:00.000Z');
    const ahead = note(counter(), '2026-06-04T12:00:00.000Z');
    await appendEvents(shops.db, counter(), job, [ahead], wrong);
    // Right again: a device counts on from what it has seen, by a millisecond.
    const [next, far] = [
      note(counter(), '2026-06-04T12:00:00.001Z'),
      note(counter(), '2026-06-04T12:00:05.000Z'),
    ];
    expect(await keep(counter(), next, far)).toMatchObject([
      { outcome: 'kept' },
      { outcome: 'held', code: 'clock-ahead' },
    ]);
  });
  it('opens no job, says so, and is no fault of the server', async () => {
    const input = jobInput({ at: '2026-06-03T12:00:00.000Z' });
    expect(await openJob(shops.db, counter(), input, NOW)).toEqual({
      kind: 'faults',
      faults: [{ path: '', message: 'clock-ahead' }],
    });
  });
  it.each(['0000-01-01T00:00:00.000Z', '2026-02-30T10:00:00.000Z', '2026-06-01T10:00:00Z'])(
    '%s is no time',
    (at) => expect(ENVELOPE.at.isValidSync(at)).toBe(false),
  );
});

describe('what no store can keep', () => {
  it.each([
    ['NUL', { words: 'a\0b' }],
    ['half a surrogate', { words: 'a\ud800' }],
  ])('%s is held as it came, and keeps nothing else out', async (_, body) => {
    const good = note();
    const batch = { events: [{ ...note(), body }, good] };
    const { answer } = await takeIn(shops.db, counter(), JSON.stringify(batch), NOW);
    expect(answer).toMatchObject({
      outcomes: [
        { outcome: 'held', faults: [{ path: 'body.words', code: 'text-not-keepable' }] },
        { outcome: 'kept' },
      ],
    });
    expect(await said()).toContain(good.id);
  });
  it('a count of a device past 32 bits is held', async () => {
    const batch = { events: [{ ...note(), deviceSeq: 2 ** 31 }] };
    expect((await takeIn(shops.db, counter(), JSON.stringify(batch), NOW)).answer).toMatchObject({
      outcomes: [{ outcome: 'held', faults: [{ path: 'deviceSeq', code: 'out-of-range' }] }],
    });
  });
});

describe('held entries', () => {
  it('have a bound; past it an entry is not taken, and stays with its device', async () => {
    const open = await heldCount(shops.db, technician());
    const raws = Array.from({ length: 501 - open }, (_, i) => ({ type: 'x', i }));
    const last = { type: 'x', i: 'last' };
    for (let i = 0; i < raws.length; i += 500)
      await takeIn(shops.db, technician(), JSON.stringify({ events: raws.slice(i, i + 500) }), NOW);
    const { answer } = await takeIn(shops.db, technician(), JSON.stringify({ events: [last] }), NOW);
    expect(answer).toMatchObject({ outcomes: [{ outcome: 'not-taken', code: 'held-full' }] });
    expect(await heldCount(shops.db, technician())).toBe(500);
    // Others are not shut out by it, and settling makes room.
    expect(await keep(counter(), { ...note(), at: '2027-01-01T00:00:00.000Z' })).toMatchObject([
      { outcome: 'held' },
    ]);
    const digest = (await heldEntries(shops.db, technician()))[0]?.digest ?? '';
    expect(await setAside(shops.db, counter(), digest)).toBe(false);
    expect(await setAside(shops.db, shops.actor('south', 'lead'), digest)).toBe(false);
    expect(await setAside(shops.db, technician(), digest)).toBe(true);
    expect(
      (await takeIn(shops.db, technician(), JSON.stringify({ events: [last] }), NOW)).answer,
    ).toMatchObject({
      outcomes: [{ outcome: 'held' }],
    });
  });
  it('are never deleted', async () => {
    await expect(shops.db.delete(heldEntry)).rejects.toMatchObject({
      cause: { message: 'held_entry is append-only' },
    });
  });
});

describe('sent at the same time', () => {
  it('one id for two jobs is kept in one of them and held for the other', async () => {
    const other = await openJob(shops.db, counter(), jobInput(), NOW);
    if (other.kind !== 'opened') throw new Error(other.kind);
    for (let round = 0; round < 5; round += 1) {
      const here = note();
      const there = { ...here, job: other.job };
      const [a, b] = await Promise.all([
        appendEvents(shops.db, counter(), job, [here], NOW),
        appendEvents(shops.db, counter(), other.job, [there], NOW),
      ]);
      expect([a[0]?.outcome, b[0]?.outcome].sort()).toEqual(['held', 'kept']);
    }
  });

  it('one form opens one job and one vehicle, however often it comes at once', async () => {
    const input = jobInput({ plate: 'ONE 1' });
    const outcomes = await Promise.all(
      Array.from({ length: 6 }, () => openJob(shops.db, counter(), input, NOW)),
    );
    expect(new Set(outcomes.map((o) => (o.kind === 'opened' ? `${o.job} ${o.number}` : o.kind))).size).toBe(
      1,
    );
    expect(outcomes[0]?.kind).toBe('opened');
    expect(await findVehicles(shops.db, 'north', 'ONE 1')).toHaveLength(1);
  });

  it('two forms of one new plate make one vehicle: the second finds it', async () => {
    const outcomes = await Promise.all(
      [0, 1, 2].map(() => openJob(shops.db, counter(), jobInput({ plate: 'TWO 2' }), NOW)),
    );
    expect(outcomes.map((o) => o.kind).sort()).toEqual(['known-vehicle', 'known-vehicle', 'opened']);
  });
});

describe('a request with an id', () => {
  it('happens once, and answers every time as it did; what changed nothing is asked anew', async () => {
    let done = 0;
    const ask = (id: string, final: boolean) =>
      once(shops.db, counter(), id, 'test', async () => ({ answer: { n: (done += 1) }, final }));
    const [a, b] = [uuidv7(), uuidv7()];
    expect(await Promise.all([ask(a, true), ask(a, true)])).toEqual([{ n: 1 }, { n: 1 }]);
    expect(await ask(b, false)).toEqual({ n: 2 });
    expect(await ask(b, true)).toEqual({ n: 3 });
    await expect(
      once(shops.db, lead(), a, 'test', async () => ({ answer: {}, final: true })),
    ).rejects.toThrow(RequestIdUsed);
  });
  it('that fails leaves nothing of itself', async () => {
    const id = uuidv7();
    await expect(once(shops.db, counter(), id, 'test', () => Promise.reject(new Error('x')))).rejects.toThrow(
      'x',
    );
    expect(await shops.db.select().from(onceRequest).where(eq(onceRequest.id, id))).toEqual([]);
  });
});

it('a person’s item under a rule’s id closes no item of the rule', async () => {
  // As an entry of the first build: its form did not look.
  const own = await openJob(shops.db, counter(), jobInput(), NOW);
  if (own.kind !== 'opened') throw new Error(own.kind);
  const raised = makeEvent(counter(), own.job, 'item-raised', {
    item: 'baseline:heads',
    origin: 'promised',
    words: 'x',
  });
  expect(await fateOf(shops.db, counter(), own.job, [raised])).toMatchObject([
    { outcome: 'held', faults: [{ path: 'body.item', code: 'rules-own-id' }] },
  ]);
});

it('a job that cannot be read is on the board all the same, and takes no other with it', async () => {
  const broken = await openJob(shops.db, counter(), jobInput({ plate: 'BAD 1' }), NOW);
  if (broken.kind !== 'opened') throw new Error(broken.kind);
  // Past the door: a row that no form would pass.
  const { id, ...head } = envelopeOf();
  await shops.db.insert(jobEvent).values({
    ...head,
    id,
    shopId: 'north',
    jobId: broken.job,
    seq: 9,
    type: 'lamp-chosen',
    v: 2,
    userId: lead().userId,
    body: { swap: 'x' },
    role: 'lead',
  });
  await shops.db.execute(sql`update job set last_seq = 9 where id = ${broken.job}`);
  const lines = await jobLines(shops.db, 'north', [job, broken.job]);
  expect(lines.map((l) => l.identity)).toContain('BAD 1');
  expect(lines.find((l) => l.id === broken.job)?.open.map((o) => o.what.code)).toEqual(['item-unreadable']);
  expect(lines.find((l) => l.id === job)?.open.map((o) => o.what.code)).not.toContain('item-unreadable');
});
