import { describe, expect, it } from 'vitest';
import { benchSequence } from '../../bench';
import type { Shelf } from '../../shelf';
import { positionKey } from '../../vehicle';
import type { FastenerAct } from '../../strip';
import type { AnyStoredEvent } from '../events';
import { eventMaker, shelfJob, shelfSources } from '../testing/jobKit';
import { readJob } from '../readJob';
import { releaseCheck, releaseDocument } from './release';
import { factsView, frameView, wireView } from '../views';

/**
 * A line, a lamp and a plug unlike any of the demo's, told in data alone: a single amber lamp on the roof of a
 * trailer, on a two-way plug of its own, under a rule set of its own.
 */
const POSITION = 'identification.rear.centre';
const shelf: Shelf = {
  stepSheets: [
    {
      id: 'wain-roof',
      families: ['wain'],
      role: 'identification',
      end: 'rear',
      name: { 'en-GB': 'From the roof' },
      steps: [
        {
          id: 'ladder',
          kind: 'isolate',
          scope: 'once',
          title: { 'en-GB': 'Ladder up' },
          zone: 'rear',
          minutes: 1,
          sets: { lift: 'up' },
        },
        {
          id: 'cap',
          kind: 'loosen',
          scope: 'once',
          title: { 'en-GB': 'Cap' },
          zone: 'roof',
          minutes: 1,
          needs: { lift: 'up' },
          fasteners: [{ id: 'studs', kind: 'nut', count: 2, reuse: 'reuse' }],
          after: [{ step: 'ladder' }],
        },
        {
          id: 'bar-off',
          kind: 'remove',
          scope: 'each',
          title: { 'en-GB': 'Lamp' },
          zone: 'roof',
          minutes: 2,
          lampOut: true,
          fasteners: [{ id: 'screws', kind: 'screw', count: 4, reuse: 'if-sound' }],
          after: [{ step: 'cap' }],
        },
      ],
    },
  ],
  factKeys: [
    {
      id: 'roof-rail',
      subject: 'vehicle',
      type: { kind: 'yes-no' },
      sources: ['seen'],
      label: { 'en-GB': 'Roof rail' },
    },
  ],
  profiles: [
    {
      id: 'NA',
      name: { 'en-GB': 'Test rules' },
      note: { 'en-GB': 'Made for this test.' },
      onRoad: true,
      requirements: [
        { id: 'ident', does: 'identification', end: 'rear', sides: 'any', colours: ['red'], source: 'test' },
      ],
      light: [{ id: 'ident-lit', does: 'identification', when: 'lights!=off', must: 'lit', source: 'test' }],
    },
  ],
  parts: [
    { id: 'foot', name: { 'en-GB': 'Rail foot' }, partNumber: 'F-1', price: { minor: 300, currency: 'EUR' } },
  ],
  connectors: [
    {
      id: 'Q-V',
      family: 'Q',
      half: 'vehicle',
      rows: 2,
      columns: 1,
      cavities: [
        { number: 'A', row: 1, column: 1 },
        { number: 'B', row: 2, column: 1 },
      ],
      latch: 'left',
      locks: ['latch'],
      sealed: true,
      keyed: true,
    },
    {
      id: 'Q-L',
      family: 'Q',
      half: 'lamp',
      rows: 2,
      columns: 1,
      cavities: [
        { number: 'A', row: 1, column: 1 },
        { number: 'B', row: 2, column: 1 },
      ],
      latch: 'right',
      locks: [],
      sealed: true,
      keyed: true,
    },
  ],
  lamps: [
    {
      id: 'bar',
      maker: 'Nine Fathom',
      name: 'Bar',
      partNumber: 'NF-BAR',
      about: { 'en-GB': 'Three in a row' },
      role: 'identification',
      side: 'centre',
      functions: [{ does: 'identification', colour: 'red' }],
      traits: [],
      workingMinV: 9,
      workingMaxV: 32,
      marks: { NA: 'declared' },
      flags: [],
      price: { minor: 2000, currency: 'EUR' },
      face: { aspect: 4, segments: [] },
      plugs: [
        {
          id: 'p',
          connector: 'Q-L',
          inputs: [
            { cavity: 'A', does: 'identification', currentA: 0.3, polar: true, takesPulsed: false },
            { cavity: 'B', does: 'ground', currentA: 0, polar: true, takesPulsed: false },
          ],
        },
      ],
    },
  ],
  families: [
    {
      id: 'wain',
      maker: 'Dunmarrow',
      name: 'Wain',
      bodyStyle: 'trailer',
      lightVehicle: false,
      lengthMm: 5000,
      widthMm: 2200,
      yearFrom: 2000,
      hazards: [],
      places: [
        {
          position: { role: 'identification', side: 'centre', end: 'rear' },
          xMm: 0,
          yMm: 4950,
          functions: [{ does: 'identification', colour: 'red' }],
        },
      ],
      assumes: [{ fact: 'system-voltage', value: '12' }],
      circuits: [
        {
          id: 'tail',
          cases: [{ when: 'lights!=off', level: { kind: 'on' } }],
          switched: 'supply',
          minV: 9,
          maxV: 16,
          fuseA: 10,
          steadyA: 2,
          monitoring: { kind: 'none' },
        },
      ],
      plugs: [
        {
          id: 'Q',
          position: { role: 'identification', side: 'centre', end: 'rear' },
          connector: 'Q-V',
          cavities: [
            { cavity: 'A', circuit: 'tail' },
            { cavity: 'B', circuit: 'ground' },
          ],
        },
      ],
    },
  ],
  applications: [
    {
      id: 'wain-bar',
      families: ['wain'],
      role: 'identification',
      end: 'rear',
      lamps: { centre: 'bar' },
      rule: {
        op: 'equals',
        id: 'rail',
        fact: 'roof-rail',
        value: true,
        mends: [{ parts: [{ part: 'foot', quantity: 2, per: 'set' }], minutes: 10 }],
      },
      minutesLow: 20,
      minutesHigh: 30,
      supplies: [],
    },
  ],
};
const family = shelf.families[0];
const lamp = shelf.lamps[0];
if (!family || !lamp) throw new Error('no rows');
const vehicle = { id: 'v', family: 'wain', vin: null, serial: 'W-9', plate: null, fleet: null, version: 1 };

const event = eventMaker('2026-05-01T00:00:00.000Z', 'u1');
const sources = (events: readonly AnyStoredEvent[]) => shelfSources(shelf, vehicle, events);
const document = (events: readonly AnyStoredEvent[]) =>
  releaseDocument({
    reading: readJob(sources(events)),
    vehicle,
    family,
    shop: { name: 'Shop', zone: 'UTC' },
    jobNumber: 12,
    lamp: (id) => shelf.lamps.find((l) => l.id === id),
    part: (id) => shelf.parts.find((p) => p.id === id),
    nameOf: (u) => (u === 'u1' ? 'Ada' : ''),
    lockedBy: 'u1',
    lockedAt: '2026-05-02T00:00:00.000Z',
  });

const tick = (step: string, way: 'out' | 'back') =>
  event('step-ticked', { step, way, outcome: 'done', after: [] });
const count = (step: string, group: string, act: FastenerAct, n: number) =>
  event('fastener-counted', { step, group, act, count: n });
const see = (step: string, expected: string) =>
  event('proof-seen', {
    position: POSITION,
    lamp: 'bar',
    step,
    seen: { identification: { expected, seen: 'as-expected' } },
    after: [],
  });
const BAR_OFF = `bar-off@${POSITION}`;

/** From the door to the last proof, in the order of the work. */
const story = [
  event('job-opened', { words: 'Roof lamp torn off' }),
  event('fact-stated', { key: 'model-year', subject: 'vehicle', value: 2011, source: 'told' }),
  event('fact-stated', { key: 'market', subject: 'vehicle', value: 'NA', source: 'told' }),
  event('fact-stated', { key: 'roof-rail', subject: 'vehicle', value: false, source: 'seen' }),
  event('swap-opened', { swap: 's', positions: [POSITION] }),
  event('as-found', { position: POSITION, found: ['missing'], words: 'torn off at a bridge', after: [] }),
  event('modification-noted', { words: 'roof patched', position: POSITION }),
  event('wishes-stated', { wishes: [], after: [] }),
  event('lamp-chosen', {
    swap: 's',
    application: { id: 'wain-bar', rev: 1 },
    lamps: { [POSITION]: { id: 'bar', rev: 1 } },
    parts: [{ id: 'foot', rev: 1, quantity: 2, certain: true }],
    verdict: 'fits-with-parts',
    road: 'meets-profile',
    sheets: [{ id: 'wain-roof', rev: 1 }],
    after: [],
  }),
  event('plug-recorded', {
    position: POSITION,
    plug: 'Q',
    checks: {
      mated: 'yes',
      latch: 'yes',
      slide: 'not-looked',
      polarity: 'yes',
      sealed: 'yes',
      greased: 'yes',
    },
    after: [],
  }),
  tick('ladder', 'out'),
  count('cap', 'studs', 'out', 2),
  tick('cap', 'out'),
  count(BAR_OFF, 'screws', 'out', 4),
  tick(BAR_OFF, 'out'),
  event('bench-read', {
    position: POSITION,
    lamp: 'bar',
    step: 'p/A',
    reading: { currentA: 0.31, seen: 'red' },
    after: [],
  }),
  count(BAR_OFF, 'screws', 'replaced', 1),
  count(BAR_OFF, 'screws', 'in', 4),
  tick(BAR_OFF, 'back'),
  count('cap', 'studs', 'in', 2),
  tick('cap', 'back'),
  tick('ladder', 'back'),
  see('at-rest', 'off'),
  see('lights=position', 'on'),
  event('item-raised', {
    item: 'i',
    origin: 'borrowed',
    words: 'Two clips from the next bay',
    stage: 'release',
  }),
  event('item-closed', { item: 'i', how: 'done', words: 'paid back' }),
];

describe('a vehicle line, lamp and plug unlike the demo’s need data only', () => {
  const reading = readJob(sources(story));

  it('comes through all nine stages', () => {
    expect(reading.stages.map((s) => `${s.stage} ${s.state}`)).toEqual([
      'arrive seated',
      'fit locked',
      'wire locked',
      'light seated',
      'strip locked',
      'bench locked',
      'mount locked',
      'prove locked',
      'release open',
    ]);
    expect(releaseCheck(reading)).toEqual({ ready: true, missing: [], openItems: [], nextRevision: 1 });
  });

  it('is judged, mapped, lit and proven by the same core', () => {
    const [check] = reading.checks;
    expect(check?.now).toMatchObject({
      verdict: 'fits-with-parts',
      parts: [{ part: 'foot', quantity: 2, certain: true }],
      price: { minor: 2600 },
      road: { mark: 'meets-profile' },
    });
    const [wiring] = check?.wiring ?? [];
    expect(wiring?.map?.inputs.map((i) => i.verdict)).toEqual(['direct', 'direct']);
    expect(wiring?.map?.conflicts).toEqual([]);
    expect(wiring?.light).toMatchObject([{ kept: true }]);
    expect(benchSequence(lamp, 12).map((s) => s.id)).toEqual(['p/A']);
  });
});

describe('the frozen document', () => {
  const doc = document(story);

  it('holds what was handed over, with who knew it and how', () => {
    expect(doc).toMatchObject({
      form: 2,
      revision: 1,
      lockedBy: 'Ada',
      job: { number: 12, words: 'Roof lamp torn off' },
      vehicle: { serial: 'W-9', name: 'Wain' },
    });
    expect(doc.facts.find((f) => f.key === 'roof-rail')).toEqual({
      key: 'roof-rail',
      label: { 'en-GB': 'Roof rail' },
      unit: null,
      subject: 'vehicle',
      value: false,
      source: 'seen',
      by: 'Ada',
      contradicted: false,
    });
    expect(doc.facts.find((f) => f.key === 'system-voltage')).toMatchObject({ source: 'assumed', by: '' });
    expect(doc.asFound).toEqual([{ position: POSITION, found: ['missing'], words: 'torn off at a bridge' }]);
    expect(doc.modifications).toEqual([{ words: 'roof patched', position: POSITION }]);
  });

  it('names the parts as they were pinned, and what was promised with its end', () => {
    expect(doc.swaps[0]).toMatchObject({
      lamps: [{ position: POSITION, maker: 'Nine Fathom', partNumber: 'NF-BAR', rev: 1 }],
      parts: [{ partNumber: 'F-1', quantity: 2, certain: true }],
      override: null,
    });
    expect(doc.items).toMatchObject([
      { how: 'done', words: 'paid back', by: 'Ada' },
      { how: 'met', what: { code: 'item-isolated' }, by: 'Ada' },
      { how: 'met', what: { code: 'item-loosened' } },
    ]);
    expect(doc.hands).toMatchObject({
      stepsOut: 3,
      stepsBack: 3,
      fasteners: { out: 6, in: 6, open: [] },
      bench: [{ does: 'identification', passes: true }],
      proofs: { all: 2, proven: 2, otherwise: [] },
    });
  });

  it('is data that survives being written down, without a sentence of the core', () => {
    expect(JSON.parse(JSON.stringify(doc))).toEqual(doc);
    expect(doc.history.map((h) => h.type)).toEqual(story.map((e) => e.type));
  });

  it('leaves out what was taken back', () => {
    const modification = story.find((e) => e.type === 'modification-noted');
    expect(document([...story, event('void', { target: modification?.id ?? '' })]).modifications).toEqual([]);
  });
});

describe('the views of a job', () => {
  const job = shelfJob(shelf, vehicle, story);
  const view = frameView(job);
  const facts = factsView(job);
  const wire = wireView(job);

  it('are plain data', () => {
    for (const laid of [view, facts, wire]) expect(JSON.parse(JSON.stringify(laid))).toEqual(laid);
    expect(view.positions.map((p) => [p.key, p.code, p.swap])).toEqual([
      [positionKey(family.places[0]!.position), 'NC', 's'],
    ]);
  });

  it('has a row for every listed fact, known or not: the unknown is to be seen', () => {
    const rows = facts.map((f) => `${f.key.id}@${f.subject}`);
    expect(rows).toContain('overall-width@vehicle');
    expect(rows).toContain(`plug@${POSITION}`);
    expect(facts.find((f) => f.key.id === 'overall-width')?.value).toBeNull();
    expect(new Set(rows).size).toBe(rows.length);
  });

  it('names what stands of each value, so that two writers can be told apart', () => {
    const found = story.find((e) => e.type === 'as-found');
    expect(view.frontiers[`as-found ${POSITION}`]).toEqual([found?.id]);
    expect(wire.plugRecords).toMatchObject([{ at: `${POSITION}/Q`, by: 'u1' }]);
  });
});
