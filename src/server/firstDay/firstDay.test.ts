import { readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { emptyDatabase, type OwnDatabase } from '../../../testing/database';
import { checkShelf } from '@/core/catalogue';
import { readShelfFile } from '@/formats/shelf';
import { auditOf } from '../audit';
import { makeAuth } from '../auth/auth';
import { type OpenedDatabase, openDatabase } from '../db/connection';
import { migrateDatabase } from '../db/migrate';
import { bay, member, setupLink, shop, user } from '../db/schema';
import { loadShelf } from '../shelf/loadShelf';
import { openShop } from './openShop';
import { LINK_MS, newSetupKey, opens } from './setupLink';
import { firstDayForm } from './shopForm';
import { starterSet } from './starterSet';

let made: OwnDatabase;
let opened: OpenedDatabase;
beforeAll(async () => {
  made = await emptyDatabase();
  await migrateDatabase(made.url);
  opened = openDatabase(made.url);
});
afterAll(async () => {
  await opened.pool.end();
  await made.drop();
});

const NOW = new Date('2026-03-02T08:00:00Z');
const later = (ms: number) => new Date(NOW.getTime() + ms);
const input = (key: string, more: object = {}) =>
  firstDayForm.validateSync({
    key,
    name: 'Quay Lamps',
    zone: 'Europe/Lisbon',
    locale: 'en-GB',
    currency: 'EUR',
    hourMinor: 6500,
    taxBp: 2300,
    openMin: 480,
    closeMin: 1080,
    market: 'ECE',
    sheetHead: '',
    sheetFoot: '',
    bays: ['Slip', 'Shed'],
    shelf: 'starter',
    lead: { name: 'Berta Quill', username: 'Berta', password: 'a-good-long-one' },
    ...more,
  });

describe('the form of the first day', () => {
  it.each([
    [{ zone: 'Mars/Olympus' }, 'zone', 'no-such-zone'],
    [{ currency: 'ZZZ' }, 'currency', 'no-such-currency'],
    [{ closeMin: 480 }, 'closeMin', 'hours'],
    [{ bays: [] }, 'bays', 'too-few'],
    [{ bays: ['Slip', 'slip'] }, 'bays', 'twice'],
    [{ hourMinor: 1.5 }, 'hourMinor', 'not-whole'],
    [{ name: ' ' }, 'name', 'not-trimmed'],
    [{ name: '' }, 'name', 'missing'],
    [{ lead: { name: 'B', username: 'b!', password: 'a-good-long-one' } }, 'lead.username', 'username-form'],
    [{ lead: { name: 'B', username: 'berta', password: 'short' } }, 'lead.password', 'password-short'],
  ])('says of %j what is wrong with it', (more, path, message) => {
    let said: unknown = null;
    try {
      input('k', more);
    } catch (e) {
      said = e;
    }
    expect(said).toMatchObject({ path, message });
  });
});

describe('the starter set', () => {
  it('is a whole shelf by itself, without a brand and without a price', () => {
    const set = starterSet();
    expect(checkShelf(set)).toEqual([]);
    expect(readShelfFile(JSON.stringify({ form: 'yonder-bolt/shelf', version: 1, ...set })).kind).toBe(
      'shelf',
    );
    expect(set.parts.every((p) => p.price.currency === 'XXX')).toBe(true);
    expect(set.families).toEqual([]);
    expect(set.lamps).toEqual([]);
  });

  it('has the road rules of the demo: they are kept in one wording', () => {
    const demo = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as { profiles: unknown };
    expect(starterSet().profiles).toEqual(demo.profiles);
  });

  it('knows what a bulb of 21 W draws: 1.75 A at 12 V, by the law of filaments 1.87 A at 13.5 V', () => {
    const name = starterSet().parts.find((p) => p.id === 'bulb-12v-21w')?.name['en-GB'];
    expect(name).toBe('Filament bulb 12 V 21 W: 1.87 A at 13.5 V');
  });
});

describe('the link of an empty installation', () => {
  it('is good for an hour, and only the newest is', async () => {
    const first = await newSetupKey(opened.db, NOW);
    expect(await opens(opened.db, first ?? '', later(LINK_MS - 1000))).toBe(true);
    expect(await opens(opened.db, first ?? '', later(LINK_MS))).toBe(false);
    const second = await newSetupKey(opened.db, NOW);
    expect(await opens(opened.db, first ?? '', NOW)).toBe(false);
    expect(await opens(opened.db, second ?? '', NOW)).toBe(true);
    for (const key of ['', 'x', `${second ?? ''}x`]) expect(await opens(opened.db, key, NOW)).toBe(false);
    // A copy of the database opens nothing: the key itself is nowhere in it.
    const rows = await opened.db.select().from(setupLink);
    expect(JSON.stringify(rows)).not.toContain(second);
  });

  it('opens one shop, once, for whoever comes first: of two at once one is told so', async () => {
    const key = (await newSetupKey(opened.db, NOW)) ?? '';
    const both = await Promise.all([
      openShop(opened.db, input(key), NOW),
      openShop(opened.db, input(key, { name: 'Other' }), NOW),
    ]);
    expect(both.filter((o) => 'kind' in o)).toHaveLength(1);
    expect(both.filter((o) => 'code' in o)).toEqual([{ code: 'key-not-good' }]);
    const shops = await opened.db.select().from(shop);
    expect(shops).toHaveLength(1);
    expect(shops[0]).toMatchObject({ hourMinor: 6500, hourCurrency: 'EUR', taxBp: 2300, openMin: 480 });
    expect(await opened.db.select().from(bay)).toHaveLength(2);
    expect(await opened.db.select().from(member)).toMatchObject([{ role: 'lead', endedAt: null }]);
    // There is a shop now: no link is made any more, and the old one opens nothing.
    expect(await newSetupKey(opened.db, NOW)).toBeNull();
    expect(await openShop(opened.db, input(key), NOW)).toEqual({ code: 'key-not-good' });
  });

  it('leaves a lead who can sign in, a shelf that is whole, and a line of who did it', async () => {
    const [only] = await opened.db.select().from(shop);
    const [berta] = await opened.db.select().from(user).where(eq(user.username, 'berta'));
    const signIn = await makeAuth(opened.db, {
      secret: 'a-secret-for-tests-only-0123456789abcdef',
    }).api.signInUsername({
      body: { username: 'berta', password: 'a-good-long-one' },
    });
    expect(signIn?.user.id).toBe(berta?.id);
    const shelf = await loadShelf(opened.db, only?.id ?? '');
    expect(shelf.profiles.map((p) => p.id).sort()).toEqual(['ECE', 'NA', 'none']);
    const { lines } = await auditOf(opened.db, only?.id ?? '');
    expect(lines.map((l) => [l.about, l.did, l.by]).reverse()).toEqual([
      ['shop', 'shop-opened', berta?.id],
      ['people', 'person-added', berta?.id],
      ['shelf', 'shelf-imported', berta?.id],
    ]);
    expect(JSON.stringify(lines)).not.toContain('a-good-long-one');
  });
});
