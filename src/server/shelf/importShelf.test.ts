import { afterAll, beforeAll, expect, it } from 'vitest';
import { SHELF_TEXT, type TwoShops, twoShops } from '../../../testing/shops';
import { importShelf } from './importShelf';
import { loadShelf, pinnedRows, shelfRowsById } from './loadShelf';

let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
});
afterAll(() => shops.close());

const file = (rows: object) => JSON.stringify({ form: 'yonder-bolt/shelf', version: 1, ...rows });

it('importing the same file again makes no revision', async () => {
  const outcome = await importShelf(shops.db, 'north', 'test', SHELF_TEXT);
  expect(outcome).toMatchObject({ kind: 'imported', added: 0, revised: 0 });
});

it('a changed row becomes a new revision; the old one stays for jobs that pinned it; the other shop keeps its own', async () => {
  const [part] = await shelfRowsById(shops.db, 'north', 'part', ['adapter-x40']);
  const dearer = { ...part?.body, price: { minor: 2100, currency: 'EUR' } };
  expect(await importShelf(shops.db, 'north', 'test', file({ parts: [dearer] }))).toMatchObject({
    added: 0,
    revised: 1,
    unchanged: 0,
  });
  expect((await shelfRowsById(shops.db, 'north', 'part', ['adapter-x40']))[0]).toMatchObject({
    rev: 2,
    body: { price: { minor: 2100 } },
  });
  expect(
    (await pinnedRows(shops.db, 'north', 'part', [{ id: 'adapter-x40', rev: 1 }]))[0]?.body.price.minor,
  ).toBe(1850);
  expect((await shelfRowsById(shops.db, 'south', 'part', ['adapter-x40']))[0]?.rev).toBe(1);
});

it('one fault anywhere and nothing is written', async () => {
  const before = await loadShelf(shops.db, 'north');
  const good = {
    id: 'new-clip',
    name: { 'en-GB': 'Clip' },
    partNumber: 'C-1',
    price: { minor: 5, currency: 'EUR' },
  };
  const outcome = await importShelf(
    shops.db,
    'north',
    'test',
    file({ parts: [good, { ...good, id: 'other', price: { minor: -1, currency: 'EUR' } }] }),
  );
  expect(outcome).toMatchObject({ kind: 'faults', faults: [{ path: '/parts/1/price/minor' }] });
  expect(await loadShelf(shops.db, 'north')).toEqual(before);
});

it('two imports at once do not lose one another’s revision', async () => {
  const [part] = await shelfRowsById(shops.db, 'south', 'part', ['bracket-deep']);
  const at = (minor: number) =>
    importShelf(
      shops.db,
      'south',
      'test',
      file({ parts: [{ ...part?.body, price: { minor, currency: 'EUR' } }] }),
    );
  await Promise.all([at(1), at(2), at(3)]);
  expect((await shelfRowsById(shops.db, 'south', 'part', ['bracket-deep']))[0]?.rev).toBe(4);
});
