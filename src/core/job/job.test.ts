import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from './events';
import { hybridNow } from './log/clock';
import { foldJob } from './fold';
import { releaseCheck } from './release/release';

import { choice, event, fact, HL, origins, read, stage, worked } from './testing/packetJob';

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

describe('open items raise themselves', () => {
  it('a headlamp swap wants baseline light before and an aim check after', () => {
    expect(origins(worked()).slice(0, 2)).toEqual(['baseline-light', 'aim']);
  });

  it('what is not proven, and not on any sheet, is an item of its own', () => {
    expect(origins(worked()).slice(2)).toEqual([
      'bench-proof',
      'cure',
      'cure',
      'function-proof',
      'plug',
      'mount',
      'no-sheet',
    ]);
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
      .map((i) => event('item-closed', { item: i.id, how: 'handed-over', words: 'agreed in writing' }));

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
