import { v7 as uuidv7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type BodyOf,
  type EventType,
  liveWiring,
  swapWireParts,
  takenCandidate,
  wireOpen,
  wireView,
} from '@/core/job';
import { fateOf, jobInput, makeEvent, NOW, type TwoShops, twoShops } from '../../../testing/shops';
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

const send = async <T extends EventType>(type: T, body: BodyOf<T>) => {
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
      after: [],
      override: null,
    },
    NOW,
  );
  if (chosen.outcome !== 'kept') throw new Error(chosen.code);
});
afterAll(() => shops.close());

it('a circuit that will miss the lamp is an item until its cure is chosen', async () => {
  expect((await load()).open.filter((o) => o === 'cure')).toHaveLength(2);
  await send('wire-decided', { swap: 'heads', matter: 'cure/turn-left', choice: 'decoder', after: [] });
  expect((await load()).open.filter((o) => o === 'cure')).toHaveLength(1);
});

it('a fuse that is pulled for the feed counts as a function lost; a tap beside it does not', async () => {
  const feed = (way: 'tap' | 'replaced', after: readonly string[]) =>
    send('feed-chosen', {
      swap: 'heads',
      does: 'drl',
      school: 'fuse-tap',
      words: 'F19',
      source: { kind: 'slot', box: 'cabin', slot: 'F19', way },
      after,
    });
  const first = await feed('replaced', []);
  const { loaded, open } = await load();
  expect(open).toContain('feed');
  expect(loaded.reading.items.find((i) => i.origin === 'feed')?.what.facts).toMatchObject({
    serves: { 'en-GB': 'Blower, second stage' },
  });
  await feed('tap', [first]);
  const tapped = await load();
  expect(tapped.open).not.toContain('feed');
  // Live as the slot is, not as its school usually would be.
  expect(tapped.wiring.feeds).toEqual([
    { does: 'drl', school: 'fuse-tap', live: [{ when: 'running', level: { kind: 'on' } }] },
  ]);
});

it('a measured leg goes before the estimate', async () => {
  await send('wire-decided', { swap: 'heads', matter: `route/${HR}`, choice: '4150', after: [] });
  const tap = (await load()).check.feeds[0]?.candidates.find((c) => c.id === 'slot:cabin/F19/tap');
  expect(tap?.legs.map((l) => [l.position, l.known])).toEqual([
    [HL, 'routed'],
    [HR, 'measured'],
  ]);
});

it('pins by hand make a lead that has to be rung out; a reading that is wrong is an item with its cause', async () => {
  const pins = Object.fromEntries([1, 2, 3, 4, 5].map((n) => [`main/${n}`, `X41-left/${n}`]));
  await send('pins-set', { position: HL, lamp: LAMP, pins, after: [] });
  const made = await load();
  expect(made.open).toContain('lead-to-make');
  expect(made.wiring.map?.inputs.find((i) => i.input.does === 'turn')?.verdict).toBe('by-hand');
  const ring = made.wiring.checks?.ring ?? [];
  expect(ring).toHaveLength(9);
  const read = (check: string, value: number | null, after: readonly string[]) =>
    send('check-read', { position: HL, lamp: LAMP, check, value, after });
  const first = ring[0]?.id ?? '';
  const wrong = await read(first, null, []);
  const bad = await load();
  expect(bad.open).toContain('harness-reading');
  expect(bad.wiring.checks?.ringCause?.code).toBe('ring-open');
  await read(first, 0.2, [wrong]);
  for (const l of ring.slice(1)) await read(l.id, l.step.kind === 'continuity' ? 0.2 : null, []);
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

describe('what is about nothing that the wiring asks is kept and changes nothing', () => {
  const changesNothing = async <T extends EventType>(type: T, body: BodyOf<T>) => {
    const event = makeEvent(lead(), job, type, body);
    const before = (await load()).loaded.reading.checks;
    const [fate] = await fateOf(shops.db, lead(), job, [event]);
    expect((await load()).loaded.reading.checks).toEqual(before);
    return fate?.outcome === 'kept' ? fate.code : `not kept: ${fate?.code}`;
  };
  const decide = (matter: string, choice: string) =>
    changesNothing('wire-decided', { swap: 'heads', matter, choice, after: [] });
  it.each([
    ['a cure that is none', 'cure/turn-left', 'prayer', 'value-unsuited'],
    ['a circuit that misses nothing', 'cure/low', 'resistor', 'no-such-matter'],
    ['a length with a comma', `route/${HL}`, '3,2', 'value-unsuited'],
    ['a negative length', `route/${HL}`, '-400', 'value-unsuited'],
    ['a leg longer than any vehicle', `route/${HL}`, '60001', 'value-unsuited'],
    ['a part that is no adapter', `adapters/${HL}`, 'fuse-10', 'value-unsuited'],
    ['a lamp that is in no swap', 'adapters/tail.rear.left', 'none', 'no-such-matter'],
  ])('%s', async (_, matter, choice, code) => expect(await decide(matter, choice)).toBe(code));
  it('a swap that has no lamp yet', async () =>
    expect(
      await changesNothing('wire-decided', {
        swap: 'tails',
        matter: 'cure/turn-left',
        choice: 'decoder',
        after: [],
      }),
    ).toBe('no-lamp-chosen'));
  it.each([
    ['a cavity that the lamp does not have', { 'main/17': 'X41-left/1' }, LAMP, 'no-such-cavity'],
    ['one that the vehicle does not have', { 'main/1': 'X41-left/17' }, LAMP, 'no-such-cavity'],
    ['another lamp', { 'main/1': 'X41-left/1' }, 'sounder-2-left', 'no-such-cavity'],
  ])('pins: %s', async (_, pins, lamp, code) =>
    expect(
      await changesNothing('pins-set', {
        position: HL,
        lamp,
        pins: pins as Record<string, string>,
        after: [],
      }),
    ).toBe(code),
  );
  it('a reading of a check that is not on the list, and an open meter where volts are read', async () => {
    const read = (check: string, value: number | null) =>
      changesNothing('check-read', { position: HL, lamp: LAMP, check, value, after: [] });
    expect(await read('ring|nothing', 0.1)).toBe('no-such-check');
    const probe = (await load()).wiring.checks?.probes[0]?.step.id ?? '';
    expect(await read(probe, null)).toBe('value-unsuited');
  });
  it('a feed from a place that this vehicle does not have, or for what wants none', async () => {
    const source = { kind: 'slot', box: 'cabin', slot: 'F99', way: 'tap' } as const;
    const feed = (does: 'drl' | 'low-beam') =>
      changesNothing('feed-chosen', {
        swap: 'heads',
        does,
        school: 'fuse-tap',
        words: 'F99',
        ...(does === 'drl' ? { source } : {}),
        after: [],
      });
    expect(await feed('drl')).toBe('no-such-source');
    expect(await feed('low-beam')).toBe('no-feed-wanted');
  });
});

it('a ground is probed from the plus, and one that is gone is an item with its cause', async () => {
  const ground = (await load()).wiring.checks?.probes.find((p) => p.step.circuit === 'ground');
  expect(ground?.step).toMatchObject({ across: 'battery', window: { flashes: false } });
  const check = ground?.step.id ?? '';
  const gone = await send('check-read', { position: HL, lamp: LAMP, check, value: 0.04, after: [] });
  expect((await load()).wiring.checks?.probeCause?.code).toBe('probe-ground');
  expect((await load()).open).toContain('harness-reading');
  await send('check-read', { position: HL, lamp: LAMP, check, value: 12.5, after: [gone] });
  expect((await load()).wiring.checks?.probeCause).toBeNull();
});

it('what the screens show of the wiring is read from the job: what is open, what to buy, what the network is made of', async () => {
  const { loaded, check } = await load();
  const view = wireView(loaded);
  const swap = view.swaps[0];
  const [left, right] = swap?.wiring ?? [];
  if (!swap || !left || !right) throw new Error('no swap');
  // The left turn has its cure and the left lead is rung out; nobody has looked at a plug.
  expect(wireOpen(view, swap, left)).toEqual({ map: 0, feeds: 0, choices: 0, checks: 0, plugs: 1 });
  expect(wireOpen(view, swap, right)).toMatchObject({ choices: 1, plugs: 1 });

  const drl = check.feeds[0];
  if (!drl) throw new Error('no feed');
  expect(takenCandidate(view, swap.id, drl)?.id).toBe('slot:cabin/F19/tap');
  expect(takenCandidate({ feeds: [] }, swap.id, drl)).toBeUndefined();
  expect(swapWireParts(view, swap)).toEqual(
    expect.arrayContaining([
      { kind: 'tap', quantity: 1 },
      { kind: 'cure', cure: 'decoder', quantity: 1 },
    ]),
  );

  const network = liveWiring(view, swap, 12, [{ kind: 'open', element: 'gone' }]);
  expect(network.feeds).toMatchObject([{ does: 'drl', legM: { [HR]: 4.15 } }]);
  expect(network.lamps.map((l) => l.position)).toEqual([HL, HR]);
  // From the fuse box 1.5 m to the firewall at 1.2 m, then along the plan: 0.76 m across, 0.78 m forward.
  expect(network.lamps[0]?.loomM).toBeCloseTo(1.5 + 0.76 + 0.78, 6);
  expect(network.faults).toEqual([{ kind: 'open', element: 'gone' }]);
});
