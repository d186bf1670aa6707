import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Circuit } from '../../controls';
import type { Shelf } from '../../catalogue';
import {
  type FeedCandidate,
  feedCandidates,
  type FeedNeed,
  type FeedSources,
  liveOf,
  MODULE_MA,
} from './feeds';
import { neighbours } from './fuseBox';
import { legsFrom } from './route';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const packet = shelf.families.find((f) => f.id === 'orrel-packet');
const need: FeedNeed = {
  need: { cases: [{ when: 'running & lights=off', level: { kind: 'on' } }] },
  behaviour: [{ when: 'lights=low', level: { kind: 'off' } }],
  takesPulsed: false,
  eachA: 1.1,
  targets: [
    { position: 'headlamp.front.left', xMm: -760, yMm: 420 },
    { position: 'headlamp.front.right', xMm: 760, yMm: 420 },
  ],
  testV: 13.5,
  lampMinV: 9,
  limitV: 0.5,
};
const position = packet?.circuits?.find((c) => c.id === 'position');
const sources: FeedSources = {
  boxes: packet?.fuseBoxes ?? [],
  leads: packet?.leads ?? [],
  battery: packet?.battery ?? null,
  wires: position ? [{ circuit: position, drawnA: 0.2 }] : [],
};
const all = feedCandidates(need, sources);
const at = (id: string) => all.find((c) => c.id === id);
const against = (id: string) => at(id)?.against.map((r) => r.code);

describe('the feed of a DRL on the demo’s van', () => {
  it('all four schools stand in the ranking, each with what speaks for it', () => {
    expect(new Set(all.map((c) => c.school))).toEqual(
      new Set(['plug-in-lead', 'fuse-tap', 'battery-module', 'lamp-wire']),
    );
    expect(all.filter((c) => c.for.length === 0)).toEqual([]);
  });

  it('a tap leaves the old fuse alone: its limit is the tap and what feeds the row', () => {
    // Tap 10 A × 0.75 − 2.2 = 5.3; row 40 × 0.75 − 16.7 − 2.2 = 11.1; the smaller counts.
    expect(at('slot:cabin/F14/tap')).toMatchObject({ spareA: 5.3, fuseA: 3, reversible: true });
    expect(against('slot:cabin/F14/tap')).toEqual(['feed-extra']);
  });

  it('joined downstream, the old fuse carries both: 10 × 0.75 − 3.2 − 2.2 = 2.1 A', () => {
    expect(at('slot:cabin/F14/downstream')?.spareA).toBe(2.1);
    expect(against('slot:cabin/F14/downstream')).toContain('feed-shares-fuse');
  });

  it('a fuse that is pulled names what is lost', () => {
    expect(at('slot:cabin/F14/replaced')).toMatchObject({
      spareA: 5.3,
      loses: { serves: { 'en-US': 'Heated seat, left' }, circuits: [] },
    });
    expect(against('slot:cabin/F14/replaced')).toContain('feed-loses');
  });

  it('never a slot of restraint, braking, steering or engine control', () => {
    for (const slot of ['cabin/F16', 'cabin/F17', 'engine/E1', 'engine/E2'])
      for (const way of ['tap', 'downstream', 'replaced']) {
        expect(at(`slot:${slot}/${way}`)?.verdict).toBe('not');
        expect(against(`slot:${slot}/${way}`)).toContain('feed-protected');
      }
  });

  it('a slot that is full is over by so much: 15 × 0.75 − 7.5 − 2.2 leaves 1.55, 5 × 0.75 − 1.2 − 2.2 leaves 0.35', () => {
    expect(at('slot:cabin/F18/downstream')?.spareA).toBe(1.55);
    expect(at('slot:cabin/F11/downstream')?.spareA).toBe(0.35);
    // The power outlet: 11.25 − 6 − 2.2.
    expect(at('slot:cabin/F12/downstream')?.spareA).toBe(3.05);
  });

  it('a row of which nobody knows what feeds it is an unknown, not a yes', () => {
    expect(at('slot:engine/E4/tap')).toMatchObject({ spareA: null, verdict: 'care' });
    expect(against('slot:engine/E4/tap')).toContain('feed-spare-unknown');
  });

  it('the wire of the position lamp is dark by day: it will not do', () => {
    expect(at('wire:position')).toMatchObject({ verdict: 'not', reversible: false });
    expect(at('wire:position')?.dark.states).toBeGreaterThan(0);
  });

  it('straight from the battery: drain of (16 + 9) mA on half of 70 Ah is 58 days; fuse at the post, ground at the body', () => {
    expect(at('battery')?.drainDays).toBeCloseTo((70 * 0.5 * 1000) / (16 + MODULE_MA) / 24, 9);
    expect(against('battery')).toEqual(
      expect.arrayContaining(['feed-drain', 'feed-fuse-at-post', 'feed-sensor-ground']),
    );
  });

  it('a slot that is live with the key off says so, and stands behind those that are not', () => {
    expect(against('slot:cabin/F13/tap')).toContain('feed-key-off');
    expect(against('slot:cabin/F14/tap')).not.toContain('feed-key-off');
    const order = all.map((c) => c.id);
    expect(order.indexOf('slot:cabin/F14/tap')).toBeLessThan(order.indexOf('slot:cabin/F13/tap'));
    expect(order.indexOf('slot:cabin/F19/tap')).toBeLessThan(order.indexOf('slot:cabin/F14/tap'));
  });

  it('a slot whose live side nobody knows says so', () =>
    expect(against('slot:cabin/F18/tap')).toContain('feed-live-side'));

  it('the far side has the longer leg, and a measured length goes before the estimate', () => {
    const [left, right] = at('slot:cabin/F14/tap')?.legs ?? [];
    expect(left?.lengthM).toBeLessThan(right?.lengthM ?? 0);
    const measured = legsFrom({ xMm: 0, yMm: 0 }, need.targets, { 'headlamp.front.right': 3200 });
    expect(measured[1]).toEqual({ position: 'headlamp.front.right', lengthM: 3.2, known: 'measured' });
  });

  it('neighbours are the places beside it', () => {
    const box = packet?.fuseBoxes?.[0];
    const slot = box?.slots.find((s) => s.id === 'F14');
    expect(box && slot && neighbours(box, slot).map((s) => s.id)).toEqual(['F13', 'F15', 'F19']);
  });

  it('a mirrored vehicle gives the mirrored legs and the same verdicts', () => {
    const mirrored = feedCandidates(
      { ...need, targets: need.targets.map((t) => ({ ...t, xMm: -t.xMm })) },
      {
        ...sources,
        boxes: sources.boxes.map((b) => ({ ...b, xMm: -b.xMm })),
        leads: sources.leads.map((l) => ({ ...l, xMm: -l.xMm })),
        battery: sources.battery && { ...sources.battery, xMm: -sources.battery.xMm },
      },
    );
    expect(mirrored.map((c) => [c.id, c.verdict, c.spareA, c.legs.map((l) => l.lengthM)])).toEqual(
      all.map((c) => [c.id, c.verdict, c.spareA, c.legs.map((l) => l.lengthM)]),
    );
  });

  it('more load never makes a place better', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (a, more) => {
          const order = { suits: 0, care: 1, not: 2 };
          const light = new Map(feedCandidates({ ...need, eachA: a }, sources).map((c) => [c.id, c.verdict]));
          for (const c of feedCandidates({ ...need, eachA: a + more }, sources))
            expect(order[c.verdict]).toBeGreaterThanOrEqual(order[light.get(c.id) ?? 'suits']);
        },
      ),
      { numRuns: 20 },
    ));
});

describe('a need that is not known', () => {
  const open = feedCandidates({ ...need, need: null }, sources);
  it('rules no place out by when it is live, and praises none', () => {
    expect(open.filter((c) => c.verdict === 'suits')).toEqual([]);
    for (const c of open) {
      expect([c.extra.states, c.dark.states]).toEqual([0, 0]);
      expect(c.against.map((r) => r.code)).toContain('feed-need-open');
    }
    // A protected slot is out all the same.
    expect(open.find((c) => c.id === 'slot:cabin/F16/tap')?.verdict).toBe('not');
  });
});

describe('a load that no wire bears', () => {
  const heavy = feedCandidates({ ...need, eachA: 25 }, sources);
  it('is said at every place, and no wire or fuse is made up', () => {
    for (const c of heavy) {
      expect(c.verdict).toBe('not');
      expect(c.against.map((r) => r.code)).toContain('feed-no-wire');
      expect([c.wire, c.fuseA, c.dropV]).toEqual([null, null, null]);
    }
  });
});

describe('the wire of another lamp', () => {
  const wire = (more: Partial<Circuit>, drawnA = 0.2) =>
    feedCandidates(need, {
      ...sources,
      wires: position ? [{ circuit: { ...position, ...more }, drawnA }] : [],
    }).find((c) => c.source.kind === 'wire');
  const codes = (c: FeedCandidate | undefined) => c?.against.map((r) => r.code);
  it('bears what its fuse leaves: 10 × 0.75 − 2 − 2 × 0.2 − 2.2 = 2.9 A, over by 0.6 A on 5 A', () => {
    expect(wire({ fuseA: 10, steadyA: 2 })?.spareA).toBe(2.9);
    expect(wire({ fuseA: 5, steadyA: 2 })?.spareA).toBe(-0.85);
    expect(wire({ fuseA: 5, steadyA: 2 })?.against).toContainEqual(
      expect.objectContaining({ code: 'feed-over', facts: { byA: 0.85 } }),
    );
  });
  it('is no feed where the vehicle switches its ground; a monitored one is to be minded', () => {
    expect(codes(wire({ switched: 'ground' }))).toContain('feed-ground-switched');
    expect(wire({ switched: 'ground' })?.verdict).toBe('not');
    expect(codes(wire({ monitoring: { kind: 'none' } }))).not.toContain('feed-monitored');
    expect(codes(wire({ monitoring: { kind: 'threshold', belowA: 0.3 } }))).toContain('feed-monitored');
  });
});

describe('when a source is live', () => {
  it('is read from the shelf, and unknown where it is not on it any more', () => {
    const lead = sources.leads[0];
    const box = sources.boxes[0];
    const slot = box?.slots[0];
    expect(liveOf({ kind: 'battery' }, sources)).toEqual([{ when: 'running', level: { kind: 'on' } }]);
    expect(liveOf({ kind: 'lead', lead: lead?.id ?? '' }, sources)).toEqual(lead?.cases);
    expect(liveOf({ kind: 'wire', circuit: 'position' }, sources)).toEqual(position?.cases);
    expect(liveOf({ kind: 'slot', box: box?.id ?? '', slot: slot?.id ?? '', way: 'tap' }, sources)).toEqual(
      slot?.cases,
    );
    expect(liveOf({ kind: 'lead', lead: 'gone' }, sources)).toBeNull();
    expect(liveOf({ kind: 'wire', circuit: 'gone' }, sources)).toBeNull();
    expect(liveOf({ kind: 'slot', box: 'gone', slot: 'F1', way: 'tap' }, sources)).toBeNull();
    expect(liveOf({ kind: 'slot', box: box?.id ?? '', slot: 'gone', way: 'tap' }, sources)).toBeNull();
  });
  it('a vehicle of which no battery is known offers none', () =>
    expect(
      feedCandidates(need, { ...sources, battery: null }).some((c) => c.school === 'battery-module'),
    ).toBe(false));
});
