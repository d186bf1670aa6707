import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import { loadNewestJobs } from '../../../testing/newestJobs';
import { quotePdf } from '../sheets/quotePdf';
import { quoteSheet } from './quoteSheet';

let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(new Date('2026-06-10T12:00:00.000Z'));
});
afterAll(() => demo.close());

const NOW = new Date('2026-06-10T12:00:00.000Z');
const sheetOf = async (number: number) => {
  const job = (await loadNewestJobs(demo.db, demo.id, 50)).find((j) => j.number === number);
  if (!job) throw new Error(`no job ${number}`);
  const actor = { shopId: demo.id, shopName: 'Saltpan', zone: 'UTC' } as Parameters<typeof quoteSheet>[1];
  return quoteSheet(demo.db, actor, job, NOW);
};

describe('a quote as it is printed', () => {
  it('adds up what is certain, and the tax that the shop has set', async () => {
    const doc = await sheetOf(9);
    const certain = doc?.swaps.flatMap((s) => s.lines).filter((l) => !l.perhaps && l.price) ?? [];
    expect(certain.length).toBeGreaterThan(1);
    expect(doc?.total?.minor).toBe(certain.reduce((n, l) => n + (l.price?.minor ?? 0), 0));
    if (doc?.taxBp !== null && doc?.total)
      expect(doc.withTax?.minor).toBe(doc.total.minor + Math.round((doc.total.minor * doc.taxBp) / 10_000));
    // Every line has a name, never a bare id.
    for (const l of certain)
      expect(typeof l.name === 'string' ? l.name : Object.keys(l.name).length).toBeTruthy();
  });

  it('is a PDF in either language', async () => {
    const doc = await sheetOf(9);
    if (!doc) throw new Error('no quote');
    for (const locale of ['en-GB', 'en-US'])
      expect((await quotePdf(doc, locale)).subarray(0, 5).toString('latin1')).toBe('%PDF-');
  });

  it('is none where nothing is chosen', async () => {
    expect(await sheetOf(6)).toBeNull();
  });
});
