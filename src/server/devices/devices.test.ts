import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../../testing/shops';
import { openJob } from '../jobs/openJob';
import { takeIn } from '../jobs/takeIn';
import { actorsOn, deviceFor, deviceOf, endGrant, grant } from './devices';
import { joinDevice } from './joinDevice';

let shops: TwoShops;
let job: string;
beforeAll(async () => {
  shops = await twoShops();
  const opened = await openJob(shops.db, counter(), jobInput(), NOW);
  if (opened.kind !== 'opened') throw new Error(opened.kind);
  job = opened.job;
});
afterAll(() => shops.close());
const counter = () => shops.actor('north', 'counter');
const technician = () => shops.actor('north', 'technician');
const later = (days: number) => new Date(NOW.getTime() + days * 24 * 3_600_000);

/** A tablet: what its browser keeps. */
async function tablet(shop = 'north') {
  const { id, cookie } = await deviceFor(shops.db, shop, null);
  return { id, cookies: cookie?.split(';')[0] ?? '' };
}
const note = (by: ReturnType<typeof counter>) => makeEvent(by, job, 'modification-noted', { words: 'lift' });
const sent = async (deviceId: string, by: ReturnType<typeof counter>, ...events: readonly object[]) => {
  const { answer } = await takeIn(shops.db, by, JSON.stringify({ events }), NOW, deviceId);
  return 'outcomes' in answer ? answer.outcomes.map((o) => [o.outcome, o.code]) : answer;
};

describe('a device that several work on', () => {
  it('is known by its cookie, in its own shop alone, and not by a changed one', async () => {
    const t = await tablet();
    expect(await deviceOf(shops.db, 'north', `a=b; ${t.cookies}`)).toBe(t.id);
    expect(await deviceOf(shops.db, 'south', t.cookies)).toBeNull();
    expect(await deviceOf(shops.db, 'north', `${t.cookies}x`)).toBeNull();
    expect(await deviceFor(shops.db, 'north', t.cookies)).toEqual({ id: t.id, cookie: null });
  });

  it('takes an entry of whoever may work on it under their name, with no more rights than who is signed in', async () => {
    const t = await tablet();
    const [mine, theirs] = [note(counter()), note(technician())];
    const counted = () =>
      makeEvent(technician(), job, 'fastener-counted', { step: 'nowhere', group: 'g', act: 'out', count: 1 });
    expect(await sent(t.id, counter(), mine, theirs)).toEqual([
      ['kept', undefined],
      ['not-taken', 'other-author'],
    ]);
    await grant(shops.db, 'north', t.id, technician().userId, NOW);
    const [bounded, free] = [counted(), counted()];
    // A counter may not count, in whoever's name; a technician may, in the name of another.
    expect(await sent(t.id, counter(), theirs, bounded)).toEqual([
      ['kept', undefined],
      ['held', 'not-allowed'],
    ]);
    expect(await sent(t.id, shops.actor('north', 'lead'), free)).toEqual([['kept', undefined]]);
    const rows = await shops.db.execute(
      sql`select user_id, role, signed_in from job_event where id in (${theirs.id}, ${free.id}) order by seq`,
    );
    expect(rows.rows).toEqual([
      { user_id: technician().userId, role: 'counter', signed_in: counter().userId },
      { user_id: technician().userId, role: 'technician', signed_in: shops.actor('north', 'lead').userId },
    ]);
  });

  it('ends after its days, when somebody ends it, and when the person leaves', async () => {
    const t = await tablet();
    const user = technician().userId;
    const may = async (now = NOW) => (await actorsOn(shops.db, counter(), t.id, now)).has(user);
    await grant(shops.db, 'north', t.id, user, NOW);
    expect([await may(), await may(later(13)), await may(later(15))]).toEqual([true, true, false]);
    await endGrant(shops.db, 'north', t.id, user, 'lead', NOW);
    expect(await may()).toBe(false);
    await grant(shops.db, 'north', t.id, user, NOW);
    expect(await may()).toBe(true);
    await shops.db.execute(sql`update member set ended_at = now() where user_id = ${user}`);
    expect(await may()).toBe(false);
    await shops.db.execute(sql`update member set ended_at = null where user_id = ${user}`);
  });

  it('lets nobody join by a wrong name, a wrong password or from no device, and stops guessing', async () => {
    const t = await tablet();
    const join = (username: string, password: string, cookies: string | null = t.cookies) =>
      joinDevice(shops.db, counter(), cookies, { username, password }, NOW);
    expect(await join('nobody', 'whatever it is')).toEqual({ code: 'sign-in-wrong' });
    expect(await join('nobody', 'whatever it is', null)).toEqual({ code: 'no-device' });
    expect(await join('north.technician', 'test-pass-word')).toEqual({ joined: technician().userId });
    expect((await actorsOn(shops.db, counter(), t.id, NOW)).get(technician().userId)?.role).toBe(
      'technician',
    );
    // Of another shop: as if there were no such name.
    expect(await join('south.technician', 'test-pass-word')).toEqual({ code: 'sign-in-wrong' });
    const codes: unknown[] = [];
    // From a device made anew each time, as the exploit did.
    for (let i = 0; i < 12; i += 1)
      codes.push(await join('south.lead', `not ${i} this one`, (await tablet()).cookies));
    expect(codes.at(-1)).toEqual({ code: 'sign-in-blocked' });
  });
});
