import { plugAt } from '@/core/kernel/ids';
import { v7 as uuidv7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type AnyEvent, type BodyOf, type EventType, kindOf } from '@/core/job';
import { GOOD } from '@/core/job/testing/goodBodies';
import { fateOf, jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../../testing/shops';
import { may, type Role, ROLES } from '../access';
import { appendEvents } from './appendEvents';
import { chooseLamp } from './fit';
import { loadJob } from './loadJob';
import { openJob } from './openJob';

let shops: TwoShops;
let job: string;
const [HL, HR] = ['headlamp.front.left', 'headlamp.front.right'];

beforeAll(async () => {
  shops = await twoShops();
  const lead = shops.actor('north', 'lead');
  const opened = await openJob(shops.db, lead, jobInput({ vin: '0YBPK7A51MW000147', plate: null }), NOW);
  if (opened.kind !== 'opened') throw new Error(opened.kind);
  job = opened.job;
  const make = <T extends EventType>(type: T, body: BodyOf<T>) => makeEvent(lead, job, type, body);
  await appendEvents(
    shops.db,
    lead,
    job,
    [
      make('swap-opened', { swap: 'heads', positions: [HL, HR] }),
      ...[HL, HR].flatMap((at) => [
        make('fact-stated', { key: 'factory-lamp', subject: at, value: 'filament', source: 'seen' }),
        make('fact-stated', { key: 'plug', subject: at, value: 'X41', source: 'seen' }),
        make('fact-stated', { key: 'functions-altered', subject: at, value: false, source: 'seen' }),
        make('fact-stated', { key: 'levelling-motor', subject: at, value: false, source: 'seen' }),
      ]),
    ],
    NOW,
  );
  const chosen = await chooseLamp(
    shops.db,
    lead,
    {
      id: uuidv7(),
      at: NOW.toISOString(),
      device: 't',
      deviceSeq: 1,
      job,
      swap: 'heads',
      application: 'packet-skerry-620',
      after: [],
      override: null,
    },
    NOW,
  );
  if (chosen.outcome !== 'kept') throw new Error(chosen.code);
});
afterAll(() => shops.close());

/** Every kind of entry that a device may send; what it undoes has a test of its own. */
const SENT = (Object.keys(GOOD) as EventType[]).filter((t) => kindOf(t).writer === 'device' && t !== 'void');

describe('role by role', () => {
  it.each(ROLES.flatMap((role) => SENT.map((type) => [role, type] as const)))(
    '%s writes %s as the table says',
    async (role: Role, type) => {
      const actor = shops.actor('north', role);
      const swap =
        type === 'swap-opened'
          ? {
              swap: `tails-${role}`,
              positions: [
                role === 'counter'
                  ? 'tail.rear.left'
                  : role === 'lead'
                    ? 'tail.rear.right'
                    : 'fog.front.left',
              ],
            }
          : {};
      const body = { ...GOOD[type], ...swap } as BodyOf<typeof type>;
      const [outcome] = await appendEvents(shops.db, actor, job, [makeEvent(actor, job, type, body)], NOW);
      expect(outcome).toMatchObject(
        may(role, kindOf(type).needs(body)) ? { outcome: 'kept' } : { outcome: 'held', code: 'not-allowed' },
      );
    },
  );

  it('a technician takes back what is his own, and a lead what is anybody’s', async () => {
    const [counter, technician, lead] = ROLES.map((r) => shops.actor('north', r));
    if (!counter || !technician || !lead) throw new Error('no actors');
    const note = makeEvent(counter, job, 'modification-noted', { words: 'winch' });
    const undo = (by: typeof counter): AnyEvent => makeEvent(by, job, 'void', { target: note.id });
    await appendEvents(shops.db, counter, job, [note], NOW);
    expect(await fateOf(shops.db, technician, job, [undo(technician)])).toMatchObject([
      { code: 'not-your-own' },
    ]);
    expect(await fateOf(shops.db, lead, job, [undo(lead)])).toMatchObject([
      { outcome: 'kept', code: undefined },
    ]);
    // Twice undone is undone.
    expect(await fateOf(shops.db, counter, job, [undo(counter)])).toMatchObject([{ outcome: 'kept' }]);
  });
});

describe('what does not belong is kept and stands in nothing', () => {
  const lead = () => shops.actor('north', 'lead');
  const refusal = async <T extends EventType>(type: T, body: BodyOf<T>) =>
    (await fateOf(shops.db, lead(), job, [makeEvent(lead(), job, type, body)]))[0]?.code;

  it('a plug that the vehicle does not have there', async () => {
    const body = GOOD['plug-recorded'];
    expect(await refusal('plug-recorded', { ...body, plug: 'X40-right' })).toBe('no-such-plug');
    expect(await refusal('plug-recorded', { ...body, position: HR })).toBe('no-such-plug');
  });

  it('a feed for what needs none, or for a swap that is not there', async () => {
    expect(
      await refusal('feed-chosen', {
        swap: 'heads',
        does: 'low-beam',
        school: 'fuse-tap',
        words: 'F1',
        after: [],
      }),
    ).toBe('no-feed-wanted');
    expect(
      await refusal('feed-chosen', {
        swap: 'gone',
        does: 'drl',
        school: 'fuse-tap',
        words: 'F1',
        after: [],
      }),
    ).toBe('no-feed-wanted');
  });

  it('a reading of a lamp that is not chosen, or of an input it does not have', async () => {
    const reading = { currentA: 0.2, seen: 'white' } as const;
    expect(
      await refusal('bench-read', { position: HL, lamp: 'brace-left', step: 'main/4', reading, after: [] }),
    ).toBe('no-such-bench-step');
    expect(
      await refusal('bench-read', {
        position: HL,
        lamp: 'skerry-620-left',
        step: 'main/9',
        reading,
        after: [],
      }),
    ).toBe('no-such-bench-step');
  });

  it('a choice of the wiring that nothing asks for, or an answer that is none of its own', async () => {
    const decide = (matter: string, choice: string) =>
      refusal('wire-decided', { swap: 'heads', matter, choice, after: [] });
    expect(await decide('cure/low', 'setting')).toBe('no-such-matter');
    expect(await decide('cure/turn-left', 'prayer')).toBe('value-unsuited');
    expect(await decide(`route/${HL}`, '-5')).toBe('value-unsuited');
    expect(await decide(`route/${HL}`, '3200')).toBeUndefined();
  });

  it('pins of a cavity that is not there, a reading of a check that is none, a place that feeds nothing', async () => {
    const lamp = 'skerry-620-left';
    expect(await refusal('pins-set', { position: HL, lamp, pins: { 'main/9': null }, after: [] })).toBe(
      'no-such-cavity',
    );
    expect(
      await refusal('pins-set', { position: HL, lamp, pins: { 'main/1': 'X41-left/9' }, after: [] }),
    ).toBe('no-such-cavity');
    expect(await refusal('check-read', { position: HL, lamp, check: 'probe|x', value: 1, after: [] })).toBe(
      'no-such-check',
    );
    expect(
      await refusal('feed-chosen', {
        swap: 'heads',
        does: 'drl',
        school: 'fuse-tap',
        words: 'F99',
        source: { kind: 'slot', box: 'cabin', slot: 'F99', way: 'tap' },
        after: [],
      }),
    ).toBe('no-such-source');
  });

  it('lamps that are in another swap already', async () => {
    expect(await refusal('swap-opened', { swap: 'again', positions: [HL] })).toBe('position-in-other-swap');
  });
});

it('what was recorded reads back: the plug, the feed and the bench', async () => {
  const loaded = await loadJob(shops.db, 'north', job);
  const wiring = loaded?.reading.checks[0]?.wiring.find((w) => w.position === HL);
  expect(wiring?.feeds).toMatchObject([{ does: 'drl', school: 'fuse-tap' }]);
  expect(wiring?.bench.find((l) => l.step.id === 'main/4')?.read?.verdict.passes).toBe(true);
  expect(loaded?.reading.record.plugs.get(plugAt(HL, 'X41-left'))?.event.body.checks.slide).toBe('no');
});
