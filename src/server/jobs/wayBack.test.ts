import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DemoShop, demoShop } from '../../../testing/demoShop';
import { envelopeOf, jobInput } from '../../../testing/shops';
import { boardJobs } from './boardJobs';
import { findJobs } from './findJobs';
import { openJob, openJobForm } from './openJob';
import { stockOf } from '../shelf/stock';
import { saveIdentity } from './vehicles';

const NOW = new Date('2026-06-10T12:00:00.000Z');
let demo: DemoShop;
beforeAll(async () => {
  demo = await demoShop(NOW);
});
afterAll(() => demo.close());

const inWork = async () => (await boardJobs(demo.db, demo.id, [], NOW, null)).inWork.map((j) => j.number);
const released = async () => (await boardJobs(demo.db, demo.id, [], NOW, null)).released.map((j) => j.number);
const stood = (type: string) => async (number: number) =>
  (await demo.job(number)).reading.record.standing.filter((e) => e.type === type).at(-1);

describe('a job that is given up', () => {
  it('leaves the board, is kept and found, and comes back when it is taken up again', async () => {
    const { id } = await demo.job(6);
    const give = (abandoned: boolean, after: readonly string[] = []) =>
      demo.send('counter', id, 'job-abandoned', {
        abandoned,
        words: 'opened on the wrong van',
        after: [...after],
      });
    expect(await inWork()).toContain(6);
    expect(await give(true)).toMatchObject({ outcome: 'kept', code: undefined });
    expect(await inWork()).not.toContain(6);
    expect(await released()).not.toContain(6);
    const { jobs } = await findJobs(demo.db, demo.id, '0006');
    expect(jobs).toMatchObject([{ number: 6, abandoned: true }]);
    const given = await stood('job-abandoned')(6);
    await give(false, given ? [given.id] : []);
    expect(await inWork()).toContain(6);
  });

  it('comes back as well when the giving up is undone', async () => {
    const { id } = await demo.job(11);
    await demo.send('lead', id, 'job-abandoned', {
      abandoned: true,
      words: 'customer does not come',
      after: [],
    });
    expect(await inWork()).not.toContain(11);
    const given = await stood('job-abandoned')(11);
    await demo.send('lead', id, 'void', { target: given?.id ?? '' });
    expect(await inWork()).toContain(11);
  });
});

describe('what a job was opened with can be put right', () => {
  it('the customer’s words: the new ones show everywhere, the old ones stay in the history', async () => {
    const { id } = await demo.job(4);
    await demo.send('counter', id, 'words-corrected', { words: 'Wants daytime lamps only', after: [] });
    const { jobs } = await findJobs(demo.db, demo.id, '0004');
    expect(jobs[0]?.words).toBe('Wants daytime lamps only');
    expect((await demo.job(4)).reading.record.opened?.body.words).not.toBe('Wants daytime lamps only');
  });

  it('its line: what does not fit there is kept and said, and fits again when it is put back', async () => {
    const before = await demo.job(13);
    expect(before.reading.record.swaps).toHaveLength(1);
    const put = async (family: string) => {
      const { vehicle, id } = await demo.job(13);
      return saveIdentity(
        demo.db,
        demo.actor('counter'),
        {
          ...envelopeOf(),
          vehicle: vehicle.id,
          version: vehicle.version,
          vin: vehicle.vin,
          plate: vehicle.plate,
          family,
          job: id,
        },
        NOW,
      );
    };
    expect(await put('nowhere')).toEqual({ kind: 'refused', code: 'no-such-family' });
    expect(await put('orrel-whimbrel')).toEqual({ kind: 'saved' });
    const scooter = await demo.job(13);
    expect(scooter.family.id).toBe('orrel-whimbrel');
    expect(scooter.reading.record.swaps).toHaveLength(0);
    expect(scooter.reading.unfit.map((u) => u.code)).toContain('unknown-position');
    expect(scooter.reading.record.lineCorrections.map((e) => e.body)).toEqual([
      { from: 'dunmarrow-slip', to: 'orrel-whimbrel' },
    ]);
    await put('dunmarrow-slip');
    const back = await demo.job(13);
    expect(back.reading.record.swaps).toHaveLength(1);
    expect(back.reading.unfit).toEqual([]);
  });
});

describe('what was agreed, ordered, received or taken', () => {
  it('is taken back, and what came off the shelf lies there again', async () => {
    const job = await demo.job(7);
    const swap = job.reading.checks[0];
    const part = swap?.orders?.procured.find((p) => p.toOrder > 0 || p.received > 0)?.id ?? '';
    const procured = async () =>
      (await demo.job(7)).reading.checks[0]?.orders?.procured.find((p) => p.id === part);
    const lying = async () => (await stockOf(demo.db, demo.id))[part] ?? 0;
    const was = await procured();
    const stock = await lying();
    await demo.send('counter', job.id, 'part-moved', {
      swap: swap?.swap.id ?? '',
      part,
      move: 'received',
      quantity: 2,
      from: 'stock',
    });
    const taken = await procured();
    expect(taken?.received).toBe((was?.received ?? 0) + 2);
    expect(taken?.moves[0]).toMatchObject({ move: 'received', quantity: 2, fromStock: true });
    await demo.send('counter', job.id, 'void', { target: taken?.moves[0]?.event ?? '' });
    expect(await procured()).toEqual(was);
    expect(await lying()).toBe(stock);
    const agreed = (await demo.job(7)).reading.checks[0]?.orders?.agreed;
    expect(agreed).not.toBeNull();
    await demo.send('lead', job.id, 'void', { target: agreed?.event ?? '' });
    expect((await demo.job(7)).reading.checks[0]?.orders?.agreed).toBeNull();
  });
});

it('everything that is wrong with a new job is said at once', async () => {
  const wrong = openJobForm.validateSync({
    ...jobInput(),
    family: '',
    vin: '',
    plate: '',
    toldYear: '20x9',
    words: ' ',
  });
  expect(await openJob(demo.db, demo.actor('counter'), wrong, NOW)).toEqual({
    kind: 'faults',
    faults: [
      { path: 'family', message: 'wants-family' },
      { path: 'vin', message: 'wants-identity' },
      { path: 'toldYear', message: 'year' },
      { path: 'words', message: 'wants-words' },
    ],
  });
});
