import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { event, HL, HR, read, stage, worked } from '../testing/packetJob';
import { foundRight } from '../readings/plugs';
import { saysSomething } from './evidence';
import { itemPlace } from './itemPlace';

/** Beyond what every entry before it is numbered with. */
const LOCKED = 1_000_000;
const item = (events: readonly AnyStoredEvent[], id: string) =>
  read(events).items.find((i) => i.id.startsWith(id)) ?? null;
const unfit = (events: readonly AnyStoredEvent[]) => read(events).unfit.map((u) => u.code);
const close = (id: string, words: string, how: 'done' | 'handed-over' = 'done', more = {}) =>
  event('item-closed', { item: id, how, words }, more);

describe('words that close something', () => {
  it.each(['x', 'ok', 'done', 'aaaa aaaa', '....', '1 2 3', 'seen', ''])('%j says nothing', (text) => {
    expect(saysSomething(text)).toBe(false);
  });

  it.each(['paid back', 'In a box behind the seat', 'agreed by phone', 'zwei Klammern zurück'])(
    '%j says something',
    (text) => {
      expect(saysSomething(text)).toBe(true);
    },
  );

  it('one sign, however often, never does', () => {
    fc.assert(
      fc.property(fc.constantFrom(...'xa1.ü '), fc.nat(400), (sign, n) => {
        expect(saysSomething(sign.repeat(n))).toBe(false);
      }),
    );
  });
});

describe('evidence has a form', () => {
  it('"x" closes nothing: no promise, and no hand-over of a lead', () => {
    const raised = event('item-raised', { item: 'clips', origin: 'borrowed', words: 'two clips' });
    const base = [...worked(), raised];
    for (const how of ['done', 'handed-over'] as const) {
      const tried = [...base, close('clips', 'x', how)];
      expect(item(tried, 'clips')?.closed).toBeNull();
      expect(unfit(tried)).toEqual(['words-say-nothing']);
    }
    expect(item([...base, close('clips', 'paid both back')], 'clips')?.closed).toMatchObject({ how: 'done' });
  });

  it('aim and light before close by their readings, or by a lead in writing, and not by a sentence', () => {
    for (const id of ['aim:s', 'baseline:s']) {
      const said = [...worked(), close(id, 'checked at the wall, all good')];
      expect(item(said, id)).toMatchObject({ closed: null, closesBy: 'record' });
      expect(unfit(said)).toEqual(['closes-by-record']);
      expect(
        item([...worked(), close(id, 'customer comes back on Friday', 'handed-over')], id)?.closed,
      ).toMatchObject({ how: 'handed-over' });
    }
  });

  it('what was closed by a sentence before this rule stays closed', () => {
    const old = [...worked(), close('aim:s', 'x', 'done', { v: 1 })];
    expect(item(old, 'aim:s')?.closed).toMatchObject({ how: 'done', words: 'x' });
  });

  const light = (lux: Record<string, number>) =>
    event('light-read', { swap: 's', when: 'before', lux, distanceMm: 7620, meter: 'meter 2', after: [] });

  it('the light before is met when each lamp that is aimed was measured; a dead lamp reads 0', () => {
    expect(item([...worked(), light({ [HL]: 31 })], 'baseline:s')?.closed).toBeNull();
    expect(item([...worked(), light({ [HL]: 31, [HR]: 0 })], 'baseline:s')?.closed).toMatchObject({
      how: 'met',
      by: 'u',
    });
  });

  it('the aim is met when each lamp passes by its figures, read after the choice, and stands open again when it does not', () => {
    const aim = (upMm: number, after: readonly string[] = []) =>
      event('aim-read', {
        swap: 's',
        lamps: {
          [HL]: { upMm: -76, centreMm: 760, lensMm: 150 },
          [HR]: { upMm, centreMm: 760, lensMm: 150 },
        },
        market: 'ECE',
        distanceMm: 7620,
        after,
      });
    const base = worked();
    const good = aim(-80);
    expect(item([...base, good], 'aim:s')?.closed).toMatchObject({ how: 'met' });
    expect(item([...base, good, aim(0, [good.id])], 'aim:s')?.closed).toBeNull();
    // Read before these lamps were chosen, it tells of the old ones.
    expect(item([{ ...good, at: '2025-01-01T00:00:00.000Z' }, ...base], 'aim:s')?.closed).toBeNull();
  });

  it('that somebody calls an aim within closes nothing: a passing reading does, or a lead', () => {
    const said = event('aim-checked', {
      swap: 's',
      lamps: { [HL]: { dropMm: 120, within: true }, [HR]: { dropMm: 118, within: true } },
      distanceMm: 10_000,
      against: 'marked on the vehicle: 1.2 %',
      after: [],
    });
    expect(item([...worked(), said], 'aim:s')?.closed).toBeNull();
  });

  it('each item leads to where it is settled', () => {
    expect(read(worked()).items.map((i) => [i.id.split(':')[0], itemPlace(i)])).toEqual([
      ['baseline', { stage: 'strip', part: null, position: HL }],
      ['aim', { stage: 'prove', part: 'aim', position: HL }],
      ['bench', { stage: 'bench', part: null, position: HL }],
      ['cure', { stage: 'wire', part: 'choices', position: HL }],
      ['cure', { stage: 'wire', part: 'choices', position: HR }],
      ['proof', { stage: 'prove', part: 'functions', position: HL }],
      ['plugs', { stage: 'wire', part: 'plugs', position: HL }],
      ['mounted', { stage: 'mount', part: null, position: HL }],
      ['no-sheet', { stage: 'strip', part: null, position: HL }],
    ]);
  });
});

describe('states name what they rest on', () => {
  const plug = (at: string, answers: Partial<Record<'latch' | 'polarity' | 'sealed', 'no' | 'not-looked'>>) =>
    event('plug-recorded', {
      position: at,
      plug: at === HL ? 'X41-left' : 'X41-right',
      checks: {
        mated: 'yes',
        latch: 'yes',
        slide: 'yes',
        polarity: 'yes',
        sealed: 'yes',
        greased: 'not-looked',
        ...answers,
      },
      after: [],
    });

  it.each(['latch', 'polarity', 'sealed'] as const)(
    'a plug whose %s is not right is an item of Wire',
    (c) => {
      const wrong = [...worked(), plug(HL, { [c]: 'no' })];
      expect(item(wrong, 'plug:')).toMatchObject({
        origin: 'plug',
        stage: 'wire',
        what: { code: 'item-plug-wrong', facts: { plug: 'X41-left', checks: [c] } },
      });
      expect(item(wrong, 'plugs:')).toMatchObject({ what: { facts: { positions: [HR], count: 1 } } });
    },
  );

  it('a plug of which the lock was not looked at is open, and looked at it is not', () => {
    const both = (c: 'not-looked' | undefined) => [
      ...worked(),
      plug(HL, c ? { latch: c } : {}),
      plug(HR, {}),
    ];
    expect(item(both('not-looked'), 'plugs:')).toMatchObject({ what: { facts: { count: 1 } } });
    expect(item(both(undefined), 'plugs:')).toBeNull();
  });

  it('found right after one thing was wrong, all of it is right, and what else was recorded stays', () => {
    const before = plug(HL, { latch: 'no' });
    const look = read([...worked(), before]).plugs.find((p) => p.position === HL);
    if (!look) throw new Error('no plug');
    const after = event('plug-recorded', {
      position: HL,
      plug: look.plug,
      checks: foundRight(look),
      after: [before.id],
    });
    expect(foundRight(look)).toMatchObject({ mated: 'yes', latch: 'yes', greased: 'not-looked' });
    const again = read([...worked(), before, after]).plugs.find((p) => p.position === HL);
    expect([again?.wrong, again?.unlooked]).toEqual([[], []]);
  });

  it('film on the lens, an open hole: an item until it is looked at and right; none there is right', () => {
    const look = (film: 'yes' | 'no' | 'not-looked') =>
      [HL, HR].map((position) =>
        event('mount-looked', {
          position,
          lamp: position === HL ? 'sounder-2-left' : 'sounder-2-right',
          checks: { film, seal: 'yes', holes: 'none', lead: 'yes' },
          after: [],
        }),
      );
    expect(item([...worked(), ...look('no')], 'mount:')).toMatchObject({
      what: { code: 'item-mount-wrong', facts: { position: HL, checks: ['film'] } },
    });
    expect(item([...worked(), ...look('not-looked')], 'mounted:')).not.toBeNull();
    expect(item([...worked(), ...look('yes')], 'mount')).toBeNull();
  });

  it('Light is done when somebody has watched it, and another lamp opens it again', () => {
    expect(stage(worked(), 'light')?.state).toBe('locked');
    const unwatched = worked().filter((e) => e.type !== 'light-watched');
    expect(stage(unwatched, 'light')).toMatchObject({
      state: 'open',
      missing: [{ code: 'light-unwatched' }],
    });
    const other = worked().map((e) =>
      e.type === 'light-watched'
        ? ({ ...e, body: { ...e.body, lamps: { [HL]: 'old' } } } as AnyStoredEvent)
        : e,
    );
    expect(stage(other, 'light')?.state).toBe('open');
  });

  it('an undo of what stood at the lock reopens the job; an undo of what came after it does not', () => {
    const noted = event('modification-noted', { words: 'bull bar' }, { seq: 1 });
    const lock = event('release-locked', { revision: 1, document: 'd' }, { seq: LOCKED });
    const job = [...worked(), noted, lock];
    const undo = (target: string, seq: number) => event('void', { target }, { seq });
    expect(read(job).record.late).toEqual([]);
    expect(read([...job, undo(noted.id, LOCKED + 1)]).record.late).toHaveLength(1);
    expect(read([...job, undo(noted.id, LOCKED + 1)]).stages.at(-1)?.state).toBe('open');
    const after = event('modification-noted', { words: 'winch' }, { seq: LOCKED + 1 });
    expect(read([...job, after, undo(after.id, LOCKED + 2)]).record.late).toEqual([]);
  });

  it('a lock makes each stage checked, and what comes after it undoes that everywhere', () => {
    const locked = [...worked(), event('release-locked', { revision: 1, document: 'd' }, { seq: LOCKED })];
    expect(new Set(read(locked).stages.map((s) => s.state))).toEqual(new Set(['locked']));
    const after = event('modification-noted', { words: 'bull bar' }, { seq: LOCKED + 1 });
    const states = Object.fromEntries(read([...locked, after]).stages.map((s) => [s.stage, s.state]));
    expect(states).toMatchObject({ wire: 'seated', bench: 'open', prove: 'open', release: 'open' });
    expect(read([...locked, after]).stages.at(-1)?.missing).toMatchObject([{ code: 'release-reopened' }]);
  });
});
