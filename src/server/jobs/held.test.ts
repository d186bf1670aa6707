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
} from '../../../e2e/support/shops';
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
    expect(await keep(counter(), mine)).toEqual([{ id: mine.id, outcome: 'held', code: 'not-allowed' }]);
    expect(await held(counter())).toContainEqual([mine.id, 'not-allowed']);
    expect(await held(technician())).toEqual([]);
    const admit = (by: ReturnType<typeof lead>) => makeEvent(by, job, 'entry-admitted', { entry: mine.id });
    expect(await keep(technician(), admit(technician()))).toMatchObject([{ code: 'not-allowed' }]);
    await keep(lead(), admit(lead()));
    const read = await loadJob(shops.db, 'north', job);
    expect(read?.reading.record.counts).toMatchObject([
      { id: mine.id, user: counter().userId, role: 'lead' },
    ]);
    expect(await held(counter())).toEqual([]);
    // Sent again by its device it is known, and a second word lets nothing in twice.
    expect(await keep(counter(), mine)).toEqual([{ id: mine.id, outcome: 'known' }]);
    await keep(lead(), admit(lead()));
    expect((await loadJob(shops.db, 'north', job))?.reading.record.counts).toHaveLength(1);
  });

  it('comes in by a word that was there first', async () => {
    const late = count();
    await keep(lead(), makeEvent(lead(), job, 'entry-admitted', { entry: late.id }));
    expect(await keep(counter(), late)).toEqual([{ id: late.id, outcome: 'kept' }]);
  });
});

describe('a clock that is wrong', () => {
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
