import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AnyEvent } from '@/core/job';
import { jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../../testing/shops';
import type { Actor } from '../access';
import { jobEvent, member } from '../db/schema';
import { deviceFor, grant } from '../devices/devices';
import { confirmHeld } from './confirmHeld';
import { heldEntries, setAside } from './held';
import { openJob } from './openJob';
import { takeIn } from './takeIn';

let shops: TwoShops;
let job: string;
let device: string;
const technician = () => shops.actor('north', 'technician');
const lead = () => shops.actor('north', 'lead');
const counter = () => shops.actor('north', 'counter');

beforeAll(async () => {
  shops = await twoShops();
  const opened = await openJob(shops.db, counter(), jobInput(), NOW);
  if (opened.kind !== 'opened') throw new Error(opened.kind);
  job = opened.job;
  device = (await deviceFor(shops.db, 'north', null)).id;
  for (const by of [technician(), lead(), counter()]) await grant(shops.db, 'north', device, by.userId, NOW);
});
afterAll(() => shops.close());

const handOver = (by: Actor): AnyEvent =>
  makeEvent(by, job, 'item-closed', { item: 'x', how: 'handed-over', words: 'the owner takes care' });
const note = (by: Actor): AnyEvent => makeEvent(by, job, 'modification-noted', { words: 'lift' });
const count = (by: Actor): AnyEvent =>
  makeEvent(by, job, 'fastener-counted', { step: 'nowhere', group: 'g', act: 'out', count: 1 });
const send = async (signedIn: Actor, events: readonly AnyEvent[], more: object = {}) => {
  const { answer } = await takeIn(shops.db, signedIn, JSON.stringify({ events, ...more }), NOW, device);
  return 'outcomes' in answer ? answer.outcomes.map((o) => o.code ?? o.outcome) : answer;
};
const rowOf = async (id: string) =>
  (await shops.db.select().from(jobEvent).where(eq(jobEvent.id, id))).map(
    ({ userId, role, signedIn, letInBy }) => ({
      userId,
      role,
      signedIn,
      letInBy,
    }),
  )[0];
const digestOf = async (e: AnyEvent) =>
  (await heldEntries(shops.db, lead())).find((h) => h.entry === e.id)?.digest ?? '';

describe('in a colleague’s name', () => {
  it('nobody does what only a lead may: it waits for one', async () => {
    const theirs = handOver(lead());
    expect(await send(technician(), [theirs])).toEqual(['needs-lead']);
    expect(await rowOf(theirs.id)).toBeUndefined();
    // Not by signing in somebody else who is a lead, nor in the name of a lead who is not signed in.
    expect(await send({ ...lead(), userId: 'another-lead' }, [handOver(lead())])).toEqual(['needs-lead']);
  });

  it('an ordinary entry counts as what both of them may, and the record says who was signed in', async () => {
    const theirs = note(lead());
    expect(await send(technician(), [theirs])).toEqual(['kept']);
    expect(await rowOf(theirs.id)).toEqual({
      userId: lead().userId,
      role: 'technician',
      signedIn: technician().userId,
      letInBy: null,
    });
    const own = note(technician());
    expect(await send(technician(), [own])).toEqual(['kept']);
    expect(await rowOf(own.id)).toMatchObject({ role: 'technician', signedIn: technician().userId });
  });

  it('a counter does no technician’s work, at once or once the technician signs in', async () => {
    expect(await send(counter(), [count(technician())])).toEqual(['not-allowed']);
    const waited = count(technician());
    expect(await send(technician(), [waited], { under: { [waited.id]: counter().userId } })).toEqual([
      'not-allowed',
    ]);
    const own = count(technician());
    expect(await send(technician(), [own], { under: { [own.id]: technician().userId } })).toEqual(['kept']);
  });

  it('what a device says of itself takes rights away and gives none', async () => {
    const theirs = count(counter());
    expect(await send(counter(), [theirs], { under: { [theirs.id]: lead().userId } })).toEqual([
      'not-allowed',
    ]);
    // Nor does it write somebody else into the record, or a sign that no database keeps.
    const framed = note(counter());
    await send(technician(), [framed], { under: { [framed.id]: lead().userId } });
    expect(await rowOf(framed.id)).toMatchObject({ signedIn: technician().userId });
    const nul = note(technician());
    expect(await send(technician(), [nul], { under: { [nul.id]: 'a\0b' } })).toEqual(['kept']);
    expect(await rowOf(nul.id)).toMatchObject({ role: 'counter', signedIn: technician().userId });
    const unknown = count(technician());
    expect(await send(technician(), [unknown], { under: { [unknown.id]: 'nobody' } })).toEqual([
      'not-allowed',
    ]);
  });
});

describe('what is held in a colleague’s name', () => {
  it('is seen by who sent it and by a lead, with who was signed in and what it says; settled by a lead or its author', async () => {
    const theirs = handOver(lead());
    await send(technician(), [theirs]);
    const seen = async (by: Actor) => (await heldEntries(shops.db, by)).find((h) => h.entry === theirs.id);
    expect(await seen(lead())).toMatchObject({
      by: 'north lead',
      signedIn: 'north technician',
      says: 'the owner takes care · x · handed-over',
    });
    const mine = await seen(technician());
    expect(mine?.why).toBe('needs-lead');
    expect(await seen(counter())).toBeUndefined();
    expect(await setAside(shops.db, technician(), mine?.digest ?? '')).toBe(false);
    expect(await setAside(shops.db, lead(), mine?.digest ?? '')).toBe(true);
  });
});

describe('a lead’s own session', () => {
  it('does what only a lead may while the password is fresh, and not after', async () => {
    const fresh = handOver(lead());
    expect(await send(lead(), [fresh])).toEqual(['kept']);
    expect(await rowOf(fresh.id)).toMatchObject({ role: 'lead' });
    expect(await send({ ...lead(), proven: false }, [handOver(lead())])).toEqual(['needs-lead']);
    const ordinary = note(lead());
    expect(await send({ ...lead(), proven: false }, [ordinary])).toEqual(['kept']);
    expect(await rowOf(ordinary.id)).toMatchObject({ role: 'technician' });
  });

  it('lets nothing through that waited on the device from before the password was given', async () => {
    // Put into the store of the tablet by somebody else, in the lead’s name; or an outbox of the build before.
    const planted = handOver(lead());
    const waited = note(lead());
    expect(await send(lead(), [planted, waited], { unproven: [planted.id, waited.id] })).toEqual([
      'needs-lead',
      'kept',
    ]);
    expect(await rowOf(waited.id)).toMatchObject({ role: 'technician' });
  });
});

describe('who works here no more', () => {
  it('writes nothing; what they wrote before waits for a lead', async () => {
    const old = note(technician());
    await shops.db.update(member).set({ endedAt: NOW }).where(eq(member.userId, technician().userId));
    expect(await send(counter(), [old])).toEqual(['author-gone']);
    expect(await rowOf(old.id)).toBeUndefined();
    await shops.db.update(member).set({ endedAt: null }).where(eq(member.userId, technician().userId));
  });
});

describe('a lead’s password at a device', () => {
  const confirm = (by: Actor, username: string | undefined, password: string, digests: readonly string[]) =>
    confirmHeld(
      shops.db,
      by,
      {
        device: 'tablet',
        ...(username === undefined ? {} : { username }),
        password,
        digests: [...digests],
      },
      NOW,
    );

  it('lets in what was shown and nothing else, under its author’s name', async () => {
    const [shown, hidden] = [handOver(technician()), handOver(technician())];
    await send(technician(), [shown, hidden]);
    const digest = await digestOf(shown);
    expect(await confirm(technician(), 'north.lead', 'not this one', [digest])).toEqual({
      code: 'sign-in-wrong',
    });
    expect(await confirm(technician(), 'south.lead', 'test-pass-word', [digest])).toEqual({
      code: 'sign-in-wrong',
    });
    expect(await confirm(technician(), undefined, 'test-pass-word', [digest])).toEqual({ code: 'lead-only' });
    expect(await confirm(technician(), 'north.lead', 'test-pass-word', [digest])).toEqual({
      by: lead().userId,
      own: false,
      letIn: 1,
    });
    expect(await rowOf(shown.id)).toEqual({
      userId: technician().userId,
      role: 'lead',
      signedIn: technician().userId,
      letInBy: lead().userId,
    });
    expect(await rowOf(hidden.id)).toBeUndefined();
    // Nothing stays open by it.
    expect(await send(technician(), [handOver(lead())])).toEqual(['needs-lead']);
  });

  it('sent again lets nothing in twice, and another shop’s entries never', async () => {
    const mine = handOver(technician());
    await send(technician(), [mine]);
    const digest = await digestOf(mine);
    expect(await confirm(shops.actor('south', 'lead'), undefined, 'test-pass-word', [digest])).toMatchObject({
      letIn: 0,
    });
    const both = await Promise.all([0, 1].map(() => confirm(lead(), undefined, 'test-pass-word', [digest])));
    expect(both.map((b) => 'letIn' in b)).toEqual([true, true]);
    expect((await shops.db.select().from(jobEvent).where(eq(jobEvent.id, mine.id))).length).toBe(1);
  });
});
