import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import { envelopeOf, jobInput } from '../../../testing/shops';
import type { StepSheet } from '@/core/work';
import { shelfRowsById } from '../shelf/loadShelf';
import { saveRow } from '../shelf/saveRow';
import { chooseLamp } from './fit';
import { openJob } from './openJob';
import { findVehicles, saveIdentity } from './vehicles';

const NOW = new Date('2026-06-10T12:00:00.000Z');
const LEFT = 'headlamp.front.left';
let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(NOW);
});
afterAll(() => demo.close());

/** Kept, and standing in nothing. */
const refused = (code: string) => ({ outcome: 'kept', code });
const good = { outcome: 'kept', code: undefined };

describe('the way in and out', () => {
  /** Another way to the same lamps stands on the shelf, and the job’s lamp is chosen anew with both in sight. */
  async function twoWays() {
    const [row] = await shelfRowsById(demo.db, demo.id, 'step-sheet', ['packet-headlamp']);
    if (!row) throw new Error('the demo has no such sheet');
    const other: StepSheet = { ...row.body, id: 'packet-headlamp-wheel-off' };
    expect(await saveRow(demo.db, demo.actor('lead'), 'step-sheet', other, 0)).toMatchObject({
      kind: 'saved',
    });
    const { id, reading } = await demo.job(7);
    const choice = reading.checks[0]?.swap.choice?.event;
    const chosen = await chooseLamp(
      demo.db,
      demo.actor('technician'),
      {
        ...envelopeOf('2026-06-10T11:00:00.000Z'),
        job: id,
        swap: 'headlamps',
        application: choice?.body.application.id ?? '',
        after: choice ? [choice.id] : [],
        override: null,
      },
      NOW,
    );
    expect(chosen).toMatchObject({ outcome: 'kept' });
    return id;
  }
  const use = async () => (await demo.job(7)).reading.strip.uses[0];

  it('is one of the sheets that suit, and stays while anything of it is done', async () => {
    const job = await twoWays();
    const choose = (sheet: string) =>
      demo.send('technician', job, 'sheet-chosen', { swap: 'headlamps', sheet, after: [] });
    // Two suit and take as long: the first is taken until somebody says otherwise.
    expect(await use()).toMatchObject({ state: 'taken', sheet: { id: 'packet-headlamp' } });
    expect((await use())?.candidates.map((c) => c.sheet.id)).toEqual([
      'packet-headlamp',
      'packet-headlamp-wheel-off',
    ]);
    expect(await choose('capstan-roof-work')).toMatchObject(refused('no-such-sheet'));
    expect(await choose('packet-headlamp-wheel-off')).toMatchObject(good);
    expect(await use()).toMatchObject({ state: 'chosen', sheet: { id: 'packet-headlamp-wheel-off' } });
    expect(await choose('packet-headlamp')).toMatchObject(good);

    const tick = await demo.send('technician', job, 'step-ticked', {
      step: 'bonnet-open',
      way: 'out',
      outcome: 'done',
      after: [],
    });
    expect(tick).toMatchObject(good);
    expect(await choose('packet-headlamp-wheel-off')).toMatchObject(refused('sheet-in-use'));
    // Saying again what is so already is no change.
    expect(await choose('packet-headlamp')).toMatchObject(good);
    // Once the tick is taken back, nothing is apart.
    expect(await demo.send('technician', job, 'void', { target: tick.id })).toMatchObject(good);
    expect(await choose('packet-headlamp-wheel-off')).toMatchObject(good);
  });

  it('has only steps of its own', async () => {
    const step = { way: 'out', outcome: 'done', after: [] } as const;
    const { id } = await demo.job(8);
    expect(await demo.send('technician', id, 'step-ticked', { ...step, step: 'wings-off' })).toMatchObject(
      refused('no-such-step'),
    );
  });
});

describe('open items', () => {
  it('are closed once, and only by whom they are for', async () => {
    const { id } = await demo.job(2);
    const close = (
      by: 'counter' | 'technician' | 'lead',
      item: string,
      how: 'done' | 'handed-over' = 'done',
    ) => demo.send(by, id, 'item-closed', { item, how, words: 'seen to' });
    expect(await close('lead', 'no-item-of-this-job')).toMatchObject(refused('no-such-item'));
    expect(await close('counter', 'spare-fuse')).toMatchObject(refused('technician-only'));
    expect(await close('technician', 'spare-fuse')).toMatchObject(good);
    expect(await close('lead', 'spare-fuse')).toMatchObject(refused('item-closed-already'));
  });
});

describe('a late entry', () => {
  it('stands until the job is locked again: nobody ticks it off', async () => {
    const one = await demo.job(1);
    expect(await demo.send('lead', one.id, 'modification-noted', { words: 'tow bar moved' })).toMatchObject(
      good,
    );
    const item = (await demo.job(1)).reading.items.find((i) => i.origin === 'late-entry');
    expect(item).toMatchObject({ closed: null, closableBy: 'nobody' });
    expect(
      await demo.send('lead', one.id, 'item-closed', { item: item?.id ?? '', how: 'done', words: 'seen' }),
    ).toMatchObject(refused('closes-by-itself'));
  });
});

describe('undo', () => {
  it('does not reach a lock, an opening or another undo', async () => {
    const one = await demo.job(1);
    const lock = one.reading.record.locks[0]?.id ?? '';
    const opening = one.reading.record.opened?.id ?? '';
    for (const target of [lock, opening])
      expect(await demo.send('lead', one.id, 'void', { target })).toMatchObject(refused('cannot-be-undone'));
    expect(await demo.send('lead', one.id, 'void', { target: 'nothing' })).toMatchObject(
      refused('nothing-to-undo'),
    );
    // An event of another job is none of this one’s.
    const other = (await demo.job(2)).reading.record.opened?.id ?? '';
    expect(await demo.send('lead', one.id, 'void', { target: other })).toMatchObject(
      refused('nothing-to-undo'),
    );
  });
});

describe('places that the vehicle does not have', () => {
  it('are refused wherever one is named', async () => {
    const { id } = await demo.job(2);
    const position = 'headlamp.front.left.9';
    const send = demo.send;
    const unknown = refused('unknown-position');
    expect(await send('lead', id, 'as-found', { position, found: ['sound'], after: [] })).toMatchObject(
      unknown,
    );
    expect(await send('lead', id, 'modification-noted', { words: 'x', position })).toMatchObject(unknown);
    expect(
      await send('lead', id, 'figure-noted', {
        calculator: 'drop',
        inputs: [],
        result: '1 V',
        formula: 'U = I R',
        position,
      }),
    ).toMatchObject(unknown);
    expect(
      await send('lead', id, 'photo-added', { photo: '0'.repeat(64), stage: 'arrive', position }),
    ).toMatchObject(unknown);
    expect(await send('lead', id, 'swap-opened', { swap: 'x', positions: [position] })).toMatchObject(
      unknown,
    );
  });
});

describe('a quote', () => {
  it('is agreed to only where a lamp is chosen', async () => {
    const { id } = await demo.job(4);
    expect(
      await demo.send('lead', id, 'quote-agreed', {
        swap: 'headlamps',
        total: { currency: 'EUR', minor: 1 },
        minutes: 10,
        words: 'by telephone',
        after: [],
      }),
    ).toMatchObject(refused('no-lamp-chosen'));
  });
});

describe('a lamp’s choice', () => {
  const form = async (number: number, more: object = {}) => ({
    ...envelopeOf('2026-06-10T11:00:00.000Z'),
    job: (await demo.job(number)).id,
    swap: 'headlamps',
    application: 'packet-skerry-620',
    after: [],
    override: null,
    ...more,
  });
  const choose = (input: Parameters<typeof chooseLamp>[2]) =>
    chooseLamp(demo.db, demo.actor('lead'), input, NOW);
  it('wants a job, a swap of it and an application that serves it', async () => {
    expect(await choose(await form(4, { job: 'none' }))).toMatchObject({ outcome: 'not-taken' });
    expect(await choose(await form(4, { swap: 'none' }))).toMatchObject({ outcome: 'not-taken' });
    expect(await choose(await form(4, { application: 'none' }))).toMatchObject({
      outcome: 'not-taken',
      code: 'no-such-application',
    });
  });
  it('sent twice is kept once; the same id with another lamp is a conflict', async () => {
    const first = await form(8, { application: 'packet-skerry-620' });
    expect(await choose(first)).toMatchObject({ outcome: 'kept' });
    expect(await choose(first)).toMatchObject({ outcome: 'known' });
    expect(await choose({ ...first, application: 'packet-sounder-2' })).toMatchObject({
      outcome: 'held',
      code: 'id-used',
    });
  });
});

describe('a vehicle', () => {
  it('is found by any part of what it is known by, and a sign of the search language is a sign', async () => {
    const found = async (text: string) =>
      (await findVehicles(demo.db, demo.id, text)).map((v) => v.plate ?? v.fleet ?? v.serial);
    expect(await found('40-93')).toEqual(['WS 40-93']);
    expect(await found('ybpk7a59')).toEqual(['WS 40-93']);
    expect(await found(' tug 7 ')).toEqual(['TUG 7']);
    expect((await found('WS')).length).toBe(8);
    expect(await found('%')).toEqual([]);
    expect(await found('W_ 40')).toEqual([]);
    expect(await findVehicles(demo.db, 'another', '40-93')).toEqual([]);
  });

  it('keeps its identity apart from every other', async () => {
    const { vehicle } = await demo.job(4);
    const other = (await demo.job(6)).vehicle;
    const input = () => ({
      ...envelopeOf(),
      vehicle: vehicle.id,
      version: vehicle.version,
      vin: vehicle.vin,
      plate: vehicle.plate,
    });
    const save = (more: object, by: 'counter' | 'lead' = 'counter') =>
      saveIdentity(demo.db, demo.actor(by), { ...input(), ...more });
    expect(await save({ vin: other.vin })).toMatchObject({ kind: 'refused', code: 'vin-of-other-vehicle' });
    expect(await save({ vin: '0YBPK7A5' })).toMatchObject({ kind: 'refused', code: 'vin-length' });
    expect(await save({ vehicle: 'none' })).toMatchObject({ kind: 'refused', code: 'no-such-vehicle' });
    expect((await demo.job(4)).vehicle).toEqual(vehicle);
    // Its own VIN again is no other vehicle’s.
    expect(await save({ plate: 'WS 01-48' })).toEqual({ kind: 'saved' });
    expect((await demo.job(4)).vehicle).toMatchObject({ plate: 'WS 01-48', vin: vehicle.vin, version: 2 });
  });

  it('of the shop is wanted where one is named', async () => {
    const outcome = await openJob(demo.db, demo.actor('counter'), jobInput({ vehicle: 'none' }), NOW);
    expect(outcome).toMatchObject({
      kind: 'faults',
      faults: [{ path: 'vehicle', message: 'no-such-vehicle' }],
    });
  });
});

it('nothing of what was refused is in any job', async () => {
  const { reading } = await demo.job(2);
  expect(reading.record.asFound.has(`${LEFT}.9`)).toBe(false);
  expect(reading.record.figures).toEqual([]);
  expect(reading.record.swaps.map((s) => s.id)).toEqual(['roof-work']);
});
