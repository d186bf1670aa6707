import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadNewestJobs } from '../../../testing/newestJobs';
import {
  type TwoShops,
  envelopeOf,
  jobInput,
  makeEvent,
  northShop,
  NOW,
  twoShops,
} from '../../../testing/shops';
import { appendEvents } from './appendEvents';
import { loadJob } from './loadJob';
import { loadRelease, lockRelease } from './lockRelease';
import { openJob } from './openJob';
import { findVehicles, identityForm, saveIdentity } from './vehicles';

let shops: TwoShops;
let { newJob, reading, send }: ReturnType<typeof northShop> = {} as never;
beforeAll(async () => {
  shops = await twoShops();
  ({ newJob, reading, send } = northShop(shops));
});
afterAll(() => shops.close());

const HEAD = ['headlamp.front.left', 'headlamp.front.right'];
const technician = () => shops.actor('north', 'technician');
const counter = () => shops.actor('north', 'counter');

describe('opening a job', () => {
  it('twice with the same id opens one', async () => {
    const input = jobInput();
    const first = await openJob(shops.db, counter(), input, NOW);
    expect(await openJob(shops.db, counter(), input, NOW)).toEqual(first);
  });

  it('finds a known vehicle by VIN or plate, and facts stay with the vehicle across its jobs', async () => {
    const vin = '0YBPK7A51MW000147';
    const first = await newJob({ vin, plate: null });
    await send(
      technician(),
      first,
      makeEvent(technician(), first, 'fact-stated', {
        key: 'plug',
        subject: HEAD[0] ?? '',
        value: 'X41',
        source: 'seen',
      }),
    );
    const again = await openJob(shops.db, counter(), jobInput({ vin: vin.toLowerCase(), plate: null }), NOW);
    if (again.kind !== 'known-vehicle') throw new Error(again.kind);
    const second = await newJob({ vehicle: again.vehicle });
    expect((await reading(second)).facts.get(`plug@${HEAD[0]}`)?.value).toBe('X41');
    expect((await findVehicles(shops.db, 'north', '0YBPK'))[0]?.id).toBe(again.vehicle);
  });

  it('wants an identity and a vehicle line, and refuses a VIN of the wrong form', async () => {
    const fault = async (more: object) => {
      const outcome = await openJob(shops.db, counter(), jobInput(more), NOW);
      return outcome.kind === 'faults' ? outcome.faults[0]?.message : outcome.kind;
    };
    expect(await fault({ plate: null })).toBe('wants-identity');
    expect(await fault({ family: null })).toBe('wants-family');
    expect(await fault({ family: 'no-such' })).toBe('no-such-family');
    expect(await fault({ vin: '123' })).toBe('vin-length');
  });

  it('opens one on a vehicle that no shelf knows, keeps what was described of it, and finds it by that', async () => {
    const own = {
      maker: 'Cormorant',
      name: 'Skiff 900',
      body: 'tug' as const,
      hazards: [],
      lamps: [{ lamp: 'work.roof' as const, does: ['work' as const] }],
    };
    const faults = await openJob(
      shops.db,
      counter(),
      jobInput({ family: null, plate: null, own: { ...own, maker: ' ', lamps: [] } }),
      NOW,
    );
    // All that is wanting is said at once.
    expect(faults.kind === 'faults' && faults.faults.map((f) => f.path)).toEqual([
      'ownMaker',
      'ownLamps',
      'vin',
    ]);
    const opened = await newJob({ family: null, plate: 'SK 9', own });
    const loaded = await loadJob(shops.db, 'north', opened);
    expect(loaded?.family).toMatchObject({ maker: 'Cormorant', name: 'Skiff 900', bodyStyle: 'tug' });
    expect(loaded?.family.places.map((p) => p.position.role)).toEqual(['work', 'work']);
    const found = await findVehicles(shops.db, 'north', 'skiff');
    expect(found.map((v) => v.plate)).toEqual(['SK 9']);
    expect((await findVehicles(shops.db, 'south', 'skiff')).length).toBe(0);
    // A line of the shelf goes before what was described beside it.
    const onShelf = await newJob({ plate: 'SK 10', own });
    expect((await loadJob(shops.db, 'north', onShelf))?.family.id).not.toMatch(/^own\//);
    // Found on the shelf later, it is put on that line, and back again.
    const vehicle = loaded?.vehicle;
    if (!vehicle) throw new Error('no vehicle');
    const correct = async (family: string, version: number) =>
      saveIdentity(
        shops.db,
        counter(),
        { ...envelopeOf(), vehicle: vehicle.id, version, vin: null, plate: 'SK 9', family },
        NOW,
      );
    const shelfLine = (await loadJob(shops.db, 'north', onShelf))?.family.id ?? '';
    expect(await correct(shelfLine, vehicle.version)).toEqual({ kind: 'saved' });
    expect(await correct(vehicle.family, vehicle.version + 1)).toEqual({ kind: 'saved' });
    expect(await correct(`own/${onShelf}`, vehicle.version + 2)).toMatchObject({ code: 'no-such-family' });
  });

  it('numbers jobs without gaps, however many open at once', async () => {
    const outcomes = await Promise.all(
      Array.from({ length: 8 }, () => openJob(shops.db, counter(), jobInput(), NOW)),
    );
    const numbers = outcomes.flatMap((o) => (o.kind === 'opened' ? [o.number] : [])).sort((a, b) => a - b);
    expect(numbers).toEqual(numbers.map((_, i) => (numbers[0] ?? 0) + i));
  });
});

describe('a vehicle’s identity', () => {
  it('saved on an older version changes nothing and shows what stands', async () => {
    const job = await newJob();
    const { vehicle } = (await loadJob(shops.db, 'north', job)) ?? {};
    const input = { vehicle: vehicle?.id ?? '', version: 1, vin: null };
    const save = (more: { plate: string | null; version?: number }) =>
      saveIdentity(shops.db, counter(), { ...input, ...envelopeOf(), ...more });
    expect(await save({ plate: 'FIRST' })).toEqual({ kind: 'saved' });
    expect(await save({ plate: 'SECOND' })).toMatchObject({
      kind: 'stale',
      present: { plate: 'FIRST', version: 2 },
    });
    expect(await save({ version: 2, plate: null })).toMatchObject({
      kind: 'refused',
      code: 'wants-identity',
    });
  });
});

/** A job with everything but a lamp. */

describe('two shops', () => {
  it('cannot read or write each other’s jobs, vehicles or documents', async () => {
    const job = await newJob({ vin: '0YBPK7A59GW000093', plate: null });
    const stranger = shops.actor('south', 'lead');
    expect(await loadJob(shops.db, 'south', job)).toBeNull();
    expect(await loadNewestJobs(shops.db, 'south', 50)).toEqual([]);
    expect(
      await appendEvents(
        shops.db,
        stranger,
        job,
        [makeEvent(stranger, job, 'modification-noted', { words: 'x' })],
        NOW,
      ),
    ).toMatchObject([{ code: 'no-such-job' }]);
    expect(await findVehicles(shops.db, 'south', '0YBPK')).toEqual([]);
    expect(await loadRelease(shops.db, 'south', job)).toBeNull();
    expect(await lockRelease(shops.db, stranger, { ...envelopeOf(), job }, NOW)).toMatchObject({
      code: 'no-such-job',
    });
    // The same VIN is a vehicle of its own in another shop.
    expect(
      await openJob(
        shops.db,
        shops.actor('south', 'counter'),
        jobInput({ vin: '0YBPK7A59GW000093', plate: null }),
        NOW,
      ),
    ).toMatchObject({ kind: 'opened', number: 1 });
  });

  it('takes no version past what the database counts, and writes into no job of another vehicle', async () => {
    expect(
      identityForm.isValidSync({ ...envelopeOf(), vehicle: 'v', version: 2 ** 31, vin: null, plate: 'X' }),
    ).toBe(false);
    const [mine, other] = [await newJob(), await newJob()];
    const { vehicle } = (await loadJob(shops.db, 'north', mine)) ?? {};
    const before = (await loadJob(shops.db, 'north', other))?.pack.events.length;
    const outcome = await saveIdentity(
      shops.db,
      counter(),
      {
        ...envelopeOf(),
        vehicle: vehicle?.id ?? '',
        version: vehicle?.version ?? 1,
        vin: null,
        plate: 'MOVED',
        family: 'orrel-packet',
        job: other,
      },
      NOW,
    );
    expect(outcome).toEqual({ kind: 'refused', code: 'other-vehicle' });
    expect((await loadJob(shops.db, 'north', mine))?.vehicle.plate).not.toBe('MOVED');
    expect((await loadJob(shops.db, 'north', other))?.pack.events.length).toBe(before);
  });
});
