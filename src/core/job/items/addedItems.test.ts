import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { choice, event, read, shelf, worked } from '../testing/packetJob';

const [FL, FR] = ['fog.front.left', 'fog.front.right'] as const;
const sheets = (id: string) => ({ sheets: [{ id, rev: 1 }] });
/** The job with the sheet of the headlamps pinned. */
const base = (): AnyStoredEvent[] =>
  worked().map((e) =>
    e.type === 'lamp-chosen' ? { ...e, body: { ...e.body, ...sheets('packet-headlamp') } } : e,
  );
const fogs = () => [
  event('swap-opened', { swap: 'f', positions: [FL, FR] }),
  choice([], {
    swap: 'f',
    application: { id: 'packet-haar', rev: 1 },
    lamps: { [FL]: { id: 'haar-left', rev: 1 }, [FR]: { id: 'haar-right', rev: 1 } },
    ...sheets('packet-fog'),
  }),
];
const tick = (way: 'out' | 'back', step: string) =>
  event('step-ticked', { way, step, outcome: 'done', after: [] });
const agree = (swap: string, events: readonly AnyStoredEvent[]) => {
  const quote = read(events).checks.find((c) => c.swap.id === swap)?.orders?.quote;
  return event('quote-agreed', {
    swap,
    total: quote?.total ?? { minor: 0, currency: 'EUR' },
    minutes: quote?.minutes.p90 ?? 0,
    work: 'sheet',
    words: 'by phone with the owner',
    after: [],
  });
};
const quoteOf = (events: readonly AnyStoredEvent[], swap: string) =>
  read(events).checks.find((c) => c.swap.id === swap)?.orders?.quote;
const item = (events: readonly AnyStoredEvent[], id: string) =>
  read(events).items.find((i) => i.id.startsWith(id));

describe('lamps that come into a job in mid-job', () => {
  const withFogs = (first: readonly AnyStoredEvent[]) => [...first, ...fogs()];

  it('are ordinary while nothing was agreed or taken apart', () =>
    expect(item(withFogs(base()), 'added:f')).toBeUndefined());

  it('want consent to their own price and time, which the agreed quote is', () => {
    for (const begun of [agree('s', base()), tick('out', 'bonnet-open')]) {
      const events = withFogs([...base(), begun]);
      expect(item(events, 'added:f')).toMatchObject({ origin: 'scope', stage: 'fit', closed: null });
      const agreed = [...events, agree('f', events)];
      expect(item(agreed, 'added:f')?.closed).toMatchObject({ how: 'met' });
    }
  });

  it('pay for what they add: what is off already and the ways to it are not theirs', () => {
    const alone = quoteOf([...worked().filter((e) => e.type !== 'lamp-chosen'), ...fogs()], 'f');
    const added = quoteOf(withFogs(base()), 'f');
    expect(alone?.sharedMin).toBe(0);
    // Bonnet (1 + 1) and battery (4 + 2) by the sheet, and of the ways at the least one into the engine bay and back.
    const once = shelf.stepSheets
      .find((s) => s.id === 'packet-headlamp')
      ?.steps.filter((s) => ['bonnet-open', 'battery-off'].includes(s.id))
      .reduce((n, s) => n + s.minutes + (s.back?.minutes ?? s.minutes), 0);
    expect(once).toBe(8);
    expect(added?.sharedMin).toBeGreaterThanOrEqual((once ?? 0) + 2);
    expect(added?.sharedMin).toBeLessThan((once ?? 0) * 2);
    expect(
      Math.abs((alone?.minutes.p50 ?? 0) - (added?.minutes.p50 ?? 0) - (added?.sharedMin ?? 0)),
    ).toBeLessThanOrEqual(1);
    // Two lamps at 96.00, and the work at 60.00 an hour.
    const parts = (added?.lines ?? []).filter((l) => l.kind === 'part' && !l.perhaps);
    expect(added?.total?.minor).toBe(
      2 * 9600 + parts.reduce((n, l) => n + (l.price?.minor ?? 0), 0) + (added?.minutes.p50 ?? 0) * 100,
    );
  });

  it('change neither price nor time of those that were there', () => {
    const before = quoteOf(base(), 's');
    expect(quoteOf(withFogs(base()), 's')).toEqual(before);
  });

  it('pay in full for what was put back before they came, and it has to come off again', () => {
    const back = [
      ...base(),
      tick('out', 'bonnet-open'),
      tick('out', 'battery-off'),
      tick('back', 'battery-off'),
      tick('back', 'bonnet-open'),
    ];
    const events = withFogs(back);
    expect(quoteOf(events, 'f')?.sharedMin).toBe(0);
    expect(item(events, 'again:f')).toMatchObject({ stage: 'mount', what: { facts: { count: 2 } } });
    // Apart while they came: nothing has to come off again.
    expect(item(withFogs(back.slice(0, -2)), 'again:f')).toBeUndefined();
  });

  it('open nothing again that was settled: every closed item stays closed, every step ticked', () => {
    const settled: AnyStoredEvent[] = [
      ...base(),
      event('light-read', {
        swap: 's',
        when: 'before',
        lux: { 'headlamp.front.left': 31, 'headlamp.front.right': 29 },
        distanceMm: 7620,
        meter: 'meter 2',
        after: [],
      }),
      ...['bonnet-open', 'battery-off', 'grille-pins'].map((s) => tick('out', s)),
      event('item-raised', { item: 'clips', origin: 'borrowed', words: 'two clips' }),
      event('item-closed', { item: 'clips', how: 'done', words: 'paid both back' }),
    ];
    const before = read(settled);
    const after = read(withFogs(settled));
    const stateOf = (r: typeof before) =>
      new Map(r.items.map((i) => [i.id, i.closed === null ? 'open' : i.closed.how]));
    const [was, is] = [stateOf(before), stateOf(after)];
    expect(was.get('baseline:s')).toBe('met');
    for (const [id, state] of was) expect([id, is.get(id)]).toEqual([id, state]);
    const ticked = (r: typeof before) => r.strip.out.filter((l) => l.tick).map((l) => l.step.id);
    expect(ticked(after)).toEqual(expect.arrayContaining([...ticked(before)]));
    // The fog lamps' own light before is asked for, of them alone.
    expect(is.get('baseline:f')).toBe('open');
  });
});

describe('the way to the lamps', () => {
  it('that was begun stays, though another would now be quicker', () => {
    const uses = read([...base(), ...fogs(), tick('out', 'liner-screws@fog.front.left')]).strip.uses;
    expect(uses.find((u) => u.swap === 'f')).toMatchObject({ state: 'taken', sheet: { id: 'packet-fog' } });
  });
});
