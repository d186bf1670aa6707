import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuidv7 } from 'uuid';
import type { AnyEvent } from '@/core/job';
import { GOOD } from '@/core/job/testing/goodBodies';
import { fateOf, jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../testing/shops';
import { calendarOf, calendarToken, loadBookings, removeBooking, saveBooking } from './board/bookings';
import { bay, pastFitting, photo } from './db/schema';
import { appendEvents } from './jobs/appendEvents';
import { chooseLamp } from './jobs/fit';
import { loadJob } from './jobs/loadJob';
import { openJob } from './jobs/openJob';
import { loadPhoto, savePhoto } from './photos/photos';
import { lampHistories } from './shelf/histories';
import { setStock, stockOf } from './shelf/stock';

let shops: TwoShops;
let job: string;
const counter = () => shops.actor('north', 'counter');
const stranger = () => shops.actor('south', 'lead');
const TAILS = ['tail.rear.left', 'tail.rear.right'];

beforeAll(async () => {
  shops = await twoShops();
  for (const shopId of ['north', 'south'])
    await shops.db.insert(bay).values([
      { shopId, id: 'a', name: 'A', ordinal: 0 },
      { shopId, id: 'b', name: 'B', ordinal: 1 },
    ]);
  const opened = await openJob(shops.db, counter(), jobInput(), NOW);
  if (opened.kind !== 'opened') throw new Error(opened.kind);
  job = opened.job;
});
afterAll(() => shops.close());

const send = (...events: AnyEvent[]) => appendEvents(shops.db, counter(), job, events, NOW);
const fate = (...events: AnyEvent[]) => fateOf(shops.db, counter(), job, events);

describe('bookings', () => {
  const booking = (more: object = {}) => ({
    id: uuidv7(),
    job,
    bay: 'a',
    startsAt: '2026-06-02T09:00:00.000Z',
    minutes: 60,
    waitsFor: '',
    waitsUntil: null,
    version: 0,
    ...more,
  });
  const all = () => loadBookings(shops.db, 'north', new Date('2026-06-01'), new Date('2026-07-01'));

  it('are made once, moved by who saw how they stand, and never won in silence', async () => {
    const b = booking();
    expect(await saveBooking(shops.db, counter(), b)).toMatchObject({
      kind: 'saved',
      booking: { version: 1 },
    });
    expect(await saveBooking(shops.db, counter(), b)).toMatchObject({
      kind: 'stale',
      present: { version: 1 },
    });
    const moved = { ...b, bay: 'b', version: 1 };
    expect(await saveBooking(shops.db, counter(), moved)).toMatchObject({
      kind: 'saved',
      booking: { bay: 'b', version: 2 },
    });
    expect(await saveBooking(shops.db, counter(), { ...b, minutes: 90, version: 1 })).toMatchObject({
      kind: 'stale',
      present: { bay: 'b', minutes: 60, version: 2 },
    });
    expect(await removeBooking(shops.db, counter(), b.id, 1)).toMatchObject({ kind: 'stale' });
    expect(await removeBooking(shops.db, counter(), b.id, 2)).toEqual({ kind: 'removed' });
    expect(await all()).toEqual([]);
  });

  it('want a job and a bay of the shop; another shop sees none of it', async () => {
    expect(await saveBooking(shops.db, counter(), booking({ job: 'nothing' }))).toMatchObject({
      code: 'no-such-job',
    });
    expect(await saveBooking(shops.db, counter(), booking({ bay: 'z' }))).toMatchObject({
      code: 'no-such-bay',
    });
    expect(await saveBooking(shops.db, stranger(), booking())).toMatchObject({ code: 'no-such-job' });
  });

  it('go out as a calendar to whoever has the token, and to nobody else', async () => {
    await saveBooking(shops.db, counter(), booking({ waitsFor: 'bracket' }));
    const token = await calendarToken(shops.db, 'north');
    const span = [new Date('2026-06-01'), new Date('2026-07-01')] as const;
    expect((await calendarOf(shops.db, token, ...span))?.bookings).toMatchObject([
      { waitsFor: 'bracket', number: 1 },
    ]);
    expect(await calendarOf(shops.db, 'guess', ...span)).toBeNull();
    expect(await calendarToken(shops.db, 'south')).not.toBe(token);
  });
});

describe('photos', () => {
  const hash = (b: Buffer) => createHash('sha256').update(b).digest('hex');
  /** A picture lying on its side that says so, and says where it was taken. */
  const taken = () =>
    sharp({ create: { width: 3000, height: 1000, channels: 3, background: '#345' } })
      .withExif({ IFD0: { Make: 'Camera' }, IFD3: { GPSLatitude: '38/1 42/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();

  it('are turned upright, bounded, encoded anew and say nothing of where they were taken', async () => {
    const sent = await taken();
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    expect(await savePhoto(shops.db, counter(), hash(sent), sent)).toEqual({ kind: 'kept', id: hash(sent) });
    const kept = await loadPhoto(shops.db, 'north', hash(sent));
    const meta = await sharp(kept ?? Buffer.alloc(0)).metadata();
    expect(meta).toMatchObject({ format: 'jpeg', width: 640, height: 1920 });
    expect([meta.exif, meta.orientation]).toEqual([undefined, undefined]);
    expect(await loadPhoto(shops.db, 'south', hash(sent))).toBeNull();
  });

  it('are kept once, and refused where they are no picture or not what they claim', async () => {
    const sent = await taken();
    await savePhoto(shops.db, counter(), hash(sent), sent);
    expect(
      (await shops.db.select({ id: photo.id }).from(photo)).filter((p) => p.id === hash(sent)),
    ).toHaveLength(1);
    const text = Buffer.from('<svg onload="x()">');
    expect(await savePhoto(shops.db, counter(), hash(text), text)).toEqual({
      kind: 'refused',
      code: 'no-picture',
    });
    expect(await savePhoto(shops.db, counter(), hash(text), sent)).toEqual({
      kind: 'refused',
      code: 'hash-differs',
    });
    const cut = sent.subarray(0, 900);
    expect(await savePhoto(shops.db, counter(), hash(cut), cut)).toEqual({
      kind: 'refused',
      code: 'no-picture',
    });
  });

  it('an entry may come before the picture that it names', async () => {
    const sent = await taken();
    const add = (id: string) => makeEvent(counter(), job, 'photo-added', { photo: id, stage: 'arrive' });
    expect(await send(add(hash(sent)))).toMatchObject([{ outcome: 'kept' }]);
    expect(await savePhoto(shops.db, counter(), hash(sent), sent)).toMatchObject({ kind: 'kept' });
  });
});

describe('from quote to shelf to ledger', () => {
  beforeAll(async () => {
    await send(
      makeEvent(counter(), job, 'swap-opened', { swap: 'tails', positions: TAILS }),
      ...TAILS.map((at) =>
        makeEvent(counter(), job, 'fact-stated', {
          key: 'functions-altered',
          subject: at,
          value: false,
          source: 'seen',
        }),
      ),
      makeEvent(counter(), job, 'fact-stated', {
        key: 'model-year',
        subject: 'vehicle',
        value: 2019,
        source: 'told',
      }),
    );
    const head = { id: uuidv7(), at: NOW.toISOString(), device: 't', deviceSeq: 1 };
    const chosen = await chooseLamp(
      shops.db,
      counter(),
      { ...head, job, swap: 'tails', application: 'packet-ebb', after: [], override: null },
      NOW,
    );
    if (chosen.outcome !== 'kept') throw new Error(chosen.code);
  });

  const take = async (quantity: number) => {
    const event = makeEvent(counter(), job, 'part-moved', {
      swap: 'tails',
      part: 'ebb-left',
      move: 'received',
      quantity,
      from: 'stock',
    });
    expect(await send(event)).toEqual([{ id: event.id, outcome: 'kept' }]);
    return event;
  };
  const received = async () =>
    (await loadJob(shops.db, 'north', job))?.reading.checks[0]?.orders?.procured.find(
      (p) => p.id === 'ebb-left',
    )?.received;

  it('a part off the shelf leaves the count and stands in the job; taken back it returns, once', async () => {
    await setStock(shops.db, counter(), 'ebb-left', 1);
    const first = await take(1);
    const stands = async () => [(await stockOf(shops.db, 'north'))['ebb-left'], await received()];
    expect(await stands()).toEqual([0, 1]);
    // Sent again it is the same; what nobody had counted may be taken all the same, and shows.
    expect(await send(first)).toEqual([{ id: first.id, outcome: 'known' }]);
    const second = await take(2);
    expect(await stands()).toEqual([-2, 3]);
    const undo = () => makeEvent(counter(), job, 'void', { target: second.id });
    await send(undo(), undo());
    expect(await stands()).toEqual([0, 1]);
    await send(undo());
    expect(await stands()).toEqual([0, 1]);
    // An undo that does not stand gives nothing back.
    const technician = shops.actor('north', 'technician');
    const stray = makeEvent(technician, job, 'void', { target: first.id });
    await appendEvents(shops.db, technician, job, [stray], NOW);
    expect(await stands()).toEqual([0, 1]);
    expect(await stockOf(shops.db, 'south')).toEqual({});
    expect(await setStock(shops.db, counter(), 'ebb-left', -1)).toBe(false);
  });

  it('an undo that comes before what it undoes counts when that comes', async () => {
    await setStock(shops.db, counter(), 'ebb-left', 5);
    const taken = makeEvent(counter(), job, 'part-moved', {
      swap: 'tails',
      part: 'ebb-left',
      move: 'received',
      quantity: 2,
      from: 'stock',
    });
    await send(makeEvent(counter(), job, 'void', { target: taken.id }));
    await send(taken);
    expect((await stockOf(shops.db, 'north'))['ebb-left']).toBe(5);
  });

  it('parts that are not in the job are kept and stand in nothing', async () => {
    expect(
      await fate(
        makeEvent(counter(), job, 'part-moved', {
          swap: 'tails',
          part: 'nothing',
          move: 'ordered',
          quantity: 1,
        }),
        makeEvent(counter(), job, 'warranty-linked', {
          earlier: job,
          lamps: ['ebb-left'],
          symptom: 'fogged',
          after: [],
        }),
      ),
    ).toMatchObject([
      { outcome: 'kept', code: 'no-such-part' },
      { outcome: 'kept', code: 'other-vehicle' },
    ]);
  });

  it('a return of another vehicle’s lamp, stands in nothing', async () => {
    const other = await openJob(shops.db, counter(), jobInput(), NOW);
    if (other.kind !== 'opened') throw new Error(other.kind);
    const link = makeEvent(counter(), other.job, 'warranty-linked', {
      earlier: job,
      lamps: ['ebb-left'],
      symptom: 'fogged',
      after: [],
    });
    expect(await fateOf(shops.db, counter(), other.job, [link])).toMatchObject([
      { outcome: 'kept', code: 'other-vehicle' },
    ]);
  });

  it('what the shop knows of a lamp comes from fittings of before and its own released jobs', async () => {
    await shops.db.insert(pastFitting).values([
      {
        shopId: 'north',
        id: '1',
        lamp: 'ebb-left',
        fittedAt: new Date('2025-06-01T12:00:00Z'),
        backAt: new Date('2025-12-01T12:00:00Z'),
        symptom: 'fogged',
      },
      { shopId: 'south', id: '1', lamp: 'ebb-left', fittedAt: new Date('2025-06-01T12:00:00Z') },
    ]);
    const history = await lampHistories(shops.db, 'north', ['ebb-left', 'ebb-right'], NOW);
    // 183 days; the open job of this shop has fitted nothing yet.
    expect(history.get('ebb-left')).toEqual({ fitted: 1, lampMonths: 6, back: 1, symptoms: ['fogged'] });
    expect(history.get('ebb-right')).toBeUndefined();
  });

  it('a return counts against the lamp until its link is taken back; one of another vehicle never does', async () => {
    // A job of its own that fitted the lamp and was locked.
    const own = await openJob(shops.db, counter(), jobInput(), NOW);
    if (own.kind !== 'opened') throw new Error(own.kind);
    const vehicle = (await loadJob(shops.db, 'north', own.job))?.vehicle.id ?? '';
    const lead = shops.actor('north', 'lead');
    const chosen = makeEvent(lead, own.job, 'lamp-chosen', {
      ...GOOD['lamp-chosen'],
      swap: 'tails',
      lamps: { 'tail.rear.left': { id: 'ebb-right', rev: 1 } },
    });
    const lock = makeEvent(lead, own.job, 'release-locked', { revision: 1, document: 'd' });
    await appendEvents(shops.db, lead, own.job, [chosen, lock], NOW);
    const again = await openJob(shops.db, counter(), jobInput({ vehicle }), NOW);
    const other = await openJob(shops.db, counter(), jobInput(), NOW);
    if (again.kind !== 'opened' || other.kind !== 'opened') throw new Error('not opened');
    const back = async () =>
      (await lampHistories(shops.db, 'north', ['ebb-right'], NOW)).get('ebb-right')?.back;
    const link = (at: string) =>
      makeEvent(counter(), at, 'warranty-linked', {
        earlier: own.job,
        lamps: ['ebb-right'],
        symptom: 'fogged',
        after: [],
      });
    await appendEvents(shops.db, counter(), other.job, [link(other.job)], NOW);
    expect(await back()).toBe(0);
    const real = link(again.job);
    await appendEvents(shops.db, counter(), again.job, [real], NOW);
    expect(await back()).toBe(1);
    const undo = makeEvent(counter(), again.job, 'void', { target: real.id });
    await appendEvents(shops.db, counter(), again.job, [undo], NOW);
    expect(await back()).toBe(0);
  });
});
