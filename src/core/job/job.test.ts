import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../shelf';
import type { AnyStoredEvent, BodyOf } from './events';
import { hybridNow } from './log/clock';
import { foldJob } from './fold';
import { eventMaker, shelfSources } from './testing/jobKit';
import { readJob } from './readJob';
import { releaseCheck } from './release/release';
import type { VehicleRecord } from './readings/vehicleFacts';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const family = shelf.families.find((f) => f.id === 'orrel-packet') ?? shelf.families[0];
const vehicle: VehicleRecord = {
  id: 'v',
  family: 'orrel-packet',
  vin: '0YBPK7A51MW000147',
  serial: null,
  plate: null,
  fleet: null,
  version: 1,
};
const [HL, HR] = ['headlamp.front.left', 'headlamp.front.right'];

const event = eventMaker();
const fact = (
  key: string,
  value: string | number | boolean,
  source: 'seen' | 'told' | 'measured',
  subject = 'vehicle',
) => event('fact-stated', { key, subject, value, source });

const read = (events: readonly AnyStoredEvent[], revOnShelf = 1, line = family) =>
  readJob(
    shelfSources(
      { ...shelf, families: line ? [line] : [] },
      { ...vehicle, family: line?.id ?? '' },
      events,
      revOnShelf,
    ),
  );

const choice = (after: readonly string[] = [], more: Partial<BodyOf<'lamp-chosen'>> = {}) =>
  event('lamp-chosen', {
    swap: 's',
    application: { id: 'packet-sounder-2', rev: 1 },
    lamps: { [HL]: { id: 'sounder-2-left', rev: 1 }, [HR]: { id: 'sounder-2-right', rev: 1 } },
    parts: [],
    verdict: 'fits',
    road: 'meets-profile',
    after,
    ...more,
  });

/** A job that has everything up to the choice of a lamp. */
function worked(): AnyStoredEvent[] {
  return [
    event('job-opened', { words: 'dull headlamps' }),
    fact('market', 'ECE', 'told'),
    event('swap-opened', { swap: 's', positions: [HL, HR] }),
    event('as-found', { position: HL, found: ['fogged'], after: [] }),
    event('as-found', { position: HR, found: ['sound'], after: [] }),
    event('wishes-stated', { wishes: [], after: [] }),
    ...[HL, HR].flatMap((at) => [
      fact('factory-lamp', 'filament', 'seen', at),
      fact('plug', 'X41', 'seen', at),
      fact('levelling-motor', false, 'seen', at),
    ]),
    fact('system-voltage', '12', 'measured'),
    choice(),
  ];
}
const stage = (events: readonly AnyStoredEvent[], name: string) =>
  read(events).stages.find((s) => s.stage === name);
const origins = (events: readonly AnyStoredEvent[], rev = 1) =>
  read(events, rev)
    .items.filter((i) => !i.closed)
    .map((i) => i.origin);

describe('the fold', () => {
  it('is the same for any order of arrival and any resend', () => {
    const events = worked();
    const plain = JSON.stringify([...foldJob(events).asFound, foldJob(events).swaps, foldJob(events).wishes]);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(events, { minLength: events.length }),
        fc.subarray(events),
        (order, again) => {
          const folded = foldJob([...order, ...again]);
          expect(JSON.stringify([...folded.asFound, folded.swaps, folded.wishes])).toBe(plain);
        },
      ),
    );
  });

  it('a void takes its target back; it cannot be voided itself, nor can a lock', () => {
    const swap = event('swap-opened', { swap: 's', positions: [HL] });
    const undo = event('void', { target: swap.id });
    const lock = event('release-locked', { revision: 1, document: 'd' });
    const record = foldJob([
      swap,
      undo,
      event('void', { target: undo.id }),
      lock,
      event('void', { target: lock.id }),
    ]);
    expect(record.swaps).toEqual([]);
    expect(record.locks).toHaveLength(1);
  });

  it('shows both where two wrote on the same basis, and one where the later knew the earlier', () => {
    const first = event('as-found', { position: HL, found: ['cracked'], after: [] });
    const rival = event('as-found', { position: HL, found: ['sound'], after: [] });
    expect(
      foldJob([first, rival])
        .asFound.get(HL)
        ?.rivals.map((r) => r.id),
    ).toEqual([first.id]);
    const knowing = event('as-found', { position: HL, found: ['sound'], after: [first.id] });
    expect(foldJob([first, knowing]).asFound.get(HL)).toEqual({ event: knowing, rivals: [] });
    expect(origins([...worked(), rival])).toContain('rival-entries');
  });

  it('the clock of a device never goes behind what it has seen', () => {
    expect(hybridNow(0, '2026-01-01T00:00:00.000Z')).toBe('2026-01-01T00:00:00.001Z');
    expect(hybridNow(Date.UTC(2027, 0, 1), '2026-01-01T00:00:00.000Z')).toBe('2027-01-01T00:00:00.000Z');
    expect(hybridNow(5, null)).toBe('1970-01-01T00:00:00.005Z');
  });
});

describe('stages follow from what happened', () => {
  it('start open, saying what is wanting', () => {
    const arrive = stage([event('job-opened', { words: 'x' })], 'arrive');
    expect(arrive).toMatchObject({ state: 'open' });
    expect(arrive?.missing.map((m) => m.code)).toEqual(['wants-fact', 'wants-swap', 'wants-wishes']);
  });

  it('Arrive is locked when the VIN itself gives the year; Fit when nothing rests on hearsay', () => {
    expect(stage(worked(), 'arrive')?.state).toBe('locked');
    expect(stage(worked(), 'fit')?.state).toBe('locked');
    const hearsay = worked().map((e) =>
      e.type === 'fact-stated' && e.body.key === 'plug'
        ? ({ ...e, body: { ...e.body, source: 'told' } } as AnyStoredEvent)
        : e,
    );
    expect(stage(hearsay, 'fit')).toMatchObject({
      state: 'seated',
      missing: [{ code: 'proof-look' }, { code: 'proof-look' }],
    });
  });

  it('without a step sheet Strip and Mount say so, and open items hang on their stages', () => {
    // This choice pinned no sheet: nobody may call it counted.
    for (const name of ['strip', 'mount'])
      expect(stage(worked(), name)).toMatchObject({ state: 'open', missing: [{ code: 'strip-no-sheet' }] });
    expect(stage(worked(), 'strip')?.tags).toBe(2);
    expect(stage(worked(), 'prove')).toMatchObject({ state: 'open', tags: 2 });
  });
});

describe('Wire and Light', () => {
  const plugRecord = (
    position: string,
    plug: string,
    polarity: 'yes' | 'no',
    slide: 'yes' | 'not-looked' = 'yes',
  ) =>
    event('plug-recorded', {
      position,
      plug,
      checks: {
        mated: 'yes',
        latch: 'yes',
        slide,
        polarity,
        sealed: 'not-looked',
        greased: 'not-looked',
      },
      after: [],
    });
  /** The same job with the lamp that has a DRL. */
  const withDrl = () =>
    worked().map((e) =>
      e.type === 'lamp-chosen'
        ? ({
            ...e,
            body: {
              ...e.body,
              application: { id: 'packet-skerry-620', rev: 1 },
              lamps: { [HL]: { id: 'skerry-620-left', rev: 1 }, [HR]: { id: 'skerry-620-right', rev: 1 } },
            },
          } as AnyStoredEvent)
        : e,
    );
  const feed = () =>
    event('feed-chosen', { swap: 's', does: 'drl', school: 'fuse-tap', words: 'slot F14', after: [] });

  it('a map without doubt is seated, and locked once both plugs were looked at: mated, locked, right way round', () => {
    expect(stage(worked(), 'wire')).toMatchObject({
      state: 'seated',
      missing: [{ code: 'proof-plug' }, { code: 'proof-plug' }],
    });
    const left = [...worked(), plugRecord(HL, 'X41-left', 'yes')];
    expect(stage([...left, plugRecord(HR, 'X41-right', 'no')], 'wire')?.state).toBe('seated');
    // Its connector has a slide: nobody has looked whether that is home.
    expect(stage([...left, plugRecord(HR, 'X41-right', 'yes', 'not-looked')], 'wire')?.missing).toMatchObject(
      [{ code: 'proof-plug', facts: { plugs: ['X41-right'] } }],
    );
    expect(stage([...left, plugRecord(HR, 'X41-right', 'yes')], 'wire')?.state).toBe('locked');
  });

  it('a DRL without a feed keeps Wire open; deciding it seats Wire and lights the DRL', () => {
    expect(stage(withDrl(), 'wire')).toMatchObject({
      state: 'open',
      missing: [{ code: 'wire-feed-undecided', facts: { does: 'drl' } }],
    });
    const decided = [...withDrl(), feed()];
    expect(stage(decided, 'wire')?.state).toBe('seated');
    expect(read(decided).checks[0]?.wiring.map((w) => w.feeds)).toEqual([
      [{ does: 'drl', school: 'fuse-tap' }],
      [{ does: 'drl', school: 'fuse-tap' }],
    ]);
  });

  it('a plug that nobody has seen keeps the map away, and says so', () => {
    const unseen = worked().filter(
      (e) => !(e.type === 'fact-stated' && e.body.key === 'plug' && e.body.subject === HR),
    );
    expect(read(unseen).checks[0]?.wiring.map((w) => w.state)).toEqual(['mapped', 'plug-unknown']);
    expect(stage(unseen, 'wire')?.missing[0]).toMatchObject({
      code: 'wire-plug-unknown',
      facts: { position: HR },
    });
  });

  it('an adapter that the map needs and the parts do not hold is an open item', () => {
    const early = [...worked(), ...[HL, HR].map((at) => fact('plug', 'X40', 'seen', at))];
    expect(read(early).items.filter((i) => i.origin === 'wire-conflict')).toMatchObject([
      { what: { code: 'item-adapter-not-chosen', facts: { part: 'adapter-x40' } }, stage: 'wire' },
    ]);
  });

  it('light that breaks the rule set is an item for the lead: this DRL dims where it must go out', () => {
    const brace = worked().map((e) =>
      e.type === 'lamp-chosen'
        ? ({
            ...e,
            body: {
              ...e.body,
              application: { id: 'packet-brace', rev: 1 },
              lamps: { [HL]: { id: 'brace-left', rev: 1 }, [HR]: { id: 'brace-right', rev: 1 } },
            },
          } as AnyStoredEvent)
        : e,
    );
    const items = read([...brace, feed()]).items.filter((i) => i.origin === 'light-rule');
    expect(items).toMatchObject([
      { closableBy: 'lead', stage: 'light', what: { facts: { does: 'drl', must: 'dark' } } },
    ]);
    expect(read([...withDrl(), feed()]).items.filter((i) => i.origin === 'light-rule')).toEqual([]);
  });

  it('a vehicle line without harness on the shelf is said, not guessed', () => {
    const bare = { ...shelf, families: shelf.families.map((f) => ({ ...f, plugs: [] })) };
    const row = bare.families.find((f) => f.id === 'orrel-packet');
    expect(row && read(worked(), 1, row).checks[0]?.wiring.map((w) => w.state)).toEqual([
      'unmapped',
      'unmapped',
    ]);
    // Nothing was proven there, so nothing may be called proven.
    expect(row && read(worked(), 1, row).stages.find((x) => x.stage === 'wire')).toMatchObject({
      state: 'seated',
      missing: [{ code: 'proof-unmapped' }, {}],
    });
    expect(row && read(worked(), 1, row).items.map((i) => i.origin)).toContain('wire-unmapped');
  });
});

describe('Bench', () => {
  const read1 = (
    position: string,
    step: string,
    currentA: number,
    seen: 'white' | 'amber' | 'dark',
    lamp = position === HL ? 'sounder-2-left' : 'sounder-2-right',
  ) => event('bench-read', { position, lamp, step, reading: { currentA, seen }, after: [] });
  const all = (position: string) => [
    read1(position, 'main/4', 0.2, 'white'),
    read1(position, 'main/5', 0.5, 'amber'),
    read1(position, 'main/2', 2.4, 'white'),
    read1(position, 'main/3', 2.9, 'white'),
  ];

  it('is open until every input was read, locked when all pass, and then its item is gone', () => {
    expect(stage(worked(), 'bench')).toMatchObject({
      state: 'open',
      tags: 1,
      missing: [{ code: 'bench-unread', facts: { count: 4 } }, { facts: { count: 4 } }],
    });
    expect(stage([...worked(), ...all(HL)], 'bench')?.missing).toMatchObject([{ facts: { position: HR } }]);
    expect(stage([...worked(), ...all(HL), ...all(HR)], 'bench')).toMatchObject({ state: 'locked', tags: 0 });
  });

  it('a failing reading seats the stage and keeps the item; reading again settles it', () => {
    const bad = [...worked(), ...all(HL), ...all(HR), read1(HL, 'main/5', 0, 'dark')];
    expect(stage(bad, 'bench')).toMatchObject({
      state: 'seated',
      tags: 1,
      missing: [{ code: 'bench-failing', facts: { does: 'turn' } }],
    });
    expect(stage([...bad, read1(HL, 'main/5', 0.5, 'amber')], 'bench')?.state).toBe('locked');
  });

  it('without the system voltage there is no sequence, and nothing counts as proven', () => {
    const unknown = family && { ...family, assumes: [] };
    const events = worked().filter((e) => !(e.type === 'fact-stated' && e.body.key === 'system-voltage'));
    const bench = unknown && read(events, 1, unknown).stages.find((x) => x.stage === 'bench');
    expect(bench).toMatchObject({ state: 'seated', missing: [{ code: 'bench-no-sequence' }, {}] });
  });

  it('a reading of another lamp does not count', () => {
    expect(
      stage([...worked(), read1(HL, 'main/4', 0.2, 'white', 'brace-left')], 'bench')?.missing[0],
    ).toMatchObject({ facts: { count: 4 } });
  });
});

describe('open items raise themselves', () => {
  it('a headlamp swap wants baseline light before and an aim check after', () => {
    expect(origins(worked()).slice(0, 2)).toEqual(['baseline-light', 'aim']);
  });

  it('what is not proven, and not on any sheet, is an item of its own', () => {
    expect(origins(worked()).slice(2)).toEqual(['bench-proof', 'cure', 'cure', 'function-proof', 'no-sheet']);
  });

  it('a told year against the VIN is a contradiction until it is told anew or closed', () => {
    const wrong = [...worked(), fact('model-year', 2017, 'told')];
    expect(origins(wrong)).toContain('contradiction');
    expect(origins([...wrong, fact('model-year', 2021, 'told')])).not.toContain('contradiction');
    const item = read(wrong).items.find((i) => i.origin === 'contradiction');
    expect(
      origins([...wrong, event('item-closed', { item: item?.id ?? '', how: 'done', words: 'papers seen' })]),
    ).not.toContain('contradiction');
  });

  it('a closing does not outlive its reason: another told year opens a new item', () => {
    const wrong = [...worked(), fact('model-year', 2017, 'told')];
    const item = read(wrong).items.find((i) => i.origin === 'contradiction');
    const closed = [
      ...wrong,
      event('item-closed', { item: item?.id ?? '', how: 'done', words: 'papers seen' }),
    ];
    expect(origins([...closed, fact('model-year', 2015, 'told')])).toContain('contradiction');
  });

  it('a fact changed after the choice tags Fit, and choosing again settles it', () => {
    const changed = [...worked(), fact('plug', 'X40', 'seen', HL)];
    expect(origins(changed)).toContain('choice-stale');
    expect(stage(changed, 'fit')?.tags).toBe(1);
    const again = choice(
      changed.flatMap((e) => (e.type === 'lamp-chosen' ? [e.id] : [])),
      {
        verdict: 'fits-with-parts',
        parts: [{ id: 'adapter-x40', rev: 1, quantity: 1, certain: true }],
      },
    );
    expect(origins([...changed, again])).not.toContain('choice-stale');
  });

  it('a choice that no longer fits at all opens Fit again', () => {
    const changed = [...worked(), fact('factory-lamp', 'led', 'seen', HL)];
    expect(stage(changed, 'fit')).toMatchObject({ state: 'open', missing: [{ code: 'wants-choice-again' }] });
  });

  it('a newer revision on the shelf is shown, and the choice keeps the one it pinned', () => {
    expect(origins(worked(), 2)).toContain('choice-revised');
    expect(read(worked(), 2).checks[0]?.now?.verdict).toBe('fits');
  });

  it('an override stays open until a lead closes it', () => {
    const events = worked().map((e) =>
      e.type === 'lamp-chosen'
        ? ({
            ...e,
            body: { ...e.body, override: { words: 'tried it', consent: 'agreed' } },
          } as AnyStoredEvent)
        : e,
    );
    expect(read(events).items.find((i) => i.origin === 'override')).toMatchObject({
      closableBy: 'lead',
      closed: null,
    });
  });
});

describe('release', () => {
  const closeAll = (events: readonly AnyStoredEvent[]) =>
    read(events)
      .items.filter((i) => !i.closed)
      .map((i) => event('item-closed', { item: i.id, how: 'handed-over', words: 'in writing' }));

  it('waits for every item, and for each stage before it', () => {
    const check = releaseCheck(read(worked()));
    expect(check.ready).toBe(false);
    expect(check.openItems.map((i) => i.origin)).toEqual(origins(worked()));
    const events = worked();
    expect(releaseCheck(read([...events, ...closeAll(events)]))).toMatchObject({
      ready: true,
      nextRevision: 1,
    });
    const unchosen = events.filter((e) => e.type !== 'lamp-chosen');
    expect(releaseCheck(read(unchosen))).toMatchObject({ ready: false, missing: [{ code: 'wants-lamp' }] });
  });

  it('an event after the lock is a late entry: it is kept, shown, and locked anew', () => {
    const events = worked();
    const locked = [...events, ...closeAll(events), event('release-locked', { revision: 1, document: 'd1' })];
    expect(stage(locked, 'release')).toMatchObject({ state: 'locked', tags: 0 });
    expect(releaseCheck(read(locked)).ready).toBe(false);
    // It happened before the lock on a device without network, and came in after it.
    const late = event('modification-noted', { words: 'pipe bent' }, { at: '2025-12-31T00:00:00.000Z' });
    const after = [...locked, late];
    expect(read(after).record.late.map((e) => e.id)).toEqual([late.id]);
    expect(origins(after)).toEqual(['late-entry']);
    expect(releaseCheck(read(after))).toMatchObject({ ready: true, nextRevision: 2 });
    expect(origins([...after, event('release-locked', { revision: 2, document: 'd2' })])).toEqual([]);
  });
});
