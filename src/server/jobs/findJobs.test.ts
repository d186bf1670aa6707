import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import { copyJob } from '../../../testing/manyJobs';
import { findJobs } from './findJobs';

let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(new Date('2026-06-10T12:00:00.000Z'));
  await copyJob(demo.db, demo.id, 1, 30);
});
afterAll(() => demo.close());

const found = async (text: string, shop = demo.id) => {
  const { jobs, more } = await findJobs(demo.db, shop, text);
  return [...jobs.map((j) => j.number), ...(more ? ['more'] : [])];
};

describe('a job is found', () => {
  it('by its number, however it is written', async () => {
    for (const text of ['9', '0009', '#9', ' 009 ']) expect(await found(text)).toContain(9);
    expect(await found('0043')).toEqual([43]);
  });
  it('as it is written on a job, alone: no other holds those figures by chance', async () => {
    // The plates WS 04-12 … hold 04, and job 4 is asked for.
    for (const text of ['0004', '#4', '00004']) {
      expect(await found(text)).toEqual([4]);
      expect((await findJobs(demo.db, demo.id, text)).alone).toBe(true);
    }
    expect((await findJobs(demo.db, demo.id, '4')).alone).toBe(false);
  });
  it('by its vehicle line: maker, name or kind of body', async () => {
    expect(await found('byre')).toEqual([5]);
    expect(await found('trailer')).toEqual([13, 5]);
    expect(await found('capstan')).toEqual([2]);
  });
  it('by any part of what its vehicle is known by: all jobs of the vehicle, newest first', async () => {
    expect(await found('ws 40-93')).toEqual([10, 1]);
    expect(await found('0YBPK7A59GW000093')).toEqual([10, 1]);
    expect(await found('TUG')).toEqual([2]);
  });
  it('by a number that is also part of a plate: both', async () => {
    // Job 12, the plates WS 88-12, WS 04-12, WS 12-70 and WS 12-84, and serials and VINs with 12 in them.
    expect(await found('12')).toEqual(expect.arrayContaining([12, 11, 9, 3]));
  });
  it('among many the newest twenty, and it is said that there are more', async () => {
    const many = await found('COPY');
    expect(many).toHaveLength(21);
    expect([many[0], many.at(-1)]).toEqual([49, 'more']);
  });
  it('not by nothing, by a sign of the search language, by a number too long, or in another shop', async () => {
    for (const text of ['', '  ', '%', '_', '99999999999999999999', '7777'])
      expect(await found(text)).toEqual([]);
    expect(await found('9', 'another')).toEqual([]);
  });
});
