import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Circuit } from '../../controls';
import type { Shelf } from '../../catalogue';
import { mating, seenFrom } from './face';
import type { PinMapInput } from './mapTypes';
import { pinMap } from './pinMap';
import { indexAdapters } from './adapterIndex';
import { shelfAdapters } from '../../catalogue/adapters';
import type { ConnectorHalf, LampPlug, VehiclePlug } from '../types';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const packet = shelf.families.find((f) => f.id === 'orrel-packet');
const lamp = (id: string) => shelf.lamps.find((l) => l.id === id);
const half = (id: string) => shelf.connectors.find((c) => c.id === id);
const circuits = new Map((packet?.circuits ?? []).map((c) => [c.id, c]));
const plug = (id: string) => packet?.plugs?.find((p) => p.id === id);

function map(lampId: string, vehicle: readonly (VehiclePlug | undefined)[], more: Partial<PinMapInput> = {}) {
  return pinMap({
    side: 'left',
    systemV: 12,
    vehiclePlugs: vehicle.filter((p): p is VehiclePlug => p !== undefined),
    lampPlugs: lamp(lampId)?.plugs ?? [],
    lampMinV: 9,
    lampMaxV: 16,
    connector: half,
    circuit: (id) => circuits.get(id),
    adapters: shelfAdapters(shelf.parts),
    ...more,
  });
}
const verdicts = (m: ReturnType<typeof map>) =>
  Object.fromEntries(m.inputs.map((i) => [i.input.does, i.verdict]));
const codes = (m: ReturnType<typeof map>) => m.conflicts.map((c) => c.code);

/** A two-way world in which each conflict can be made by changing one thing. */
const simple: Circuit = {
  id: 'low',
  cases: [{ when: 'key=on & lights=low', level: { kind: 'on' } }],
  switched: 'supply',
  minV: 9,
  maxV: 16,
  fuseA: 10,
  steadyA: 0,
  monitoring: { kind: 'none' },
};
const two = (h: 'vehicle' | 'lamp', more: Partial<ConnectorHalf> = {}): ConnectorHalf => ({
  id: h,
  family: 'F',
  half: h,
  rows: 1,
  columns: 2,
  cavities: [
    { number: '1', row: 1, column: h === 'vehicle' ? 1 : 2 },
    { number: '2', row: 1, column: h === 'vehicle' ? 2 : 1 },
  ],
  latch: 'top',
  locks: ['latch'],
  sealed: true,
  keyed: true,
  ...more,
});
function small(
  change: {
    lampHalf?: Partial<ConnectorHalf>;
    circuit?: Partial<Circuit>;
    cavities?: VehiclePlug['cavities'];
    inputs?: LampPlug['inputs'];
    systemV?: 12 | 24;
    plugs?: readonly VehiclePlug[];
  } = {},
) {
  const vehicle: VehiclePlug = {
    id: 'v',
    position: { role: 'headlamp', side: 'left', end: 'front' },
    connector: 'vehicle',
    cavities: change.cavities ?? [
      { cavity: '1', circuit: 'low' },
      { cavity: '2', circuit: 'ground' },
    ],
  };
  const inputs: LampPlug['inputs'] = change.inputs ?? [
    { cavity: '1', does: 'low-beam', currentA: 2, polar: true, takesPulsed: false },
    { cavity: '2', does: 'ground', currentA: 0, polar: true, takesPulsed: false },
  ];
  return pinMap({
    side: 'left',
    systemV: change.systemV ?? 12,
    vehiclePlugs: change.plugs ?? [vehicle],
    lampPlugs: [{ id: 'main', connector: 'lamp', inputs }],
    lampMinV: 9,
    lampMaxV: 16,
    connector: (id) => (id === 'vehicle' ? two('vehicle') : two('lamp', change.lampHalf)),
    circuit: (id) => (id === 'ground' ? undefined : { ...simple, ...change.circuit }),
    adapters: indexAdapters([]),
  });
}

describe('on the demo shelf', () => {
  it('the plug of the late van mates as it is, cavity by cavity', () => {
    const m = map('sounder-2-left', [plug('X41-left')]);
    expect(verdicts(m)).toEqual({
      ground: 'direct',
      'low-beam': 'direct',
      'high-beam': 'direct',
      position: 'direct',
      turn: 'direct',
    });
    expect([m.adapters, codes(m)]).toEqual([[], []]);
  });

  it('the plug of the early van goes through the adapter, which sets every cavity right', () => {
    const m = map('sounder-2-left', [plug('X40-left')]);
    expect(new Set(Object.values(verdicts(m)))).toEqual(new Set(['through-adapter']));
    expect(m.adapters).toEqual(['adapter-x40']);
    expect(m.inputs.find((i) => i.input.does === 'ground')?.from?.cavity).toBe('3');
  });

  it('a DRL that no circuit of the plug suits wants an extra feed', () => {
    expect(verdicts(map('skerry-620-left', [plug('X41-left')])).drl).toBe('extra-feed');
  });

  it('the flasher misses current: 0.96 A wanted, 0.5 A drawn', () => {
    const turn = map('sounder-2-left', [plug('X41-left')]).circuits.find((c) => c.circuit === 'turn-left');
    expect(turn).toMatchObject({ outcome: 'loaded', drawnA: 0.5, missingA: 0.46 });
  });

  it('a work lamp has no rule when to be lit: it follows its circuit, and the map says so', () => {
    const capstan = shelf.families.find((f) => f.id === 'lytte-capstan');
    const m = map('mole-left', [capstan?.plugs?.[0]], {
      systemV: 24,
      lampMaxV: 32,
      circuit: (id) => capstan?.circuits?.find((c) => c.id === id),
    });
    expect(verdicts(m)).toEqual({ work: 'direct', ground: 'direct' });
    expect(codes(m)).toEqual(['plug-reversible', 'need-open']);
  });

  it('without an adapter on the shelf the plug stays unmated, and the vehicle’s is left over', () => {
    const m = map('sounder-2-left', [plug('X40-left')], { adapters: indexAdapters([]) });
    expect(codes(m)).toEqual(['plug-unmated', 'plug-left-over', 'ground-missing']);
  });

  it('the mirror of a swap is the mirror map', () => {
    const swap = (text: string) =>
      text.replaceAll('left', '@').replaceAll('right', 'left').replaceAll('@', 'right');
    for (const [id, left, right] of [
      ['skerry-620', 'X40-left', 'X40-right'],
      ['ebb', 'X60-left', 'X60-right'],
    ] as const) {
      const l = map(`${id}-left`, [plug(left)]);
      const r = map(`${id}-right`, [plug(right)], { side: 'right' });
      expect(
        JSON.parse(
          swap(
            JSON.stringify(
              l.circuits.map(({ outcome, drawnA, circuit, cavity }) => ({
                outcome,
                drawnA,
                circuit,
                cavity,
              })),
            ),
          ),
        ),
      ).toEqual(
        r.circuits.map(({ outcome, drawnA, circuit, cavity }) => ({ outcome, drawnA, circuit, cavity })),
      );
      expect(verdicts(l)).toEqual(verdicts(r));
      expect(codes(l)).toEqual(codes(r));
    }
  });

  it('relabelling the cavities of plug, lamp and adapter relabels the map and changes nothing else', () => {
    const source = plug('X41-left');
    const lampPlugs = lamp('skerry-620-left')?.plugs ?? [];
    if (!source) throw new Error('no plug');
    const plain = map('skerry-620-left', [source]);
    fc.assert(
      fc.property(fc.shuffledSubarray(['A', 'B', 'C', 'D', 'E', 'F'], { minLength: 6 }), (names) => {
        const to = (n: string) => names[Number(n) - 1] ?? n;
        const m = map(
          'skerry-620-left',
          [{ ...source, cavities: source.cavities.map((c) => ({ ...c, cavity: to(c.cavity) })) }],
          {
            lampPlugs: lampPlugs.map((p) => ({
              ...p,
              inputs: p.inputs.map((i) => ({ ...i, cavity: to(i.cavity) })),
            })),
            connector: (id) => {
              const h = half(id);
              return h && { ...h, cavities: h.cavities.map((c) => ({ ...c, number: to(c.number) })) };
            },
          },
        );
        expect(m.inputs.map((i) => [i.cavity, i.verdict, i.from?.cavity ?? null])).toEqual(
          plain.inputs.map((i) => [to(i.cavity), i.verdict, i.from ? to(i.from.cavity) : null]),
        );
        expect(codes(m)).toEqual(codes(plain));
      }),
    );
  });
});

describe('each conflict', () => {
  it.each<[string, Parameters<typeof small>[0], string[]]>([
    ['none', {}, []],
    [
      'another function',
      { circuit: { cases: [{ when: 'brake', level: { kind: 'on' } }] } },
      ['wrong-function'],
    ],
    [
      'supply and ground exchanged',
      {
        cavities: [
          { cavity: '1', circuit: 'ground' },
          { cavity: '2', circuit: 'low' },
        ],
      },
      ['polarity', 'polarity'],
    ],
    [
      'ground missing',
      {
        cavities: [
          { cavity: '1', circuit: 'low' },
          { cavity: '2', circuit: null },
        ],
      },
      ['ground-missing'],
    ],
    ['24 V on a 12 V lamp', { systemV: 24 }, ['voltage']],
    [
      'a pulsed feed',
      { circuit: { cases: [{ when: 'key=on & lights=low', level: { kind: 'pulsed', duty: 0.9 } }] } },
      ['pulsed-into-steady'],
    ],
    [
      'a circuit that carries data',
      { circuit: { cases: [{ when: 'key=on & lights=low', level: { kind: 'data' } }] } },
      ['wrong-function', 'data-circuit'],
    ],
    ['test pulses', { circuit: { monitoring: { kind: 'test-pulses' } } }, ['test-pulses']],
    ['a latch on the wrong side', { lampHalf: { latch: 'bottom' } }, ['latch-mirrored']],
    ['an unkeyed plug', { lampHalf: { keyed: false } }, []],
    ['too much current', { circuit: { fuseA: 5, steadyA: 2 } }, ['current-over-spare']],
    ['a ground-switched circuit', { circuit: { switched: 'ground' } }, ['ground-switched']],
  ])('%s', (_, change, expected) => expect(small(change).conflicts.map((c) => c.code)).toEqual(expected));

  it('a ground that meets a function of a lamp that is not polar is no polarity fault, and still a fault', () => {
    const inputs = [
      { cavity: '1', does: 'low-beam', currentA: 2, polar: false, takesPulsed: false },
      { cavity: '2', does: 'ground', currentA: 0, polar: false, takesPulsed: false },
    ] as const;
    const m = small({
      inputs,
      cavities: [
        { cavity: '1', circuit: 'low' },
        { cavity: '2', circuit: 'low' },
      ],
    });
    expect(m.conflicts.map((c) => c.code)).toEqual(['ground-on-function']);
  });

  it('a turn signal of switched ground whose feed dies with the key is the wrong way round nowhere', () => {
    const rows: Readonly<Record<string, Circuit>> = {
      // Feed with the key alone; the return flashes, in hazard too.
      feed: { ...simple, id: 'feed', cases: [{ when: 'key=on', level: { kind: 'on' } }] },
      back: {
        ...simple,
        id: 'back',
        switched: 'ground',
        cases: [{ when: 'hazard | left', level: { kind: 'flashing', side: 'left' } }],
      },
    };
    const m = pinMap({
      side: 'left',
      systemV: 12,
      vehiclePlugs: [
        {
          id: 'v',
          position: { role: 'turn', side: 'left', end: 'front' },
          connector: 'vehicle',
          cavities: [
            { cavity: '1', circuit: 'feed' },
            { cavity: '2', circuit: 'back' },
          ],
        },
      ],
      lampPlugs: [
        {
          id: 'main',
          connector: 'lamp',
          inputs: [
            { cavity: '1', does: 'turn', currentA: 1, polar: true, takesPulsed: false },
            { cavity: '2', does: 'ground', currentA: 0, polar: true, takesPulsed: false },
          ],
        },
      ],
      lampMinV: 9,
      lampMaxV: 16,
      connector: (id) => (id === 'vehicle' ? two('vehicle') : two('lamp')),
      circuit: (id) => rows[id],
      adapters: indexAdapters([]),
    });
    const found = m.conflicts.map((c) => c.code);
    expect(found).not.toContain('polarity');
    expect(found).toContain('ground-switched');
    expect(found).toContain('wrong-function');
  });

  it('a plug of the vehicle that nothing needs is left over by name', () => {
    const spare: VehiclePlug = {
      id: 'w',
      position: { role: 'headlamp', side: 'left', end: 'front' },
      connector: 'vehicle',
      cavities: [
        { cavity: '1', circuit: null },
        { cavity: '2', circuit: 'ground' },
      ],
    };
    const used: VehiclePlug = {
      ...spare,
      id: 'v',
      cavities: [
        { cavity: '1', circuit: 'low' },
        { cavity: '2', circuit: 'ground' },
      ],
    };
    expect(small({ plugs: [spare, used] }).conflicts).toMatchObject([
      { code: 'plug-left-over', facts: { plug: 'w' } },
    ]);
  });
});

describe('a face', () => {
  it('from the wire side is mirrored, and twice mirrored is itself', () => {
    const h = two('vehicle', { latch: 'left' });
    const wire = seenFrom(h, 'wire');
    expect(wire.cavities.map((c) => c.column)).toEqual([2, 1]);
    expect(wire.latch).toBe('right');
    expect(seenFrom({ ...h, ...wire }, 'wire')).toEqual(seenFrom(h, 'mating'));
  });

  it('mates with its counterpart only, and a latch beside must lie on the other side of the other half', () => {
    expect(mating(two('vehicle'), two('lamp'))).toBe('mates');
    expect(mating(two('vehicle', { latch: 'left' }), two('lamp', { latch: 'right' }))).toBe('mates');
    expect(mating(two('vehicle', { latch: 'left' }), two('lamp', { latch: 'left' }))).toBe('unlocked');
    expect(mating(two('vehicle'), two('lamp', { family: 'G' }))).toBe('no');
    expect(mating(two('vehicle', { keyed: false }), two('lamp', { keyed: false }))).toBe('reversible');
  });
});
