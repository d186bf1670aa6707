import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Application } from '@/core/catalogue';
import { csvColumns } from '@/formats/shelf';
import { jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../../testing/shops';
import { appendEvents } from '../jobs/appendEvents';
import { openJob } from '../jobs/openJob';
import { impactOf } from '../jobs/impactOf';
import { importCsv } from './importCsv';
import { loadShelf, shelfRowsById } from './loadShelf';
import { saveRow } from './saveRow';
import { rowHistory, searchShelf } from './searchShelf';

let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
});
afterAll(() => shops.close());
const lead = () => shops.actor('north', 'lead');
const row = async (id: string) => {
  const [found] = await shelfRowsById(shops.db, 'north', 'application', [id]);
  if (!found) throw new Error(`no ${id}`);
  return found.body;
};

describe('finding', () => {
  const ids = async (kind: 'part' | 'lamp' | 'application', q: string) =>
    (await searchShelf(shops.db, 'north', kind, q, { from: 0, size: 50 })).rows.map((r) => r.id);
  it('goes by the words of the trade, the last one begun only', async () => {
    expect(await ids('lamp', 'headlight sound')).toEqual(['sounder-2-left', 'sounder-2-right']);
    expect(await ids('lamp', 'taillight groyne')).toEqual(['groyne-left', 'groyne-right']);
    expect(await ids('part', 'adaptor lead X40')).toEqual(['adapter-x40']);
    expect(await ids('application', 'taillight sandling ebb')).toEqual(['sandling-ebb']);
    expect(await ids('lamp', 'nothing of the kind')).toEqual([]);
    expect(await ids('lamp', "'); drop table job; --")).toEqual([]);
  });
  it('comes in pages with the number of all', async () => {
    const all = await searchShelf(shops.db, 'north', 'lamp', '', { from: 0, size: 1000 });
    const page = await searchShelf(shops.db, 'north', 'lamp', '', { from: 5, size: 3 });
    expect(page).toEqual({ total: all.total, rows: all.rows.slice(5, 8) });
  });
});

describe('editing a row', () => {
  it('makes the next revision with who made it; two at once see both', async () => {
    const mine: Application = { ...(await row('packet-lull')), minutesLow: 22 };
    const theirs: Application = { ...mine, minutesLow: 19 };
    expect(await saveRow(shops.db, lead(), 'application', mine, 1)).toEqual({ kind: 'saved', rev: 2 });
    expect(await saveRow(shops.db, lead(), 'application', theirs, 1)).toMatchObject({
      kind: 'stale',
      rev: 2,
      present: { minutesLow: 22 },
    });
    expect((await row('packet-lull')).minutesLow).toBe(22);
    expect(await saveRow(shops.db, lead(), 'application', theirs, 2)).toEqual({ kind: 'saved', rev: 3 });
    expect(
      (await rowHistory(shops.db, 'north', 'application', 'packet-lull')).map((h) => [h.rev, h.madeBy]),
    ).toEqual([
      [3, 'north lead'],
      [2, 'north lead'],
      [1, ''],
    ]);
  });

  it('refuses what is not whole, with the nearest name, and changes nothing', async () => {
    const base = await row('packet-ebb');
    const before = await loadShelf(shops.db, 'north');
    const rule = (fact: string): Application => ({
      ...base,
      rule: { op: 'equals', id: 'x', fact, value: true },
    });
    expect(await saveRow(shops.db, lead(), 'application', rule('levelling-motr'), 1)).toMatchObject({
      kind: 'faults',
      faults: [
        { path: '/rule/fact', reason: { code: 'no-such-fact-near', facts: { near: 'levelling-motor' } } },
      ],
    });
    expect(await saveRow(shops.db, lead(), 'application', { ...base, minutesLow: -1 }, 1)).toMatchObject({
      kind: 'faults',
    });
    expect(await saveRow(shops.db, shops.actor('north', 'technician'), 'application', base, 1)).toMatchObject(
      { code: 'lead-only' },
    );
    expect(await loadShelf(shops.db, 'north')).toEqual(before);
  });

  it('says at once which open jobs it would change, and saves nothing', async () => {
    const opened = await openJob(shops.db, lead(), jobInput(), NOW);
    if (opened.kind !== 'opened') throw new Error(opened.kind);
    const at = ['tail.rear.left', 'tail.rear.right'];
    await appendEvents(
      shops.db,
      lead(),
      opened.job,
      [
        makeEvent(lead(), opened.job, 'swap-opened', { swap: 'x', positions: at }),
        makeEvent(lead(), opened.job, 'fact-stated', {
          key: 'model-year',
          subject: 'vehicle',
          value: 2016,
          source: 'told',
        }),
        ...at.map((p) =>
          makeEvent(lead(), opened.job, 'fact-stated', {
            key: 'functions-altered',
            subject: p,
            value: false,
            source: 'seen',
          }),
        ),
      ],
      NOW,
    );
    const late: Application = {
      ...(await row('packet-ebb')),
      rule: { op: 'range', id: 'y', fact: 'model-year', from: 2018 },
    };
    expect(await impactOf(shops.db, 'north', late)).toMatchObject({
      kind: 'impact',
      changes: [{ job: opened.job, before: 'fits', after: 'does-not-fit' }],
    });
    expect(await impactOf(shops.db, 'south', late)).toMatchObject({ changes: [] });
    expect((await row('packet-ebb')).rule).not.toEqual(late.rule);
  });
});

describe('a CSV', () => {
  const COLUMNS = csvColumns('application').filter((c) =>
    [
      'id',
      'families',
      'role',
      'end',
      'left',
      'right',
      'minutesLow',
      'minutesHigh',
      'yearFrom',
      'plug',
    ].includes(c),
  );
  const csv = (...lines: Record<string, string>[]) =>
    [COLUMNS.join(','), ...lines.map((l) => COLUMNS.map((c) => l[c] ?? '').join(','))].join('\r\n');
  const line = (id: string, more: Record<string, string> = {}) => ({
    id,
    families: 'orrel-packet',
    role: 'tail',
    end: 'rear',
    left: 'ebb-left',
    right: 'ebb-right',
    minutesLow: '30',
    minutesHigh: '45',
    ...more,
  });
  const take = (text: string) => importCsv(shops.db, 'north', 'test', 'application', text);

  it('comes in piece by piece; again it changes nothing', async () => {
    const text = `\uFEFF${csv(line('csv-1', { yearFrom: '2019' }), line('csv-2', { plug: 'X60' }))}`;
    expect(await take(text)).toEqual({ kind: 'imported', added: 2, revised: 0, unchanged: 0 });
    expect((await row('csv-1')).rule).toEqual({
      op: 'all',
      of: [{ op: 'range', id: 'years', fact: 'model-year', from: 2019 }],
    });
    expect(await take(text)).toEqual({ kind: 'imported', added: 0, revised: 0, unchanged: 2 });
    expect(await take(csv(line('csv-1', { minutesLow: '31' })))).toMatchObject({ added: 0, revised: 1 });
  });

  it('tells a line with a comma too many by its number, and takes nothing', async () => {
    const text = `${csv(line('csv-8'))}\r\n${csv(line('csv-9')).split('\r\n')[1] ?? ''},more,cells`;
    expect(await take(text)).toMatchObject({
      kind: 'faults',
      faults: [{ row: 3, column: 'id', reason: { code: 'csv-more-cells' } }],
    });
  });

  it('is all or nothing, with every fault by line and column', async () => {
    const before = await loadShelf(shops.db, 'north');
    const outcome = await take(
      csv(
        line('csv-3'),
        line('csv-4', { minutesLow: '1;5' }),
        line('csv-5', { families: 'orrel-paket' }),
        line('csv-3'),
        line('csv-6', { left: 'ebb-right' }),
        line('csv-7', { role: 'lantern' }),
      ),
    );
    expect(outcome.kind === 'faults' && outcome.faults.map((f) => [f.row, f.column, f.reason.code])).toEqual([
      [3, 'minutesLow', 'csv-number'],
      [4, 'families', 'no-such-row-near'],
      [5, 'id', 'id-twice'],
      [6, 'left', 'lamp-of-other-side'],
      [7, 'role', 'schema-one-of'],
    ]);
    expect(await loadShelf(shops.db, 'north')).toEqual(before);
  });
});
