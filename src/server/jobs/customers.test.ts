import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type TwoShops,
  envelopeOf,
  jobInput,
  makeEvent,
  northShop,
  NOW,
  twoShops,
} from '../../../testing/shops';
import { customerOf } from '@/core/job';
import { findJobs } from './findJobs';
import { openJob } from './openJob';

let shops: TwoShops;
let { newJob, reading, send }: ReturnType<typeof northShop> = {} as never;
beforeAll(async () => {
  shops = await twoShops();
  ({ newJob, reading, send } = northShop(shops));
});
afterAll(() => shops.close());

const counter = () => shops.actor('north', 'counter');
const found = async (text: string, shop = 'north') =>
  (await findJobs(shops.db, shop, text)).jobs.map((j) => ({ id: j.id, customer: j.customer }));

describe('the customer of a job', () => {
  it('is written when it is opened, and found by three letters of the name or the number', async () => {
    const job = await newJob({ plate: 'CU 1', customer: 'Wenna Tregarth', reach: '0700 900 321' });
    expect(customerOf((await reading(job)).record)).toEqual({
      name: 'Wenna Tregarth',
      reach: '0700 900 321',
      language: '',
      consent: null,
    });
    for (const text of ['egar', 'WENNA', '900 32'])
      expect(await found(text)).toEqual([{ id: job, customer: 'Wenna Tregarth' }]);
    expect(await found('wenna', 'south')).toEqual([]);
    // Name and number are two texts: what lies across them is in neither.
    expect(await found('Tregarth 0700')).toEqual([]);
  });

  it('is found by what was written last, and no more once that is taken back', async () => {
    const job = await newJob({ plate: 'CU 2', customer: 'Jory Pell' });
    const corrected = makeEvent(counter(), job, 'customer-noted', { name: 'Jori Pellow', after: [] });
    await send(counter(), job, corrected);
    expect((await found('pellow')).map((j) => j.id)).toEqual([job]);
    await send(counter(), job, makeEvent(counter(), job, 'void', { target: corrected.id }));
    expect(await found('pellow')).toEqual([]);
    expect((await found('jory pell')).map((j) => j.id)).toEqual([job]);
  });

  it('has a name where a number is given, of a length that fits on a sheet; nothing is opened else', async () => {
    const open = (more: object) =>
      openJob(shops.db, counter(), { ...jobInput({ plate: 'CU 3' }), ...envelopeOf(), ...more }, NOW);
    expect(await open({ customer: '', reach: '0700' })).toEqual({
      kind: 'faults',
      faults: [{ path: 'customer', message: 'wants-customer' }],
    });
    expect(await found('CU 3')).toEqual([]);
  });
});
