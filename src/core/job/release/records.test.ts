import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent, Surety } from '../events';
import { event, fact, HL, HR, read, shelf, worked, workedWithDrl } from '../testing/packetJob';
import { historyLines } from './historyLines';
import { priceOf, releaseRecords } from './releaseRecords';

const records = (events: readonly AnyStoredEvent[]) =>
  releaseRecords(
    read(events),
    (id) => shelf.parts.find((p) => p.id === id),
    (u) => (u === 'u' ? 'Una' : ''),
  );
const box = (position: string, lamp: string, serial: string) =>
  event('box-checked', {
    position,
    lamp,
    checks: { contents: 'yes', side: 'yes', revision: 'yes', undamaged: 'no' },
    serial,
    lot: 'L7',
    leftovers: [],
    after: [],
  });

describe('the records that are frozen with a job', () => {
  it('hold serials and lots, what was not right, light, aim, looks and rechecks, each with who', () => {
    const frozen = records([
      ...worked(),
      box(HL, 'sounder-2-left', 'S-1'),
      event('light-read', {
        swap: 's',
        when: 'before',
        lux: { [HL]: 31, [HR]: 29 },
        distanceMm: 7620,
        meter: 'meter 2',
        after: [],
      }),
      event('mount-looked', {
        position: HL,
        lamp: 'sounder-2-left',
        checks: { film: 'yes', seal: 'yes', holes: 'none', lead: 'yes' },
        after: [],
      }),
    ]);
    expect(frozen.boxes).toEqual([
      {
        position: HL,
        lamp: 'sounder-2-left',
        serial: 'S-1',
        lot: 'L7',
        bad: ['undamaged'],
        leftovers: [],
        by: 'Una',
      },
    ]);
    expect(frozen.light).toMatchObject([{ when: 'before', lux: { [HL]: 31 }, meter: 'meter 2', by: 'Una' }]);
    expect(frozen.mounted).toMatchObject([{ position: HL, checks: { film: 'yes' }, by: 'Una' }]);
    expect(Object.keys(frozen.drawn)).toEqual([HL, HR]);
  });

  it('hold the price line by line: what is written down adds up to the total', () => {
    const [quote] = records(worked()).quotes;
    const sum = (quote?.lines ?? []).reduce((n, l) => n + (l.price?.minor ?? 0), 0);
    expect(quote?.total?.minor).toBe(sum);
    expect(quote?.lines.map((l) => l.kind)).toEqual(['lamp', 'lamp', 'work']);
    expect(quote?.lines[0]?.name).toMatch(/Sounder/);
    // Nobody agreed: it costs what was reckoned.
    expect(quote && priceOf(quote)).toEqual(quote?.total);
    const agreed = { total: { minor: 100, currency: 'EUR' }, words: 'by phone' };
    expect(quote && priceOf({ ...quote, agreed })).toEqual(agreed.total);
  });
});

describe('a history that is read', () => {
  const count = (at: string, user = 'u') =>
    event('fastener-counted', { step: 'a', group: 'g', act: 'out', count: 1 }, { at, user });
  const lines = (events: readonly AnyStoredEvent[]) =>
    historyLines(events, { swaps: [] }).map((l) => `${l.user} ${l.type} ${l.count}+${l.counted}`);

  it('takes entries of a kind in a row together, and breaks where person, kind or hour change', () => {
    expect(
      lines([
        count('2026-01-01T08:00:00.000Z'),
        count('2026-01-01T08:01:00.000Z'),
        count('2026-01-01T08:02:00.000Z', 'v'),
        count('2026-01-01T08:03:00.000Z'),
        count('2026-01-01T09:03:00.001Z'),
      ]),
    ).toEqual(['u step-ticked 0+2', 'v step-ticked 0+1', 'u step-ticked 0+1', 'u step-ticked 0+1']);
  });

  it('a step and the fasteners counted at it are one piece of work', () => {
    const tick = event(
      'step-ticked',
      { step: 'a', way: 'out', outcome: 'done', after: [] },
      { at: '2026-01-01T08:02:00.000Z' },
    );
    expect(lines([count('2026-01-01T08:00:00.000Z'), count('2026-01-01T08:01:00.000Z'), tick])).toEqual([
      'u step-ticked 1+2',
    ]);
  });

  it('a name that was chosen at a device stands apart, with who was signed in', () => {
    const device: Surety = { by: 'device', signedIn: 'ben' };
    const chosen = (at: string) => ({ ...count(at), sure: device }) as AnyStoredEvent;
    const all = historyLines(
      [
        count('2026-01-01T08:00:00.000Z'),
        chosen('2026-01-01T08:01:00.000Z'),
        chosen('2026-01-01T08:02:00.000Z'),
      ],
      { swaps: [] },
    );
    expect(all.map((l) => [l.counted, l.sure])).toEqual([
      [1, undefined],
      [2, device],
    ]);
  });

  it('loses no entry: the counts add up, whatever the story', () => {
    const story = [...worked(), fact('bumper', 'standard', 'seen')];
    const all = historyLines(story, read(story).record);
    expect(all.reduce((n, l) => n + l.count + l.counted, 0)).toBe(story.length);
    expect(all.find((l) => l.type === 'lamp-chosen')?.positions).toEqual([HL, HR]);
  });
});

describe('what the customer is told of functions', () => {
  it('a function that a part keeps is kept by it, and one that nothing keeps is lost', () => {
    const skerry = workedWithDrl();
    const withMotor = skerry.map((e) =>
      e.type === 'fact-stated' && e.body.key === 'levelling-motor'
        ? ({ ...e, body: { ...e.body, value: true } } as AnyStoredEvent)
        : e,
    );
    const row = (events: readonly AnyStoredEvent[]) =>
      read(events).checks[0]?.now?.functions.find((f) => f.does === 'levelling-motor');
    expect(read(withMotor).checks[0]?.now?.parts).toContainEqual({
      part: 'level-transfer',
      quantity: 2,
      certain: true,
      open: [],
    });
    expect(row(withMotor)).toMatchObject({ change: 'lost', madeUp: true });
    // Without a motor there is nothing to lose, and no part that keeps it.
    expect(row(skerry)?.change ?? 'none').not.toBe('lost');
  });
});
