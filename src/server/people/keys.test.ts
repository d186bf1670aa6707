import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { figuresOf, USUAL_FIGURES } from '@/core/electric/formulas';
import { makeEvent, northShop, NOW, twoShops, type TwoShops } from '../../../testing/shops';
import { auditOf } from '../audit';
import { keyShop } from '../auth/keyShop';

import { calendarOf, calendarToken, removeBooking, saveBooking } from '../board/bookings';
import { bay, shopKey } from '../db/schema';
import { loadJob } from '../jobs/loadJob';
import { keptJob } from '../jobs/keptJobs';
import { saveIdentity } from '../jobs/vehicles';
import { setStock, stockOf } from '../shelf/stock';
import { figuresForm, saveFigures, shopFigures } from './figures';
import { changeKeys, keysForm, keysOf } from './keys';

let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
});
afterAll(() => shops.close());

const lead = () => shops.actor('north', 'lead');
const changed = async (about: Parameters<typeof auditOf>[2]) =>
  (await auditOf(shops.db, 'north', about)).lines.map((l) => [l.did, l.subject, l.before, l.after]);
const asking = (key: string) => new Request('http://x/', { headers: { authorization: `Bearer ${key}` } });

describe('keys of other programs', () => {
  const make = async (name: string, opens: 'shelf' | 'bundle' = 'shelf') => {
    const made = await changeKeys(shops.db, lead(), { act: 'make', name, opens }, NOW);
    return 'key' in made ? (made.key ?? '') : '';
  };

  it('a key opens its shop, for what it was made for, until it is revoked', async () => {
    const key = await make('Price list');
    const other = new Date(NOW.getTime() + 10 * 60_000);
    expect(await keyShop(shops.db, asking(key), 'shelf', NOW)).toMatchObject({ shopId: 'north' });
    expect(await keyShop(shops.db, asking(key), 'bundle', NOW)).toBeNull();
    expect(await keyShop(shops.db, asking(`${key}x`), 'shelf', NOW)).toBeNull();
    expect(await keyShop(shops.db, asking('yb_'), 'shelf', NOW)).toBeNull();
    // Used again within the hour: that is not written down again.
    await keyShop(shops.db, asking(key), 'shelf', other);
    const [kept] = await keysOf(shops.db, 'north');
    expect(kept).toMatchObject({ name: 'Price list', opens: 'shelf', usedAt: NOW.toISOString() });
    expect(await changeKeys(shops.db, lead(), { act: 'revoke', key: kept?.id ?? '' }, NOW)).toEqual({});
    expect(await keyShop(shops.db, asking(key), 'shelf', NOW)).toBeNull();
    expect(await changeKeys(shops.db, lead(), { act: 'revoke', key: kept?.id ?? '' }, NOW)).toEqual({
      code: 'no-such-key',
    });
    expect(await keysOf(shops.db, 'north')).toEqual([]);
  });

  it('the key itself is kept nowhere, and another shop sees and revokes none of ours', async () => {
    const key = await make('Nightly', 'bundle');
    const all = JSON.stringify([await shops.db.select().from(shopKey), await auditOf(shops.db, 'north')]);
    expect(all).not.toContain(key);
    expect(all).not.toContain(key.slice(3));
    const [kept] = await keysOf(shops.db, 'north');
    expect(await keysOf(shops.db, 'south')).toEqual([]);
    const stranger = shops.actor('south', 'lead');
    expect(await changeKeys(shops.db, stranger, { act: 'revoke', key: kept?.id ?? '' }, NOW)).toEqual({
      code: 'no-such-key',
    });
    expect(await keyShop(shops.db, asking(key), 'bundle', NOW)).not.toBeNull();
  });

  it('only leads make them, no more than twenty, and each is written down', async () => {
    for (const role of ['counter', 'technician'] as const)
      expect(
        await changeKeys(
          shops.db,
          shops.actor('north', role),
          { act: 'make', name: 'x', opens: 'shelf' },
          NOW,
        ),
      ).toEqual({ code: 'lead-only' });
    for (let i = (await keysOf(shops.db, 'north')).length; i < 20; i += 1) await make(`Key ${i}`);
    expect(await changeKeys(shops.db, lead(), { act: 'make', name: 'x', opens: 'shelf' }, NOW)).toEqual({
      code: 'too-many-keys',
    });
    expect((await changed('keys')).filter(([did]) => did === 'key-made')).toHaveLength(21);
  });

  it.each([
    { act: 'make', name: '', opens: 'shelf' },
    { act: 'make', name: 'x', opens: 'all' },
    { act: 'x' },
    {},
  ])('a form like %j is none', (sent) => expect(keysForm.isValidSync(sent)).toBe(false));

  it('the calendar’s address is exchanged: the old one ends at once', async () => {
    const old = await calendarToken(shops.db, 'north');
    await changeKeys(shops.db, lead(), { act: 'calendar' }, NOW);
    const now = await calendarToken(shops.db, 'north');
    expect(now).not.toBe(old);
    const year = [new Date('2026-01-01'), new Date('2027-01-01')] as const;
    expect(await calendarOf(shops.db, old, ...year)).toBeNull();
    expect(await calendarOf(shops.db, now, ...year)).not.toBeNull();
    expect(JSON.stringify(await changed('keys'))).not.toContain(now);
  });
});

describe('figures of the computations', () => {
  it('are used at once, in jobs that are open and kept in memory, and each change is written down', async () => {
    const job = await northShop(shops).newJob();
    const before = await keptJob(shops.db, 'north', job);
    expect(before?.pack.figures).toBeUndefined();
    const input = {
      ...USUAL_FIGURES,
      fuseShare: 0.6,
      maxFuseA: { ...USUAL_FIGURES.maxFuseA, 'AWG 18': 7.5 },
    };
    expect(figuresForm.isValidSync(input)).toBe(true);
    expect(await saveFigures(shops.db, lead(), input)).toEqual({ kind: 'saved' });
    expect((await keptJob(shops.db, 'north', job))?.pack.figures).toEqual({
      fuseShare: 0.6,
      maxFuseA: { 'AWG 18': 7.5 },
    });
    expect(await shopFigures(shops.db, 'north')).toEqual(input);
    expect(await shopFigures(shops.db, 'south')).toEqual(USUAL_FIGURES);
    expect(await changed('settings')).toEqual([
      ['figure-changed', 'maxFuseA AWG 18', 10, 7.5],
      ['figure-changed', 'fuseShare', 0.75, 0.6],
    ]);
    // Put back: nothing of them is kept.
    await saveFigures(shops.db, lead(), figuresOf({}));
    expect((await loadJob(shops.db, 'north', job))?.pack.figures).toBeUndefined();
  });

  it('only leads change them, within their bounds', async () => {
    expect(await saveFigures(shops.db, shops.actor('north', 'technician'), USUAL_FIGURES)).toEqual({
      code: 'lead-only',
    });
    for (const wrong of [
      { ...USUAL_FIGURES, fuseShare: 1.2 },
      { ...USUAL_FIGURES, otherDropV: '0.7' },
      { ...USUAL_FIGURES, maxFuseA: { ...USUAL_FIGURES.maxFuseA, 'AWG 22': 60 } },
      { ...USUAL_FIGURES, maxFuseA: {} },
      {},
    ])
      expect(figuresForm.isValidSync(wrong)).toBe(false);
  });
});

describe('who changed what besides', () => {
  it('bookings: what was made, moved and removed, by whom', async () => {
    const counter = shops.actor('north', 'counter');
    const job = await northShop(shops).newJob();
    await shops.db.insert(bay).values({ shopId: 'north', id: 'b1', name: 'Slip', ordinal: 0 });
    const input = {
      id: 'k1',
      job,
      bay: 'b1',
      startsAt: '2026-06-02T08:00:00.000Z',
      minutes: 60,
      waitsFor: '',
      waitsUntil: null,
      version: 0,
    };
    await saveBooking(shops.db, counter, input);
    await saveBooking(shops.db, counter, { ...input, version: 1, minutes: 90 });
    await saveBooking(shops.db, counter, { ...input, version: 2, minutes: 90 });
    await saveBooking(shops.db, counter, { ...input, version: 1, minutes: 30 });
    await removeBooking(shops.db, counter, 'k1', 3);
    const lines = await changed('bookings');
    expect(lines.map(([did]) => did)).toEqual(['booking-removed', 'booking-changed', 'booking-made']);
    expect(lines[1]).toEqual(['booking-changed', job, { minutes: 60 }, { minutes: 90 }]);
    const { lines: whole } = await auditOf(shops.db, 'north', 'bookings');
    expect(new Set(whole.map((l) => l.by))).toEqual(new Set([counter.userId]));
  });

  it('stock: from what to what, and only of what is on the shelf', async () => {
    const counter = shops.actor('north', 'counter');
    expect(await setStock(shops.db, counter, 'no-such-part', 3)).toBe(false);
    expect(await setStock(shops.db, counter, 'adapter-x40', 3)).toBe(true);
    await setStock(shops.db, counter, 'adapter-x40', 3);
    await setStock(shops.db, counter, 'adapter-x40', 1);
    expect(await changed('stock')).toEqual([
      ['stock-counted', 'adapter-x40', 3, 1],
      ['stock-counted', 'adapter-x40', null, 3],
    ]);
    expect(await stockOf(shops.db, 'north')).toEqual({ 'adapter-x40': 1 });
  });

  it('identities: only what is another', async () => {
    const job = await northShop(shops).newJob({ plate: 'OLD 1' });
    const loaded = await loadJob(shops.db, 'north', job);
    const sent = makeEvent(lead(), job, 'void', { target: 'none' });
    const { id, at, device, deviceSeq } = sent;
    await saveIdentity(
      shops.db,
      lead(),
      {
        id,
        at,
        device,
        deviceSeq,
        job,
        vehicle: loaded?.vehicle.id ?? '',
        vin: '',
        plate: 'NEW 1',
        version: 1,
      },
      NOW,
    );
    expect(await changed('identities')).toEqual([
      ['identity-changed', loaded?.vehicle.id, { plate: 'OLD 1' }, { plate: 'NEW 1' }],
    ]);
  });

  it('is read page by page', async () => {
    const { db } = shops;
    const first = await auditOf(db, 'north', null, null);
    const last = first.lines.at(-1)?.seq ?? 0;
    const next = await auditOf(db, 'north', null, last);
    expect(next.lines.every((l) => l.seq < last)).toBe(true);
    expect((await auditOf(db, 'south', 'bookings')).lines).toEqual([]);
    expect(first.lines.every((l) => l.shopId === 'north')).toBe(true);
  });
});
