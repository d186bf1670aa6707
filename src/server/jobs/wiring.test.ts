import { v7 as uuidv7 } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { EventBodies, EventType } from '@/core/job';
import { jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../../e2e/support/shops';
import { appendEvents } from './appendEvents';
import { chooseLamp } from './fit';
import { harnessSheet } from './harnessSheet';
import { loadJob } from './loadJob';
import { openJob } from './openJob';

let shops: TwoShops;
let job: string;
const [HL, HR] = ['headlamp.front.left', 'headlamp.front.right'];
const LAMP = 'skerry-620-left';
const lead = () => shops.actor('north', 'lead');

const send = async <T extends EventType>(type: T, body: EventBodies[T]) => {
  const event = makeEvent(lead(), job, type, body);
  const [outcome] = await appendEvents(shops.db, lead(), job, [event], NOW);
  if (outcome?.outcome !== 'kept') throw new Error(`${type}: ${outcome?.code}`);
  return event.id;
};
const load = async () => {
  const loaded = await loadJob(shops.db, 'north', job);
  const check = loaded?.reading.checks[0];
  const wiring = check?.wiring.find((w) => w.position === HL);
  if (!loaded || !check || !wiring) throw new Error('no wiring');
  const open = loaded.reading.items.filter((i) => !i.closed).map((i) => i.origin);
  return { loaded, check, wiring, open };
};

beforeAll(async () => {
  shops = await twoShops();
  const opened = await openJob(shops.db, lead(), jobInput({ vin: '0YBPK7A51MW000147', plate: null }), NOW);
  if (opened.kind !== 'opened') throw new Error(opened.kind);
  job = opened.job;
  await send('swap-opened', { swap: 'heads', positions: [HL, HR] });
  for (const at of [HL, HR])
    for (const [key, value] of [
      ['factory-lamp', 'filament'],
      ['plug', 'X41'],
      ['functions-altered', false],
      ['levelling-motor', false],
    ] as const)
      await send('fact-stated', { key, subject: at, value, source: 'seen' });
  const chosen = await chooseLamp(
    shops.db,
    lead(),
    {
      id: uuidv7(),
      at: NOW.toISOString(),
      device: 't',
      deviceSeq: 1,
      job,
      swap: 'heads',
      application: 'packet-skerry-620',
      basis: null,
      override: null,
    },
    NOW,
  );
  if (chosen.outcome !== 'kept') throw new Error(chosen.code);
});
afterAll(() => shops.close());

it('a circuit that will miss the lamp is an item until its cure is chosen', async () => {
  expect((await load()).open.filter((o) => o === 'cure')).toHaveLength(2);
  await send('wire-decided', { swap: 'heads', matter: 'cure/turn-left', choice: 'decoder', basis: null });
  expect((await load()).open.filter((o) => o === 'cure')).toHaveLength(1);
});

it('a fuse that is pulled for the feed counts as a function lost; a tap beside it does not', async () => {
  const feed = (way: 'tap' | 'replaced', basis: string | null) =>
    send('feed-chosen', {
      swap: 'heads',
      does: 'drl',
      school: 'fuse-tap',
      words: 'F19',
      source: { kind: 'slot', box: 'cabin', slot: 'F19', way },
      basis,
    });
  const first = await feed('replaced', null);
  const { loaded, open } = await load();
  expect(open).toContain('feed');
  expect(loaded.reading.items.find((i) => i.origin === 'feed')?.what.facts.serves).toMatchObject({
    'en-GB': 'Blower, second stage',
  });
  await feed('tap', first);
  const after = await load();
  expect(after.open).not.toContain('feed');
  // Live as the slot is, not as its school usually would be.
  expect(after.wiring.feeds).toEqual([
    { does: 'drl', school: 'fuse-tap', live: [{ when: 'running', level: { kind: 'on' } }] },
  ]);
});

it('a measured leg goes before the estimate', async () => {
  await send('wire-decided', { swap: 'heads', matter: `route/${HR}`, choice: '4150', basis: null });
  const tap = (await load()).check.feeds[0]?.candidates.find((c) => c.id === 'slot:cabin/F19/tap');
  expect(tap?.legs.map((l) => [l.position, l.known])).toEqual([
    [HL, 'estimated'],
    [HR, 'measured'],
  ]);
});

it('pins by hand make a lead that has to be rung out; a reading that is wrong is an item with its cause', async () => {
  const pins = Object.fromEntries([1, 2, 3, 4, 5].map((n) => [`main/${n}`, `X41-left/${n}`]));
  await send('pins-set', { position: HL, lamp: LAMP, pins, basis: null });
  const made = await load();
  expect(made.open).toContain('lead-to-make');
  expect(made.wiring.map?.inputs.find((i) => i.input.does === 'turn')?.verdict).toBe('by-hand');
  const ring = made.wiring.checks?.ring ?? [];
  expect(ring).toHaveLength(9);
  const read = (check: string, value: number | null, basis: string | null) =>
    send('check-read', { position: HL, lamp: LAMP, check, value, basis });
  const first = ring[0]?.id ?? '';
  const wrong = await read(first, null, null);
  const bad = await load();
  expect(bad.open).toContain('harness-reading');
  expect(bad.wiring.checks?.ringCause?.code).toBe('ring-open');
  await read(first, 0.2, wrong);
  for (const l of ring.slice(1)) await read(l.id, l.step.kind === 'continuity' ? 0.2 : null, null);
  const good = await load();
  expect(good.open).not.toContain('harness-reading');
  expect(good.open).not.toContain('lead-to-make');
  expect(good.loaded.reading.items.find((i) => i.origin === 'lead-to-make')?.closed?.how).toBe('met');
});

it('the sheet says what was read, and there is none for a lamp that is not there', async () => {
  const { loaded } = await load();
  const sheet = harnessSheet(lead(), loaded, HL, NOW);
  expect(sheet?.rows).toHaveLength(5);
  expect(sheet?.checks?.ring.every((l) => l.read?.verdict === 'good')).toBe(true);
  expect(JSON.parse(JSON.stringify(sheet))).toEqual(sheet);
  expect(harnessSheet(lead(), loaded, 'tail.rear.left', NOW)).toBeNull();
});
