import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../catalogue';
import { factRegistry, type FactValue } from '../vehicle';
import type { JudgeContext } from './judge';
import { indexShelf, shortlist } from './shortlist';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const index = indexShelf(shelf);
const registry = factRegistry(shelf.factKeys);
const HEAD = ['headlamp.front.left', 'headlamp.front.right'];
const TAIL = ['tail.rear.left', 'tail.rear.right'];

function context(facts: Record<string, FactValue>, at: readonly string[]): JudgeContext {
  const known = new Map<string, FactValue>();
  for (const [key, value] of Object.entries(facts)) {
    if (key.includes('@')) known.set(key, value);
    else if (registry.find(key)?.subject === 'vehicle') known.set(`${key}@vehicle`, value);
    else for (const position of at) known.set(`${key}@${position}`, value);
  }
  return { known, registry, profiles: shelf.profiles, parts: new Map(shelf.parts.map((p) => [p.id, p])) };
}

function judgeAll(
  family: string,
  at: readonly string[],
  facts: Record<string, FactValue>,
  wishes: ('drl' | 'brighter-low')[] = [],
) {
  const row = index.families.get(family);
  if (!row) throw new Error(`no family ${family}`);
  const list = shortlist(shelf.applications, row, at, index.lamps, wishes, context(facts, at));
  return { list, of: (id: string) => list.find((c) => c.judgement.application === id)?.judgement };
}

const packet = {
  'model-year': 2021,
  market: 'ECE',
  'system-voltage': '12',
  bumper: 'standard',
  'factory-lamp': 'filament',
  plug: 'X41',
  'functions-altered': false,
  'levelling-motor': false,
};

describe('a swap on the demo shelf', () => {
  it('fits, with nothing to add, when everything is met', () => {
    const j = judgeAll('orrel-packet', HEAD, packet).of('packet-sounder-2');
    expect(j).toMatchObject({
      verdict: 'fits',
      parts: [],
      minutes: { low: 95, high: 120 },
      price: { minor: 77800, currency: 'EUR' },
    });
  });

  it('counts an adapter per side, its minutes and its price', () => {
    const j = judgeAll('orrel-packet', HEAD, { ...packet, plug: 'X40' }).of('packet-sounder-2');
    expect(j?.verdict).toBe('fits-with-parts');
    expect(j?.parts).toEqual([{ part: 'adapter-x40', quantity: 2, certain: true, open: [] }]);
    // 95–120 and 6 per side; 2 × 389.00 and 2 × 18.50.
    expect(j).toMatchObject({ minutes: { low: 107, high: 132 }, price: { minor: 81500 } });
    expect(j?.reasons.find((r) => r.code === 'leaf-mended')?.facts.subjects).toEqual(HEAD);
  });

  it('an adapter on one side only is needed once', () => {
    const j = judgeAll('orrel-packet', HEAD, { ...packet, 'plug@headlamp.front.left': 'X40' }).of(
      'packet-sounder-2',
    );
    expect(j?.parts).toEqual([{ part: 'adapter-x40', quantity: 1, certain: true, open: [] }]);
  });

  it('a plug not seen yet leaves the adapter open, and looking at it is what settles the parts', () => {
    const { plug: _, ...unseen } = packet;
    const j = judgeAll('orrel-packet', HEAD, { ...unseen, 'plug@headlamp.front.left': 'X40' }).of(
      'packet-sounder-2',
    );
    expect(j).toMatchObject({
      verdict: 'fits-with-parts',
      mayRise: false,
      openFacts: ['plug@headlamp.front.right'],
    });
    expect(j?.parts).toEqual([
      { part: 'adapter-x40', quantity: 1, certain: false, open: ['plug@headlamp.front.right'] },
      { part: 'adapter-x40', quantity: 1, certain: true, open: [] },
    ]);
  });

  it('an early van takes the other lamp, and the verdict says what would change it', () => {
    const { of } = judgeAll('orrel-packet', HEAD, { ...packet, 'model-year': 2017, plug: 'X40' });
    expect(of('packet-skerry-410')?.verdict).toBe('fits');
    expect(of('packet-sounder-2')?.verdict).toBe('does-not-fit');
    expect(of('packet-sounder-2')?.wouldChange).toContainEqual({
      ref: 'model-year@vehicle',
      to: { kind: 'range', from: 2018, without: 'none' },
      verdict: 'fits-with-parts',
    });
  });

  it('a pipe behind the left lamp alone is enough', () => {
    const sandling = {
      ...packet,
      bumper: 'deep',
      'room-behind@headlamp.front.left': 48,
      'room-behind@headlamp.front.right': 71,
    };
    const j = judgeAll('tavvy-sandling', HEAD, sandling).of('sandling-sounder-2');
    expect(j).toMatchObject({ verdict: 'does-not-fit', because: ['room-behind@headlamp.front.left'] });
  });

  it('ranks by verdict, then wishes met, whatever the order of the shelf', () => {
    const order = (apps: Shelf['applications']) => {
      const row = index.families.get('orrel-packet');
      return (
        row &&
        shortlist(apps, row, HEAD, index.lamps, ['drl'], context({ ...packet, plug: 'X40' }, HEAD)).map(
          (c) => c.judgement.application,
        )
      );
    };
    expect(order(shelf.applications)).toEqual([
      'packet-skerry-620',
      'packet-sounder-2',
      // Goes in as it is, but not for the road: after all that may be used there.
      'packet-mizzen',
      'packet-brace',
      'packet-skerry-410',
    ]);
    expect(order([...shelf.applications].reverse())).toEqual(order(shelf.applications));
  });

  it('a 12 V lamp does not go on a 24 V machine; one for both does', () => {
    const at = ['work.roof.left', 'work.roof.right'];
    const { of } = judgeAll('lytte-capstan', at, {
      'system-voltage': '24',
      market: 'none',
      'functions-altered': false,
    });
    expect(of('capstan-mole')).toMatchObject({ verdict: 'fits', road: { mark: 'off-road' } });
    expect(of('capstan-mole-12')).toMatchObject({
      verdict: 'does-not-fit',
      because: ['system-voltage@vehicle'],
    });
  });
});

describe('functions and the rule set', () => {
  it('a lost and required function is made good by what the application supplies', () => {
    const j = judgeAll('orrel-packet', TAIL, packet).of('packet-race');
    expect(j?.verdict).toBe('fits-with-parts');
    expect(j?.parts).toEqual([{ part: 'reflector-red', quantity: 2, certain: true, open: [] }]);
    expect(j?.functions.find((f) => f.does === 'reflex-reflector')).toMatchObject({
      change: 'lost',
      required: 'yes',
      stillMet: 'yes',
    });
  });

  it('without that supply it does not fit on the road, and fits off it', () => {
    const bare = {
      ...shelf,
      applications: shelf.applications.map((a) => (a.id === 'packet-race' ? { ...a, supplies: [] } : a)),
    };
    const row = index.families.get('orrel-packet');
    const on = (market: string) =>
      row &&
      shortlist(bare.applications, row, TAIL, index.lamps, [], context({ ...packet, market }, TAIL)).find(
        (c) => c.judgement.application === 'packet-race',
      )?.judgement;
    expect(on('ECE')).toMatchObject({ verdict: 'does-not-fit', because: ['market@vehicle'] });
    expect(on('ECE')?.reasons[0]).toMatchObject({
      code: 'lost-and-required',
      facts: { does: 'reflex-reflector' },
    });
    expect(on('none')?.verdict).toBe('fits');
  });

  it.each([
    [2031, 'fits'],
    [2032, 'fits-with-parts'],
  ])('a trailer %i mm wide in North America: %s, clearance lamps from 2032 mm (80 in)', (width, verdict) => {
    const facts = {
      market: 'NA',
      'system-voltage': '12',
      'functions-altered': false,
      'overall-width': width,
    };
    expect(judgeAll('dunmarrow-byre', TAIL, facts).of('byre-groyne')?.verdict).toBe(verdict);
  });

  it.each([
    [2100, 'fits'],
    [2100.5, 'fits-with-parts'],
  ])('a trailer %f mm wide under UN ECE: %s, end-outline lamps over 2.10 m', (width, verdict) => {
    const facts = {
      market: 'ECE',
      'system-voltage': '12',
      'functions-altered': false,
      'overall-width': width,
    };
    expect(judgeAll('dunmarrow-byre', TAIL, facts).of('byre-groyne')?.verdict).toBe(verdict);
  });

  it('with the width unknown the parts are only perhaps needed, and width and market are what matters', () => {
    const j = judgeAll('dunmarrow-byre', TAIL, { 'system-voltage': '12', 'functions-altered': false }).of(
      'byre-groyne',
    );
    expect(j).toMatchObject({
      verdict: 'fits-with-parts',
      mayRise: true,
      parts: [{ part: 'clearance-red', quantity: 2, certain: false }],
    });
    expect(j?.functions.find((f) => f.does === 'clearance')?.required).toBe('unknown');
    expect(j?.openFacts).toEqual(['market@vehicle', 'overall-width@vehicle']);
  });

  it('a tinted lens is not approved, an unseen lens mark is unknown: neither touches the verdict', () => {
    expect(judgeAll('orrel-packet', TAIL, packet).of('packet-race')?.road).toMatchObject({
      mark: 'not-approved',
      reasons: [{ code: 'road-tinted' }],
    });
    const na = judgeAll('orrel-packet', HEAD, { ...packet, market: 'NA', 'room-behind': 70 }).of(
      'packet-brace',
    );
    expect(na).toMatchObject({
      verdict: 'fits',
      road: { mark: 'unknown', reasons: [{ code: 'road-mark-unseen' }] },
    });
  });

  it('the left part alone lights the plate: the row says on which side', () => {
    const j = judgeAll('dunmarrow-byre', TAIL, {
      market: 'ECE',
      'system-voltage': '12',
      'functions-altered': false,
      'overall-width': 2000,
    }).of('byre-groyne');
    expect(j?.functions.find((f) => f.does === 'licence-plate')).toMatchObject({
      change: 'gained',
      newSides: ['left'],
      stillMet: 'yes',
    });
  });
});
