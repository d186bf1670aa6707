import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type TwoShops,
  envelopeOf,
  fateOf,
  makeEvent,
  northShop,
  NOW,
  twoShops,
} from '../../../testing/shops';
import { jobEvent } from '../db/schema';
import { chooseLamp } from './fit';
import { loadRelease, lockRelease } from './lockRelease';
import { heldEntries } from './held';
import { takeIn } from './takeIn';

let shops: TwoShops;
let { newJob, reading, send }: ReturnType<typeof northShop> = {} as never;
beforeAll(async () => {
  shops = await twoShops();
  ({ newJob, reading, send } = northShop(shops));
});
afterAll(() => shops.close());

const HEAD = ['headlamp.front.left', 'headlamp.front.right'];
const lead = () => shops.actor('north', 'lead');
const technician = () => shops.actor('north', 'technician');
const counter = () => shops.actor('north', 'counter');

const countOf = async (job: string) =>
  (await shops.db.select().from(jobEvent).where(eq(jobEvent.jobId, job))).length;

describe('events', () => {
  it('are kept once: the same id answers the same, another body under it is a conflict', async () => {
    const job = await newJob();
    const event = makeEvent(counter(), job, 'modification-noted', { words: 'lift' });
    expect(await send(counter(), job, event)).toEqual([{ id: event.id, outcome: 'kept' }]);
    const before = await countOf(job);
    expect(await send(counter(), job, event)).toEqual([{ id: event.id, outcome: 'known' }]);
    const other = { ...event, body: { words: 'winch' } } as typeof event;
    expect(await send(counter(), job, other)).toMatchObject([
      { id: event.id, outcome: 'held', code: 'id-used' },
    ]);
    expect(await countOf(job)).toBe(before);
    expect((await reading(job)).record.modifications.map((m) => m.body.words)).toEqual(['lift']);
  });

  it('sent twice at the same time are kept once, and each writer gets its own place', async () => {
    const job = await newJob();
    const events = Array.from({ length: 12 }, (_, i) =>
      makeEvent(counter(), job, 'modification-noted', { words: `part ${i}` }),
    );
    const answers = await Promise.all([...events, ...events].map((e) => send(counter(), job, e)));
    expect(answers.flat().filter((a) => a.outcome === 'kept')).toHaveLength(12);
    const rows = await shops.db
      .select({ seq: jobEvent.seq })
      .from(jobEvent)
      .where(eq(jobEvent.jobId, job))
      .orderBy(jobEvent.seq);
    expect(rows.map((r) => r.seq)).toEqual(rows.map((_, i) => i + 1));
  });

  it('cannot be changed or deleted, not even by a statement of one’s own', async () => {
    for (const statement of [sql`update job_event set at = at`, sql`delete from catalogue_row`]) {
      const outcome = await shops.db.execute(statement).catch((e: unknown) => e as Error);
      expect(String((outcome as Error).cause)).toContain('append-only');
    }
  });

  it('that fit nowhere are kept and stand in nothing, each with its reason', async () => {
    const job = await newJob();
    const ok = makeEvent(counter(), job, 'fact-stated', {
      key: 'room-behind',
      subject: HEAD[0] ?? '',
      value: 64,
      source: 'measured',
    });
    const cases = [
      [
        makeEvent(counter(), job, 'fact-stated', {
          key: 'room-behind',
          subject: 'vehicle',
          value: 64,
          source: 'measured',
        }),
        'wrong-subject',
      ],
      [
        makeEvent(counter(), job, 'fact-stated', {
          key: 'room-behind',
          subject: 'beacon.roof.centre',
          value: 64,
          source: 'measured',
        }),
        'unknown-position',
      ],
      [
        makeEvent(counter(), job, 'fact-stated', {
          key: 'model-year',
          subject: 'vehicle',
          value: 2019,
          source: 'seen',
        }),
        'wrong-source',
      ],
      [
        makeEvent(counter(), job, 'fact-stated', {
          key: 'model-year',
          subject: 'vehicle',
          value: 2019.5,
          source: 'told',
        }),
        'value-unsuited',
      ],
      [
        makeEvent(counter(), job, 'fact-stated', {
          key: 'paint',
          subject: 'vehicle',
          value: 'blue',
          source: 'seen',
        }),
        'unknown-fact',
      ],
      [makeEvent(counter(), job, 'void', { target: 'nothing' }), 'nothing-to-undo'],
      [
        makeEvent(counter(), job, 'item-closed', { item: 'nothing', how: 'done', words: 'x' }),
        'no-such-item',
      ],
      [
        makeEvent(counter(), job, 'modification-noted', { words: 'x' }, '2026-06-03T12:00:00.000Z'),
        'clock-ahead',
      ],
    ] as const;
    const outcomes = await fateOf(shops.db, counter(), job, [ok, ...cases.map(([e]) => e)]);
    expect(outcomes.map((o) => o.code ?? o.outcome)).toEqual(['kept', ...cases.map(([, code]) => code)]);
  });

  it('that are malformed are held as they came, with each fault by path, and keep none of the others out', async () => {
    const job = await newJob();
    const good = makeEvent(counter(), job, 'modification-noted', { words: 'lift' });
    const before = await countOf(job);
    const heldBefore = (await heldEntries(shops.db, counter())).length;
    const batch = {
      events: [good, { ...good, id: 'x', body: { words: 'y', more: 1 } }, { type: 'lamp-chosen' }, 7],
    };
    const answer = await takeIn(shops.db, counter(), JSON.stringify(batch), NOW);
    expect(answer.status).toBe(200);
    const outcomes = 'outcomes' in answer.answer ? answer.answer.outcomes : [];
    expect(outcomes.map((o) => o.outcome)).toEqual(['kept', 'held', 'held', 'held']);
    expect(outcomes[1]?.faults?.map((f) => `${f.path} ${f.code}`)).toEqual([
      'id not-uuid-v7',
      'body unknown-field',
    ]);
    expect(await countOf(job)).toBe(before + 1);
    const heldNow = async () => (await heldEntries(shops.db, counter())).length;
    expect(await heldNow()).toBe(heldBefore + 3);
    // The same again is held once.
    await takeIn(shops.db, counter(), JSON.stringify(batch), NOW);
    expect(await heldNow()).toBe(heldBefore + 3);
  });

  it('a body that is no list of entries is refused whole', async () => {
    for (const text of ['{', '[]', 'null', '{"events":[]}', '{"events":{}}'])
      expect((await takeIn(shops.db, counter(), text, NOW)).status).toBe(400);
  });

  it('written by somebody else than is signed in are not taken', async () => {
    const job = await newJob();
    const his = makeEvent(technician(), job, 'modification-noted', { words: 'lift' });
    const before = await countOf(job);
    const answer = await takeIn(shops.db, counter(), JSON.stringify({ events: [his] }), NOW);
    expect(answer.answer).toMatchObject({
      outcomes: [{ id: his.id, outcome: 'not-taken', code: 'other-author' }],
    });
    expect(await countOf(job)).toBe(before);
  });
});

async function readyToFit(): Promise<string> {
  const job = await newJob({ vin: null, toldYear: 2021 });
  const t = technician();
  await send(
    t,
    job,
    makeEvent(t, job, 'swap-opened', { swap: `swap-${job}`, positions: HEAD }),
    makeEvent(t, job, 'wishes-stated', { wishes: [], after: [] }),
    ...HEAD.flatMap((at) => [
      makeEvent(t, job, 'as-found', { position: at, found: ['fogged'], after: [] }),
      makeEvent(t, job, 'fact-stated', {
        key: 'factory-lamp',
        subject: at,
        value: 'filament',
        source: 'seen',
      }),
      makeEvent(t, job, 'fact-stated', { key: 'plug', subject: at, value: 'X40', source: 'seen' }),
    ]),
  );
  return job;
}
const choose = (
  actor: ReturnType<typeof lead>,
  job: string,
  application: string,
  override: { words: string; consent: string } | null = null,
) =>
  chooseLamp(
    shops.db,
    actor,
    { ...envelopeOf(), job, swap: `swap-${job}`, application, after: [], override },
    NOW,
  );

describe('choosing a lamp', () => {
  it('pins revisions and writes the parts', async () => {
    const job = await readyToFit();
    expect(await choose(counter(), job, 'packet-sounder-2')).toMatchObject({ outcome: 'kept' });
    const body = (await reading(job)).record.swaps[0]?.choice?.event.body;
    expect(body).toMatchObject({
      verdict: 'fits-with-parts',
      application: { id: 'packet-sounder-2', rev: 1 },
      lamps: { [HEAD[0] ?? '']: { id: 'sounder-2-left', rev: 1 } },
      parts: [{ id: 'adapter-x40', rev: 1, quantity: 2, certain: true }],
    });
  });

  it('against the verdict takes a lead, a reason and consent', async () => {
    const job = await readyToFit();
    const override = { words: 'carrier changed by us', consent: 'signed on the order' };
    expect(await choose(lead(), job, 'packet-brace')).toMatchObject({
      outcome: 'held',
      code: 'malformed',
      faults: [{ path: 'body', code: 'override-needed' }],
    });
    expect(await choose(technician(), job, 'packet-brace', override)).toMatchObject({
      outcome: 'held',
      code: 'not-allowed',
    });
    expect(await choose(lead(), job, 'packet-brace', override)).toMatchObject({ outcome: 'kept' });
    expect((await reading(job)).items.map((i) => i.origin)).toContain('override');
  });
});

describe('release', () => {
  it('locks when all is closed, freezes what was, and takes late entries in', async () => {
    const job = await readyToFit();
    await choose(counter(), job, 'packet-sounder-2');
    const lock = (actor = lead()) => lockRelease(shops.db, actor, { ...envelopeOf(), job }, NOW);
    expect(await lock()).toMatchObject({ outcome: 'refused', code: 'release-not-ready' });
    // Handing every item over in writing does not replace the steps themselves.
    for (const { step } of (await reading(job)).strip.out) {
      const event = makeEvent(technician(), job, 'step-ticked', {
        step: step.id,
        way: 'out',
        outcome: 'not-needed',
        words: 'off already',
        after: [],
      });
      expect(await send(technician(), job, event)).toMatchObject([{ outcome: 'kept' }]);
      expect(await lock()).toMatchObject({ code: 'release-not-ready' });
    }
    for (const { step } of (await reading(job)).strip.back.filter((l) => l.tick === null))
      await send(
        technician(),
        job,
        makeEvent(technician(), job, 'step-ticked', {
          step: step.id,
          way: 'back',
          outcome: 'done',
          after: [],
        }),
      );
    for (const item of (await reading(job)).items) {
      const event = makeEvent(technician(), job, 'item-closed', {
        item: item.id,
        how: 'handed-over',
        words: 'to the customer',
      });
      expect(await send(technician(), job, event)).toMatchObject([{ outcome: 'held', code: 'not-allowed' }]);
      await send(
        lead(),
        job,
        makeEvent(lead(), job, 'item-closed', {
          item: item.id,
          how: 'handed-over',
          words: 'to the customer',
        }),
      );
    }
    // Nor does it watch the light.
    expect(await lock()).toMatchObject({ code: 'release-not-ready' });
    const chosen = (await reading(job)).record.swaps[0];
    await send(
      counter(),
      job,
      makeEvent(counter(), job, 'light-watched', {
        swap: chosen?.id ?? '',
        lamps: Object.fromEntries(
          Object.entries(chosen?.choice?.event.body.lamps ?? {}).map(([p, lamp]) => [p, lamp.id]),
        ),
        after: [],
      }),
    );
    expect(await lock(technician())).toMatchObject({ outcome: 'refused', code: 'lead-only' });
    expect(await lock()).toMatchObject({ outcome: 'kept' });
    const frozen = await loadRelease(shops.db, 'north', job);
    expect(frozen).toMatchObject({
      revision: 1,
      swaps: [{ lamps: [{ partNumber: 'NF-S2-L' }, { partNumber: 'NF-S2-R' }] }],
      lockedBy: 'north lead',
    });
    expect(await lock()).toMatchObject({ code: 'release-not-ready' });

    await send(counter(), job, makeEvent(counter(), job, 'modification-noted', { words: 'pipe bent' }));
    expect((await reading(job)).record.late).toHaveLength(1);
    expect(await lock()).toMatchObject({ outcome: 'kept' });
    expect(await loadRelease(shops.db, 'north', job, 1)).toEqual(frozen);
    expect((await loadRelease(shops.db, 'north', job))?.modifications).toEqual([
      { words: 'pipe bent', position: null },
    ]);
  });
});
