import { and, eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW, northShop, type TwoShops, twoShops } from '../../../testing/shops';
import { auditOf } from '../audit';
import { makeAuth } from '../auth/auth';
import { takeGuess, takeTry } from '../auth/signInLimit';
import { bay, booking, member, session } from '../db/schema';
import { shopForm } from '../firstDay/shopForm';
import { loadJob } from '../jobs/loadJob';
import { changeOwn } from './ownAccount';
import { changePeople, peopleForm, peopleOf } from './people';
import { saveSettings, settingsOf } from './settings';

let shops: TwoShops;
beforeAll(async () => {
  shops = await twoShops();
});
afterAll(() => shops.close());

const lead = () => shops.actor('north', 'lead');
const act = (input: object, actor = lead()) =>
  changePeople(shops.db, actor, peopleForm.validateSync(input) as never, NOW);
const person = async (username: string) =>
  (await peopleOf(shops.db, 'north')).find((p) => p.username === username);
const signIn = (username: string, password: string) =>
  makeAuth(shops.db, { secret: 'a-secret-for-tests-only-0123456789abcdef' })
    .api.signInUsername({ body: { username, password } })
    .then(
      (a) => a?.user.id ?? null,
      () => null,
    );

describe('people', () => {
  it('are added with a temporary password that works, is shown once and has to be changed', async () => {
    const made = await act({ act: 'add', name: 'Ida Reef', username: 'Ida.R', role: 'technician' });
    const password = 'password' in made ? (made.password ?? '') : '';
    expect(password).toMatch(/^[a-z2-9]{4}(-[a-z2-9]{4}){2}$/);
    const ida = await person('ida.r');
    expect(ida).toMatchObject({ name: 'Ida Reef', role: 'technician', temporary: true, ended: null });
    expect(await signIn('ida.r', password)).toBe(ida?.id);
    const self = { ...shops.actor('north', 'technician'), userId: ida?.id ?? '' };
    for (const [old, next, code] of [
      ['wrong', 'another-long-one', 'old-password-wrong'],
      [password, password, 'same-password'],
    ] as const)
      expect(await changeOwn(shops.db, self, { act: 'password', old, new: next })).toEqual({ code });
    expect(
      await changeOwn(shops.db, self, { act: 'password', old: password, new: 'another-long-one' }),
    ).toEqual({
      kind: 'done',
    });
    expect((await person('ida.r'))?.temporary).toBe(false);
    // Every session of before is ended, and the old password opens nothing.
    expect(
      await shops.db
        .select()
        .from(session)
        .where(eq(session.userId, ida?.id ?? '')),
    ).toEqual([]);
    expect(await signIn('ida.r', password)).toBeNull();
    expect(await signIn('ida.r', 'another-long-one')).toBe(ida?.id);
    expect(JSON.stringify(await auditOf(shops.db, 'north'))).not.toContain(password);
  });

  it('have user names of their own, whichever the shop', async () => {
    for (const username of ['ida.r', 'IDA.R'])
      expect(await act({ act: 'add', name: 'X', username, role: 'lead' })).toEqual({
        code: 'username-taken',
      });
  });

  it('are changed by a lead of their own shop alone', async () => {
    const ida = (await person('ida.r'))?.id ?? '';
    for (const role of ['counter', 'technician'] as const)
      expect(await act({ act: 'role', person: ida, role: 'lead' }, shops.actor('north', role))).toEqual({
        code: 'lead-only',
      });
    expect(await act({ act: 'end', person: ida }, shops.actor('south', 'lead'))).toEqual({
      code: 'no-such-person',
    });
    expect(await person('ida.r')).toMatchObject({ role: 'technician', ended: null });
  });

  it('who end keep what they wrote and sign in no more; they can be let back in', async () => {
    const ida = (await person('ida.r'))?.id ?? '';
    await signIn('ida.r', 'another-long-one');
    expect(await act({ act: 'end', person: ida })).toEqual({});
    expect((await person('ida.r'))?.ended).toBe(NOW.toISOString());
    expect(await shops.db.select().from(session).where(eq(session.userId, ida))).toEqual([]);
    expect(await act({ act: 'back', person: ida })).toEqual({});
    expect((await person('ida.r'))?.ended).toBeNull();
  });

  it('who work in another shop too keep their password: a lead of one shop does not get into the other', async () => {
    const ida = (await person('ida.r'))?.id ?? '';
    await shops.db.insert(member).values({ shopId: 'south', userId: ida, role: 'technician' });
    expect(await act({ act: 'password', person: ida })).toEqual({ code: 'works-elsewhere' });
    expect(await act({ act: 'password', person: ida }, shops.actor('south', 'lead'))).toEqual({
      code: 'works-elsewhere',
    });
    expect(await signIn('ida.r', 'another-long-one')).toBe(ida);
    await shops.db.delete(member).where(and(eq(member.shopId, 'south'), eq(member.userId, ida)));
    const reset = await act({ act: 'password', person: ida });
    expect(await signIn('ida.r', 'password' in reset ? (reset.password ?? '') : '')).toBe(ida);
    expect(await signIn('ida.r', 'another-long-one')).toBeNull();
  });

  it('a lead unlocks who has failed too often', async () => {
    const ida = (await person('ida.r'))?.id ?? '';
    const at = { address: '10.0.0.9' };
    for (let i = 0; i < 12; i += 1) await takeTry(shops.db, 'ida.r', at, () => Promise.resolve());
    for (let i = 0; i < 12; i += 1) await takeGuess(shops.db, ida);
    expect((await person('ida.r'))?.blocked).toBe(true);
    expect(await act({ act: 'unlock', person: ida })).toEqual({});
    expect((await person('ida.r'))?.blocked).toBe(false);
    expect(await takeGuess(shops.db, ida)).toBe(true);
  });

  it('the last lead stays one: two who end each other at once leave one', async () => {
    const ida = (await person('ida.r'))?.id ?? '';
    expect(await act({ act: 'role', person: ida, role: 'lead' })).toEqual({});
    const second = { ...lead(), userId: ida };
    const both = await Promise.all([
      act({ act: 'end', person: ida }),
      act({ act: 'end', person: lead().userId }, second),
    ]);
    expect(both.filter((o) => 'code' in o && o.code === 'last-lead')).toHaveLength(1);
    const leads = (await shops.db.select().from(member).where(eq(member.shopId, 'north'))).filter(
      (m) => m.role === 'lead' && m.endedAt === null,
    );
    expect(leads).toHaveLength(1);
    for (const input of [{ act: 'end' }, { act: 'role', role: 'counter' }])
      expect(await act({ ...input, person: leads[0]?.userId })).toEqual({ code: 'last-lead' });
  });
});

describe('settings', () => {
  const settings = async () => {
    const kept = await settingsOf(shops.db, 'north');
    return shopForm.validateSync({ ...kept, bays: kept?.bays.length ? kept.bays : ['Slip'] });
  };

  it('are saved by a lead, used at once, and every change is written down from what to what', async () => {
    const { newJob } = northShop(shops);
    const job = await newJob();
    const before = await settings();
    await saveSettings(shops.db, lead(), before);
    for (const role of ['counter', 'technician'] as const)
      expect(await saveSettings(shops.db, shops.actor('north', role), before)).toEqual({ code: 'lead-only' });
    expect(await saveSettings(shops.db, lead(), { ...before, hourMinor: 9900, taxBp: 2000 })).toEqual({
      kind: 'saved',
    });
    expect(await settings()).toMatchObject({ hourMinor: 9900, taxBp: 2000 });
    expect((await loadJob(shops.db, 'north', job))?.pack.rates).toMatchObject({
      hour: { minor: 9900 },
      taxBp: 2000,
    });
    const { lines } = await auditOf(shops.db, 'north');
    expect(
      lines
        .slice(0, 2)
        .map((l) => [l.subject, l.before, l.after])
        .sort(),
    ).toEqual([
      ['hourMinor', before.hourMinor, 9900],
      ['taxBp', before.taxBp, 2000],
    ]);
    // Saved again as it is: nothing is written down.
    await saveSettings(shops.db, lead(), await settings());
    expect((await auditOf(shops.db, 'north')).lines).toHaveLength(lines.length);
  });

  it('keep their bays by name, rename the others in order, and take none out that has bookings', async () => {
    const bays = async (names: string[]) =>
      saveSettings(shops.db, lead(), { ...(await settings()), bays: names });
    await bays(['Slip', 'Shed', 'Yard']);
    expect(await bays(['Shed', 'Slip 2', 'Yard'])).toEqual({ kind: 'saved' });
    expect((await settings()).bays).toEqual(['Shed', 'Slip 2', 'Yard']);
    expect(await bays(['Shed'])).toEqual({ kind: 'saved' });
    expect((await settings()).bays).toEqual(['Shed']);
    await bays(['Shed', 'Yard']);
    const { newJob } = northShop(shops);
    const [, yard] = await shops.db.select().from(bay).where(eq(bay.shopId, 'north')).orderBy(bay.ordinal);
    await shops.db.insert(booking).values({
      shopId: 'north',
      id: 'b',
      jobId: await newJob(),
      bayId: yard?.id ?? '',
      startsAt: NOW,
      minutes: 60,
    });
    expect(await bays(['Shed'])).toEqual({ code: 'bay-in-use' });
    expect((await settings()).bays).toEqual(['Shed', 'Yard']);
  });

  it('the list of changes only grows', async () => {
    const { lines } = await auditOf(shops.db, 'north');
    expect(lines.length).toBeGreaterThan(5);
    for (const statement of [
      'delete from audit_line',
      "update audit_line set did = 'x'",
      'truncate audit_line',
    ])
      await expect(shops.db.execute(statement)).rejects.toThrow();
    expect((await auditOf(shops.db, 'north')).lines).toEqual(lines);
  });
});
