import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import { findAll } from './findAll';

let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(new Date('2026-06-10T12:00:00.000Z'));
});
afterAll(() => demo.close());

const found = async (text: string, shop = demo.id) => {
  const { jobs, rows } = await findAll(demo.db, shop, text);
  return { jobs: jobs.map((j) => j.number), rows: rows.map((r) => `${r.kind}/${r.id}`) };
};

describe('anything is found from one field', () => {
  it('a job by its number, its plate, and the line of its vehicle', async () => {
    expect((await found('0009')).jobs).toEqual([9]);
    expect((await found('40-93')).jobs).toEqual([10, 1]);
    expect((await found('byre')).jobs).toEqual([5]);
  });

  it('rows by words of the trade, whatever word is used', async () => {
    const { rows } = await found('skerry');
    expect(rows).toContain('lamp/skerry-620-left');
    expect((await found('indicator')).rows).toEqual((await found('turn signal')).rows);
    expect((await found('tail light')).rows.length).toBeGreaterThan(0);
  });

  it('a few of each kind, and nothing of another shop', async () => {
    const { jobs, rows } = await found('a');
    expect(jobs.length).toBeLessThanOrEqual(6);
    for (const kind of ['family', 'lamp', 'part', 'connector', 'step-sheet'])
      expect(rows.filter((r) => r.startsWith(`${kind}/`)).length).toBeLessThanOrEqual(4);
    expect(await found('skerry', 'another')).toEqual({ jobs: [], rows: [] });
  });

  it('nothing for nothing, signs of the search language, or what is known to nobody', async () => {
    for (const text of ['', '  ', '%', '_', "'", '\\', ':*', '&|!', 'zzzzzz'])
      expect(await found(text)).toEqual({ jobs: [], rows: [] });
  });
});
