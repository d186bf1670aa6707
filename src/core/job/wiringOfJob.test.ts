import { describe, expect, it } from 'vitest';
import type { Family } from '../catalogue/types';
import type { VehiclePlug } from '../harness';
import type { AnyStoredEvent } from './events';

import { event, fact, family, HL, HR, read, shelf, stage, worked, workedWithDrl } from './testing/packetJob';

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
        sealed: 'yes',
        greased: 'not-looked',
      },
      after: [],
    });
  const withDrl = workedWithDrl;
  const feed = () =>
    event('feed-chosen', { swap: 's', does: 'drl', school: 'fuse-tap', words: 'slot F14', after: [] });

  /** Every measurement that the harness checks ask for, as it should be. */
  const measured = (events: readonly AnyStoredEvent[]) => [
    ...events,
    ...read(events).checks.flatMap((c) =>
      c.wiring.flatMap((w) =>
        (w.checks?.probes ?? []).map((p) =>
          event('check-read', {
            position: w.position,
            lamp: w.lamp.id,
            check: p.step.id,
            value: (p.step.window.lowV + p.step.window.highV) / 2,
            ...(p.step.window.flashes ? { flashes: true } : {}),
            after: [],
          }),
        ),
      ),
    ),
  ];

  it('a map without doubt is seated, and checked once both plugs were looked at and the harness measured', () => {
    expect(stage(worked(), 'wire')).toMatchObject({
      state: 'seated',
      missing: [
        { code: 'proof-plug' },
        { code: 'proof-readings' },
        { code: 'proof-plug' },
        { code: 'proof-readings' },
      ],
    });
    const left = [...measured(worked()), plugRecord(HL, 'X41-left', 'yes')];
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

describe('a plug that nobody has seen', () => {
  const chosen = worked().filter((e) => !(e.type === 'fact-stated' && e.body.key === 'plug'));

  it('is unknown with the fact that would tell it', () => {
    const [check] = read(chosen).checks;
    expect(check?.wiring.map((w) => [w.state, w.asks])).toEqual([
      ['plug-unknown', [`plug@${HL}`]],
      ['plug-unknown', [`plug@${HR}`]],
    ]);
  });

  it('that hangs on something of the vehicle asks for that', () => {
    const split = (p: VehiclePlug, i: number): VehiclePlug => ({
      ...p,
      when: {
        op: 'equals',
        id: `drive-${i}`,
        fact: 'option.towing',
        value: p.id.startsWith('X41'),
      } as never,
    });
    const line: Family = { ...(family as Family), plugs: (family?.plugs ?? []).map(split) };
    const reading = read(chosen, 1, line);
    expect(reading.checks[0]?.wiring.map((w) => [w.state, w.asks])).toEqual([
      ['plug-unknown', ['option.towing@vehicle']],
      ['plug-unknown', ['option.towing@vehicle']],
    ]);
  });
});
