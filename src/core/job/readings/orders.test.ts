import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import type { Shelf } from '../../catalogue';
import type { AnyStoredEvent, BodyOf } from '../events';
import { eventMaker, shelfSources } from '../testing/jobKit';
import { orderItems } from './orders';
import { readJob } from '../readJob';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const event = eventMaker();
const [TL, TR] = ['tail.rear.left', 'tail.rear.right'];
const vehicle = {
  id: 'v',
  family: 'orrel-packet',
  vin: null,
  serial: null,
  plate: 'X',
  fleet: null,
  version: 1,
};

const chosen = event('lamp-chosen', {
  swap: 's',
  application: { id: 'packet-race', rev: 1 },
  lamps: { [TL]: { id: 'race-left', rev: 1 }, [TR]: { id: 'race-right', rev: 1 } },
  parts: [{ id: 'reflector-red', rev: 1, quantity: 2, certain: true }],
  verdict: 'fits-with-parts',
  road: 'unknown',
  after: [],
});
const read = (...events: AnyStoredEvent[]) => readAt({}, ...events);
function readAt(rates: { readonly taxBp?: number }, ...events: AnyStoredEvent[]) {
  const sources = shelfSources(shelf, vehicle, [
    event('job-opened', { words: 'x' }),
    event('fact-stated', { key: 'market', subject: 'vehicle', value: 'ECE', source: 'told' }),
    ...[TL, TR].map((at) =>
      event('fact-stated', { key: 'functions-altered', subject: at, value: false, source: 'seen' }),
    ),
    event('swap-opened', { swap: 's', positions: [TL, TR] }),
    chosen,
    ...events,
  ]);
  return readJob({
    ...sources,
    rates: { ...sources.rates, ...rates },
    // An earlier job of this vehicle fitted the same lamps.
    otherEvents: [{ ...chosen, id: 'c0', job: 'j0' }],
  });
}
function job(...events: AnyStoredEvent[]) {
  const reading = read(...events);
  const orders = reading.checks[0]?.orders;
  if (!orders) throw new Error('no orders');
  return { orders, items: reading.items.filter((i) => !i.closed).map((i) => i.what.code) };
}
const move = (part: string, what: BodyOf<'part-moved'>['move'], quantity = 1, more = {}) =>
  event('part-moved', { swap: 's', part, move: what, quantity, ...more });
const agree = (minor: number) =>
  event('quote-agreed', {
    swap: 's',
    total: { minor, currency: 'EUR' },
    minutes: 55,
    words: 'by phone',
    after: [],
  });

const R = 'reflector-red';

describe('the quote', () => {
  it('is lamps, certain parts and the work at its usual time: 2 × 188.00 + 2 × 6.40 + 60 min at 60.00', () => {
    const { quote } = job().orders;
    // 40 minutes of the row and 10 of the reflector that makes up for the lost one, a side.
    expect(quote.minutes).toEqual({ p50: 60, p90: 75 });
    expect(quote.lines.map((l) => [l.id, l.quantity, l.price?.minor])).toEqual([
      ['race-left', 1, 18800],
      ['race-right', 1, 18800],
      ['reflector-red', 2, 1280],
      ['work', 60, 6000],
    ]);
    expect(quote.total).toEqual({ minor: 44880, currency: 'EUR' });
  });

  it('with tax is that of what was agreed, else of the quote; without a tax that was set it is not said', () => {
    const taxed = (taxBp: number | null, ...events: AnyStoredEvent[]) =>
      readAt(taxBp === null ? {} : { taxBp }, ...events).checks[0]?.orders?.taxed;
    // 448.80 + 19 % = 534.072; 400.00 + 19 % = 476.00.
    expect(taxed(1900)).toEqual({ bp: 1900, total: { minor: 53407, currency: 'EUR' } });
    expect(taxed(1900, agree(40000))).toEqual({ bp: 1900, total: { minor: 47600, currency: 'EUR' } });
    expect(taxed(null)).toBeNull();
    expect(taxed(0)).toEqual({ bp: 0, total: { minor: 44880, currency: 'EUR' } });
  });

  it('that was agreed stands while its sum does; another sum asks again', () => {
    expect(job(agree(44880)).orders.agreed).toMatchObject({ changed: false });
    const other = job(agree(40000));
    expect(other.orders.agreed).toMatchObject({ changed: true });
    expect(other.items).toContain('item-quote-changed');
    expect(job(agree(44880)).items).not.toContain('item-quote-changed');
  });
});

describe('parts on their way', () => {
  const state = (...moves: AnyStoredEvent[]) => {
    const { orders, items } = job(...moves);
    const { needed, ordered, received, awaited, toOrder, held } =
      orders.procured.find((p) => p.id === 'reflector-red') ?? {};
    return {
      needed,
      ordered,
      received,
      awaited,
      toOrder,
      held,
      items: items.filter((i) => i.startsWith('item-part')),
    };
  };
  it.each<[string, AnyStoredEvent[], object]>([
    ['nothing ordered', [], { needed: 2, toOrder: 2, awaited: 0, items: [] }],
    [
      'ordered, not here',
      [move(R, 'ordered', 2)],
      { ordered: 2, awaited: 2, toOrder: 0, items: ['item-part-awaited'] },
    ],
    [
      'half of it here',
      [move(R, 'ordered', 2), move(R, 'received', 1)],
      { received: 1, awaited: 1, items: ['item-part-awaited'] },
    ],
    [
      'all here',
      [move(R, 'ordered', 2), move(R, 'received', 2)],
      { received: 2, awaited: 0, toOrder: 0, items: [] },
    ],
    [
      'off the shelf, never ordered',
      [move(R, 'received', 2)],
      { received: 2, awaited: 0, toOrder: 0, items: [] },
    ],
    [
      'held behind a proof',
      [move(R, 'held', 2, { behind: 'bench-proven' })],
      { held: 'bench-proven', items: ['item-part-held'] },
    ],
    [
      'let go again',
      [move(R, 'held', 2, { behind: 'bench-proven' }), move(R, 'let-go')],
      { held: null, items: [] },
    ],
  ])('%s', (_, moves, expected) => expect(state(...moves)).toMatchObject(expected));
});

it('a part that is held behind a proof may go when its own swap is proven, whatever another swap wants', () => {
  const held = (swap: string) => ({
    swap,
    quote: { lines: [], minutes: { p50: 0, p90: 0 }, total: null, unpriced: 0, sharedMin: 0 },
    agreed: null,
    taxed: null,
    procured: [
      {
        id: R,
        kind: 'part' as const,
        needed: 1,
        ordered: 0,
        received: 0,
        awaited: 0,
        toOrder: 1,
        due: null,
        moves: [],
        what: null,
        held: 'bench-proven' as const,
        state: 'held' as const,
      },
    ],
    boxes: [],
  });
  const items = orderItems([held('s'), held('t')], { scopes: [], warranty: null }, (swap) => swap === 's');
  expect(items.map((i) => [i.id, i.what.code])).toEqual([
    [`held:s:${R}`, 'item-part-may-go'],
    [`held:t:${R}`, 'item-part-held'],
  ]);
});

describe('the box', () => {
  const box = (undamaged: 'yes' | 'no') =>
    event('box-checked', {
      position: TL,
      lamp: 'race-left',
      checks: { contents: 'yes', side: 'yes', revision: 'not-looked', undamaged },
      serial: 'S-1',
      leftovers: [{ what: 'long screw', why: 'for the model before' }],
      after: [],
    });
  it('is looked into lamp by lamp; what is not as ordered stays open', () => {
    const good = job(box('yes'));
    expect(good.orders.boxes).toMatchObject([
      { position: TL, checked: { serial: 'S-1' }, bad: [] },
      { position: TR, checked: null },
    ]);
    expect(good.items).not.toContain('item-box');
    expect(job(box('no')).items).toContain('item-box');
  });
});

describe('a part that moves', () => {
  const unfit = (...events: AnyStoredEvent[]) => read(...events).unfit.map((u) => u.code);
  it('stands where the quote has it, also for what a choice once pinned; one of nowhere does not', () => {
    expect(unfit(move('reflector-red', 'ordered', 2), move('race-left', 'ordered'))).toEqual([]);
    expect(unfit(move('nothing', 'ordered'))).toEqual(['no-such-part']);
  });
});

describe('what was added, and what came back', () => {
  it('are items with their own words', () => {
    const { items } = job(
      event('scope-added', {
        scope: 'a',
        words: 'fog lamps too',
        minutes: 40,
        parts: '',
        tests: 'operate',
        consent: 'by phone',
      }),
      event('warranty-linked', { earlier: 'j0', lamps: ['race-left'], symptom: 'fogged', after: [] }),
    );
    expect(items).toEqual(expect.arrayContaining(['item-scope-added', 'item-warranty']));
  });
});
