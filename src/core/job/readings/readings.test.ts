import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { eventMaker, shelfJob } from '../testing/jobKit';
import { HL, HR, shelf, vehicle } from '../testing/packetJob';
import { frameView, proveView, stripView, wireView } from '../views';
import { part, sameList } from '../../kernel/part';

const event = eventMaker();
const chosen = event('lamp-chosen', {
  swap: 's',
  application: { id: 'packet-brace', rev: 1 },
  lamps: { [HL]: { id: 'brace-left', rev: 1 }, [HR]: { id: 'brace-right', rev: 1 } },
  parts: [],
  sheets: shelf.stepSheets.map((s) => ({ id: s.id, rev: 1 })),
  verdict: 'fits',
  road: 'unknown',
  after: [],
});
const voltage = event('fact-stated', {
  key: 'system-voltage',
  subject: 'vehicle',
  value: 12,
  source: 'seen',
});
/** A job's story, a little of every kind of reading. */
const story: readonly AnyStoredEvent[] = [
  event('fact-stated', { key: 'plug', subject: HL, value: 'X41', source: 'seen' }),
  event('fact-stated', { key: 'plug', subject: HR, value: 'X41', source: 'seen' }),
  voltage,
  event('swap-opened', { swap: 's', positions: [HL, HR] }),
  event('swap-opened', { swap: 't', positions: ['tail.rear.left'] }),
  chosen,
  event('feed-chosen', { swap: 's', does: 'drl', school: 'fuse-tap', words: 'F14', after: [] }),
  event('part-moved', { swap: 's', part: 'brace-left', move: 'held', quantity: 1, behind: 'wire-proven' }),
  event('item-closed', { item: 'baseline:s', how: 'done', words: '240 lx at 2 m' }),
  event('fact-stated', { key: 'plug', subject: HR, value: 'X42', source: 'told' }),
  event('void', { target: voltage.id }),
  event('void', { target: chosen.id }),
];
const shown = (events: readonly AnyStoredEvent[]) => {
  const job = shelfJob(shelf, vehicle, events);
  return { ...job.reading, views: [frameView(job), wireView(job), proveView(job), stripView(job)] };
};

describe('a reading that is made anew in parts', () => {
  it.each(story.map((_, i) => i + 1))('after %i entries is the one that is made whole', (count) => {
    const events = story.slice(0, count);
    // The clone shares no entry with what was read before: nothing of it is remembered.
    expect(shown(events)).toEqual(shown(structuredClone(events)));
  });

  it('leaves what an entry does not touch as the very object that it was', () => {
    const before = shelfJob(shelf, vehicle, story.slice(0, 8)).reading;
    const step = before.strip.out[0]?.step.id ?? '';
    const tick = event('step-ticked', { step, way: 'out', outcome: 'done', after: [] });
    const after = shelfJob(shelf, vehicle, [...story.slice(0, 8), tick]).reading;
    expect(after.strip.out[0]?.tick?.event).toBe(tick.id);
    expect(after.facts).toBe(before.facts);
    expect(after.checks).toBe(before.checks);

    const fact = event('fact-stated', { key: 'plug', subject: HL, value: 'X40', source: 'told' });
    expect(shelfJob(shelf, vehicle, [...story.slice(0, 8), fact]).reading.facts).not.toBe(before.facts);
    const words = event('feed-chosen', {
      swap: 's',
      does: 'drl',
      school: 'fuse-tap',
      words: 'F15',
      after: [],
    });
    const fed = shelfJob(shelf, vehicle, [...story.slice(0, 8), words]).reading;
    expect(fed.checks[0]).not.toBe(before.checks[0]);
    expect(fed.checks[1]).toBe(before.checks[1]);
  });
});

it('a part is one object while its fields are the same ones, whatever else changes', () => {
  const ab = part<{ a: object; b: number; c: number }>()('a', 'b');
  const a = {};
  expect(ab({ a, b: 1, c: 1 })).toBe(ab({ a, b: 1, c: 2 }));
  expect(ab({ a, b: 1, c: 1 })).toEqual({ a, b: 1 });
  expect(ab({ a, b: 2, c: 1 })).not.toBe(ab({ a, b: 1, c: 1 }));
  expect(ab({ a: {}, b: 1, c: 1 })).not.toBe(ab({ a, b: 1, c: 1 }));
});

it('lists of the same items are one list; order counts, and too long ones are left alone', () => {
  const [x, y] = [{}, {}];
  expect(sameList([x, y])).toBe(sameList([x, y]));
  expect(sameList([y, x])).not.toBe(sameList([x, y]));
  expect(sameList([x])).toEqual([x]);
  expect(sameList([])).toBe(sameList([]));
  const long = Array.from({ length: 3000 }, () => x);
  expect(sameList(long)).toBe(long);
});
