import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../catalogue';
import { factRegistry, type FactValue, positionKey } from '../vehicle';
import { type Judgement, judge } from './judge';
import { indexShelf, isOffRoadOnly, planSwap } from './shortlist';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const index = indexShelf(shelf);
const registry = factRegistry(shelf.factKeys);

/** An application of the demo judged on its first vehicle line, with every fact the same at every lamp. */
function judged(application: string, facts: Record<string, FactValue>, line?: string): Judgement {
  const row = index.applications.get(application);
  const family = index.families.get(line ?? row?.families[0] ?? '');
  const at = (family?.places ?? [])
    .filter((p) => p.position.role === row?.role && p.position.end === row.end && row.lamps[p.position.side])
    .map((p) => positionKey(p.position));
  const plan = row && family && planSwap(row, family, at, index.lamps);
  if (!plan) throw new Error(`no plan for ${application}`);
  const known = new Map<string, FactValue>(family.assumes.map((a) => [`${a.fact}@vehicle`, a.value]));
  for (const [key, value] of Object.entries({ market: 'ECE', ...facts })) {
    if (registry.find(key)?.subject === 'vehicle') known.set(`${key}@vehicle`, value);
    else for (const position of at) known.set(`${key}@${position}`, value);
  }
  return judge(plan, {
    known,
    registry,
    profiles: shelf.profiles,
    parts: new Map(shelf.parts.map((p) => [p.id, p])),
  });
}
const parts = (j: Judgement) => j.parts.map((p) => `${p.quantity} ${p.part}${p.certain ? '' : '?'}`);

const packet = {
  plug: 'X41',
  'factory-lamp': 'filament',
  'functions-altered': false,
  'levelling-motor': false,
  bumper: 'standard',
};
const fog = { 'circuit.front-fog': true, 'fog-switch': true, 'fog-panel': true, 'fog-brackets': true };

it('a passing beam for the other side of the road does not fit, and until somebody says where it is driven nobody knows', () => {
  const bollard = { 'system-voltage': '12', 'functions-altered': false, 'levelling-motor': false } as const;
  const on = (side?: string) =>
    judged('bollard-quayside', { ...bollard, ...(side ? { 'traffic-side': side } : {}) });
  expect(on('left').verdict).toBe('does-not-fit');
  expect(on('left').because).toContain('traffic-side@vehicle');
  expect(on().openFacts).toContain('traffic-side@vehicle');
  expect(on('right').openFacts).not.toContain('traffic-side@vehicle');
  expect(on('right').verdict).not.toBe('does-not-fit');
});

describe('conditions that really decide, each in the demo', () => {
  it.each<[string, string, Record<string, FactValue>, string, string[]]>([
    [
      'a year split inside one body style, after it',
      'packet-sounder-2',
      { ...packet, 'model-year': 2018 },
      'fits',
      [],
    ],
    [
      'a year split inside one body style, before it',
      'packet-sounder-2',
      { ...packet, 'model-year': 2017 },
      'does-not-fit',
      [],
    ],
    [
      'a sister model that needs one more adapter a side',
      'sandling-ebb',
      { 'functions-altered': false, plug: 'X61' },
      'fits-with-parts',
      ['2 adapter-x61'],
    ],
    [
      'factory lamp technology excluded',
      'packet-sounder-2',
      { ...packet, 'model-year': 2020, 'factory-lamp': 'led' },
      'does-not-fit',
      [],
    ],
    ['factory lamp technology required', 'gannet-bower', { 'rear-source': 'led' }, 'fits', []],
    [
      'factory lamp technology required and not there',
      'gannet-bower',
      { 'rear-source': 'filament' },
      'does-not-fit',
      [],
    ],
    ['a filament-only sequencing harness', 'gannet-spate', { 'rear-source': 'filament' }, 'fits', []],
    [
      'a filament-only sequencing harness after LED bulbs were put in',
      'gannet-spate',
      { 'rear-source': 'led-retrofit' },
      'does-not-fit',
      [],
    ],
    [
      'only while the factory functions are unaltered',
      'gannet-ebb',
      { 'functions-altered': true },
      'does-not-fit',
      [],
    ],
    [
      'option packages with parts that move over',
      'leat-tarn',
      { 'option.camera': true, 'option.mirror-heater': true, 'option.puddle-lamp': false },
      'fits-with-parts',
      ['2 camera-carrier', '2 heater-lead'],
    ],
    [
      'a dormant harness that is not there',
      'packet-haar',
      { ...fog, 'model-year': 2020, 'circuit.front-fog': false },
      'does-not-fit',
      [],
    ],
    ['a dormant harness with all its hardware', 'packet-haar', { ...fog, 'model-year': 2020 }, 'fits', []],
    [
      'the chain it opens, late switch',
      'packet-haar',
      { ...fog, 'model-year': 2020, 'fog-switch': false, 'fog-panel': false },
      'fits-with-parts',
      ['2 fog-panel-open', '1 fog-switch-s2'],
    ],
    [
      'the chain it opens, early switch',
      'packet-haar',
      { ...fog, 'model-year': 2017, 'fog-switch': false },
      'fits-with-parts',
      ['1 fog-switch-s1'],
    ],
    [
      'one lamp of two voltages on 24 V',
      'capstan-mole',
      { 'functions-altered': false, market: 'none' },
      'fits',
      [],
    ],
    [
      'a 12 V lamp on 24 V',
      'capstan-mole-12',
      { 'functions-altered': false, market: 'none' },
      'does-not-fit',
      [],
    ],
  ])('%s', (_, application, facts, verdict, needed) => {
    const j = judged(application, facts);
    expect(j.verdict).toBe(verdict);
    expect(verdict === 'does-not-fit' ? [] : parts(j)).toEqual(needed);
    expect(j.reasons.length).toBeGreaterThan(0);
  });

  it.each<[number, string, string[]]>([
    [2031, 'fits', []],
    [2032, 'fits-with-parts', ['2 clearance-red']],
  ])('overall width %d mm in North America: %s', (width, verdict, needed) => {
    const j = judged('byre-groyne', { 'functions-altered': false, market: 'NA', 'overall-width': width });
    expect([j.verdict, parts(j)]).toEqual([verdict, needed]);
  });

  it.each<[number, string]>([
    [2100, 'fits'],
    [2101, 'fits-with-parts'],
  ])('overall width %d mm under UN ECE: %s', (width, verdict) =>
    expect(judged('byre-groyne', { 'functions-altered': false, 'overall-width': width }).verdict).toBe(
      verdict,
    ),
  );

  it('left and right parts differ: one plate lamp is enough, and it is on the left', () => {
    const j = judged('slip-groyne', { 'functions-altered': false });
    expect(new Set(Object.values(j.lamps)).size).toBe(2);
    expect(j.functions.find((f) => f.does === 'licence-plate')).toMatchObject({
      change: 'kept',
      newSides: ['left'],
    });
  });

  it('a lost side or rear reflector is made up for by a part, a tinted lens is not', () => {
    const j = judged('packet-race', { 'functions-altered': false });
    expect(parts(j)).toEqual(['2 reflector-red']);
    expect(j.road.reasons.map((r) => r.code)).toContain('road-tinted');
  });

  it.each(['packet-mizzen', 'packet-throb'])(
    '%s goes in and is never called a plain fit on the road',
    (id) => {
      const j = judged(id, { ...packet, 'model-year': 2020 });
      expect(j.road.mark).toBe('not-approved');
      expect(isOffRoadOnly(j)).toBe(true);
      expect(isOffRoadOnly(judged('packet-lull', packet))).toBe(false);
    },
  );
});
