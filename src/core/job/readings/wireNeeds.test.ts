import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { event, read, shelf, workedWithDrl } from '../testing/packetJob';

const base = workedWithDrl;
const feed = (way: 'tap' | 'replaced' = 'tap') =>
  event('feed-chosen', {
    swap: 's',
    does: 'drl',
    school: 'fuse-tap',
    source: { kind: 'slot', box: 'cabin', slot: 'F19', way },
    after: [],
  });
const battery = () =>
  event('feed-chosen', {
    swap: 's',
    does: 'drl',
    school: 'battery-module',
    source: { kind: 'battery' },
    after: [],
  });
const cure = (circuit: string, choice: string) =>
  event('wire-decided', { swap: 's', matter: `cure/${circuit}`, choice, after: [] });

const swapOf = (events: readonly AnyStoredEvent[]) => read(events).checks[0];
const wiring = (events: readonly AnyStoredEvent[]) =>
  Object.fromEntries(
    (swapOf(events)?.orders?.quote.lines ?? [])
      .filter((l) => l.kind === 'wiring')
      .map((l) => [l.id, l.quantity]),
  );

describe('what the wiring decides to need', () => {
  it('is nothing before anything is decided', () => {
    expect(wiring(base())).toEqual({});
  });

  it('a tapped fuse: the wire of its legs with a tenth for slack, its fuse, a tap, a joint a lamp and one where they part', () => {
    const events = [...base(), feed()];
    const candidate = swapOf(events)?.feeds[0]?.candidates.find((c) => c.id === 'slot:cabin/F19/tap');
    const metres = (candidate?.legs ?? []).reduce((n, l) => n + l.lengthM, 0);
    expect(metres).toBeGreaterThan(1);
    expect(candidate?.legs).toHaveLength(2);
    const wire =
      shelf.parts.find((p) => p.need === `wire ${candidate?.wire ?? ''}`)?.id ??
      `need:wire ${candidate?.wire ?? ''}`;
    const fuse =
      shelf.parts.find((p) => p.need === `fuse ${candidate?.fuseA ?? ''}`)?.id ??
      `need:fuse ${candidate?.fuseA ?? ''}`;
    expect(wiring(events)).toEqual({
      [wire]: Math.ceil(metres * 1.1),
      [fuse]: 1,
      'fuse-tap': 1,
      'butt-joint': 3,
    });
  });

  it('a fuse that is replaced takes no tap; the battery takes a module, a holder and two rings instead', () => {
    expect(wiring([...base(), feed('replaced')])).not.toHaveProperty('fuse-tap');
    expect(wiring([...base(), battery()])).toMatchObject({
      'running-module': 1,
      'fuse-holder': 1,
      'ring-terminal': 2,
    });
  });

  it('a decoder for each lamp, one flasher for the vehicle, nothing for a setting', () => {
    const both = (choice: string) => [...base(), cure('turn-left', choice), cure('turn-right', choice)];
    expect(wiring(both('decoder'))).toEqual({ decoder: 2 });
    expect(wiring(both('flasher'))).toEqual({ 'flasher-led': 1 });
    expect(wiring(both('setting'))).toEqual({});
  });

  it('reaches quote, orders and Mount, and is gone again when the decision is taken back', () => {
    const before = swapOf(base())?.orders;
    const chosen = cure('turn-left', 'decoder');
    const events = [...base(), chosen];
    const after = swapOf(events)?.orders;
    // A decoder at 24.00, and six minutes of an hour at 60.00.
    expect((after?.quote.total?.minor ?? 0) - (before?.quote.total?.minor ?? 0)).toBe(2400 + 600);
    expect(after?.procured.find((p) => p.id === 'decoder')).toMatchObject({ needed: 1, state: 'to-order' });
    const step = read(events).strip.back[0];
    expect(step?.step).toMatchObject({ id: 'cure/s/decoder', way: 'back' });
    expect(step?.step.said).toMatchObject({ code: 'work-cure', facts: { circuits: ['turn-left'] } });
    const undone = [...events, event('void', { target: chosen.id })];
    expect(swapOf(undone)?.orders?.quote).toEqual(before?.quote);
    expect(read(undone).strip.back).toEqual(read(base()).strip.back);
  });

  it('a lead goes by the named points of the line: its step says over which, and how far each leg is', () => {
    const events = [...base(), feed()];
    const legs = swapOf(events)?.feeds[0]?.candidates.find((c) => c.id === 'slot:cabin/F19/tap')?.legs;
    // Added up by hand: box 520, left rail 480, lamp 330, and 400 for the ends.
    expect(legs?.find((l) => l.position === 'headlamp.front.left')).toMatchObject({
      lengthM: 1.73,
      known: 'routed',
    });
    // Box 520, left rail 480, radiator 460, across 1040, lamp reckoned: 280 and 120 mm away, 304.6 and 15 %: 350.
    expect(legs?.find((l) => l.position === 'headlamp.front.right')).toMatchObject({ lengthM: 3.25 });
    const step = read(events).strip.back.find((l) => l.step.id === 'feed/s/drl')?.step;
    expect(step?.notes?.map((n) => [n.code, n.facts])).toMatchObject([
      ['lead-way', { position: 'headlamp.front.left', metres: 1.73, ties: 2, pulls: 1, danger: false }],
      ['lead-way', { position: 'headlamp.front.right', metres: 3.25, ties: 6, pulls: 1, danger: false }],
    ]);
    expect(step?.step.consumables).toEqual(['ties', 'sealant']);
  });

  it('what the shelf has no price for stands in the quote, in no sum, and is counted', () => {
    const resistor = [...base(), cure('turn-left', 'resistor')];
    const quote = swapOf(resistor)?.orders?.quote;
    const line = quote?.lines.find((l) => l.kind === 'wiring');
    expect(line?.id).toMatch(/^need:resistor \d/);
    expect(line?.price).toBeNull();
    expect(quote?.unpriced).toBe(1);
    expect(quote?.total).not.toBeNull();
  });

  it('its step is ticked like any other, and Mount waits for it', () => {
    const events = [...base(), cure('turn-left', 'decoder')];
    const tick = event('step-ticked', { step: 'cure/s/decoder', way: 'back', outcome: 'done', after: [] });
    expect(read([...events, tick]).unfit).toEqual([]);
    expect(read([...events, tick]).strip.back[0]?.tick?.outcome).toBe('done');
  });
});
