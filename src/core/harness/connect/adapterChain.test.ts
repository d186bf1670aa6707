import fc from 'fast-check';
import { tryChainLaws } from './testing/chainLaws';
import { describe, expect, it } from 'vitest';
import { USUAL_FIGURES } from '../../electric/formulas';
import { adapterChain, type ChainInput } from './adapterChain';
import { indexAdapters } from './adapterIndex';
import { chainChoices } from './chainChoices';
import type { Adapter, ConnectorHalf, LampInput, LampPlug, ShelfAdapter, VehiclePlug } from '../types';

const half = (id: string, h: 'vehicle' | 'lamp', more: Partial<ConnectorHalf> = {}): ConnectorHalf => ({
  id,
  family: id.slice(0, 1),
  half: h,
  rows: 1,
  columns: 2,
  cavities: [
    { number: '1', row: 1, column: 1 },
    { number: '2', row: 1, column: 2 },
  ],
  latch: 'top',
  locks: ['latch'],
  sealed: true,
  keyed: true,
  ...more,
});
const halves = new Map(
  ['A', 'B', 'C', 'D', 'E'].flatMap((f) => [
    [`${f}v`, half(`${f}v`, 'vehicle')],
    [`${f}l`, half(`${f}l`, 'lamp')],
  ]) as [string, ConnectorHalf][],
);
const plug = (id: string, family: string, ...circuits: (string | null)[]): VehiclePlug => ({
  id,
  position: { role: 'tail', side: 'left', end: 'rear' },
  connector: `${family}v`,
  cavities: circuits.map((circuit, i) => ({ cavity: String(i + 1), circuit })),
});
const lamp = (id: string, family: string, ...does: LampInput['does'][]): LampPlug => ({
  id,
  connector: `${family}l`,
  inputs: does.map((d, i) => ({
    cavity: String(i + 1),
    does: d,
    currentA: 1,
    polar: true,
    takesPulsed: false,
  })),
});
const lead = (
  part: string,
  from: string,
  to: string,
  priceMinor: number,
  map: [string, string][],
  stock = 1,
): ShelfAdapter => ({
  part,
  priceMinor,
  stock,
  adapter: {
    ends: [
      { id: 'in', way: 'in', family: from },
      { id: 'out', way: 'out', family: to },
    ],
    map: map.map(([f, t]) => ({ from: `in/${f}`, to: `out/${t}` })),
  } satisfies Adapter,
});
const straight: [string, string][] = [
  ['1', '1'],
  ['2', '2'],
];
const crossed: [string, string][] = [
  ['1', '2'],
  ['2', '1'],
];
/** An input is fed by the circuit of its own name; two on one wire by stop and a turn signal. */
const suits = (input: LampInput, circuit: string) =>
  input.does === 'stop-turn' ? circuit === 'stop+turn' : input.does === circuit;
const find = (
  vehiclePlugs: readonly VehiclePlug[],
  lampPlugs: readonly LampPlug[],
  adapters: readonly ShelfAdapter[],
  more: Partial<ChainInput> = {},
) =>
  adapterChain({
    vehiclePlugs,
    lampPlugs,
    connector: (id) => halves.get(id),
    index: indexAdapters(adapters),
    suits,
    ...more,
  });
const parts = (c: ReturnType<typeof find>) => c?.links.map((l) => l.part) ?? null;

describe('a chain of adapters', () => {
  it('is empty where the plugs mate and every cavity is right', () =>
    expect(find([plug('v', 'A', 'stop', 'ground')], [lamp('l', 'A', 'stop', 'ground')], [])).toMatchObject({
      links: [],
      costMinor: 0,
    }));

  it('takes the lead that sets right what sits in the other’s cavity, not the cheaper one that does not', () =>
    expect(
      parts(
        find(
          [plug('v', 'A', 'ground', 'stop')],
          [lamp('l', 'B', 'stop', 'ground')],
          [lead('cheap', 'A', 'B', 100, straight), lead('right', 'A', 'B', 900, crossed)],
        ),
      ),
    ).toEqual(['right']));

  it('sells nothing for wires that are exchanged where the lamp works either way round', () => {
    const exchanged = plug('v', 'A', 'ground', 'stop');
    const polar = lamp('l', 'A', 'stop', 'ground');
    const plain = { ...polar, inputs: polar.inputs.map((x) => ({ ...x, polar: false })) };
    const leads = [lead('exchange', 'A', 'A', 900, crossed)];
    expect(parts(find([exchanged], [polar], leads))).toEqual(['exchange']);
    expect(find([exchanged], [plain], leads)).toMatchObject({ links: [], costMinor: 0 });
    // Two functions in one plug: which wire is which matters, polar or not.
    const both = lamp('l', 'A', 'stop', 'tail');
    const two = { ...both, inputs: both.inputs.map((x) => ({ ...x, polar: false })) };
    expect(parts(find([plug('v', 'A', 'tail', 'stop')], [two], leads))).toEqual(['exchange']);
  });

  it('goes through three links, and not through a fourth', () => {
    const way = [
      lead('ab', 'A', 'B', 100, straight),
      lead('bc', 'B', 'C', 100, straight),
      lead('cd', 'C', 'D', 100, straight),
      lead('de', 'D', 'E', 100, straight),
    ];
    const vehicle = [plug('v', 'A', 'stop', 'ground')];
    expect(parts(find(vehicle, [lamp('l', 'D', 'stop', 'ground')], way))).toEqual(['ab', 'bc', 'cd']);
    expect(find(vehicle, [lamp('l', 'E', 'stop', 'ground')], way)).toBeNull();
  });

  it('charges each joint: one dear lead beats two cheap ones until they save more than that', () => {
    const two = [lead('ab', 'A', 'B', 100, straight), lead('bc', 'B', 'C', 100, straight)];
    const vehicle = [plug('v', 'A', 'stop', 'ground')];
    const goal = [lamp('l', 'C', 'stop', 'ground')];
    expect(
      parts(
        find(vehicle, goal, [...two, lead('ac', 'A', 'C', 200 + USUAL_FIGURES.jointMinor - 1, straight)]),
      ),
    ).toEqual(['ac']);
    expect(
      parts(
        find(vehicle, goal, [...two, lead('ac', 'A', 'C', 200 + USUAL_FIGURES.jointMinor + 1, straight)]),
      ),
    ).toEqual(['ab', 'bc']);
  });

  it('breaks a tie by fewer joints, then by stock, then by part', () => {
    const vehicle = [plug('v', 'A', 'stop', 'ground')];
    const goal = [lamp('l', 'B', 'stop', 'ground')];
    expect(
      parts(
        find(vehicle, goal, [lead('a', 'A', 'B', 100, straight, 0), lead('b', 'A', 'B', 100, straight, 2)]),
      ),
    ).toEqual(['b']);
    expect(
      parts(find(vehicle, goal, [lead('b', 'A', 'B', 100, straight), lead('a', 'A', 'B', 100, straight)])),
    ).toEqual(['a']);
  });

  it('one adapter takes two plugs of the vehicle and gives two of the lamp', () => {
    const y: ShelfAdapter = {
      part: 'y',
      priceMinor: 500,
      stock: 1,
      adapter: {
        ends: [
          { id: 'one', way: 'in', family: 'A' },
          { id: 'two', way: 'in', family: 'B' },
          { id: 'main', way: 'out', family: 'C' },
          { id: 'side', way: 'out', family: 'D' },
        ],
        map: [
          { from: 'one/1', to: 'main/1' },
          { from: 'two/1', to: 'main/2' },
          { from: 'two/2', to: 'side/1' },
          { from: 'one/2', to: 'side/2' },
        ],
      },
    };
    const chain = find(
      [plug('v', 'A', 'stop', 'reverse'), plug('w', 'B', 'ground', 'tail')],
      [lamp('l', 'C', 'stop', 'ground'), lamp('m', 'D', 'tail', 'reverse')],
      [y],
    );
    expect(chain?.links).toEqual([{ part: 'y', onto: ['v:v', 'v:w'] }]);
    expect(chain?.mates.map((m) => `${m.plug} on ${m.end}`)).toEqual(['l on 0:main', 'm on 0:side']);
  });

  it('what no circuit of the vehicle feeds is left for an extra feed and hinders nothing', () =>
    expect(parts(find([plug('v', 'A', 'stop', null)], [lamp('l', 'A', 'stop', 'drl')], []))).toEqual([]));

  it('a converter makes of stop and turn the one wire that the lamp wants', () => {
    const converter: ShelfAdapter = {
      part: 'conv',
      priceMinor: 2000,
      stock: 1,
      adapter: {
        ends: [
          { id: 'in', way: 'in', family: 'A' },
          { id: 'out', way: 'out', family: 'B' },
        ],
        map: [{ from: 'in/1', turn: 'in/2', to: 'out/1' }],
      },
    };
    expect(parts(find([plug('v', 'A', 'stop', 'turn')], [lamp('l', 'B', 'stop-turn')], [converter]))).toEqual(
      ['conv'],
    );
    expect(find([plug('v', 'A', 'stop', 'tail')], [lamp('l', 'B', 'stop-turn')], [converter])).toBeNull();
  });
});

const family = fc.constantFrom('A', 'B', 'C', 'D', 'E');
const adapters = fc.array(
  fc.record({ from: family, to: family, price: fc.integer({ min: 50, max: 2000 }), cross: fc.boolean() }),
  { maxLength: 14 },
);
const shelfOf = (rows: readonly { from: string; to: string; price: number; cross: boolean }[]) =>
  rows.map((r, i) =>
    lead(`p${String(i).padStart(2, '0')}`, r.from, r.to, r.price, r.cross ? crossed : straight),
  );

it('a dearer but shorter way to the same ends is not forgotten: it may be the only one that reaches the lamp', () => {
  const shelf = [
    lead('a-x', 'A', 'X', 100, straight),
    lead('x-b', 'X', 'B', 100, straight),
    lead('a-b', 'A', 'B', 900, straight),
    lead('b-c', 'B', 'C', 100, straight),
    lead('c-d', 'C', 'D', 100, straight),
  ];
  // Over X it would be four adapters; three is the most.
  expect(parts(find([plug('v', 'A', 'stop', 'ground')], [lamp('l', 'D', 'stop', 'ground')], shelf))).toEqual([
    'a-b',
    'b-c',
    'c-d',
  ]);
});

describe('whatever the shelf', () => {
  const vehicle = [plug('v', 'A', 'stop', 'ground')];
  const goals = fc.record({ family, turned: fc.boolean() });
  const goalOf = (g: { family: string; turned: boolean }) => [
    g.turned ? lamp('l', g.family, 'ground', 'stop') : lamp('l', g.family, 'stop', 'ground'),
  ];

  it('the bound loses nothing: the same cost as breadth first without it', () =>
    fc.assert(
      fc.property(adapters, goals, (rows, g) => {
        const led = find(vehicle, goalOf(g), shelfOf(rows));
        const plain = find(vehicle, goalOf(g), shelfOf(rows), { bounded: false });
        expect(led?.costMinor ?? null).toBe(plain?.costMinor ?? null);
      }),
      { numRuns: 300 },
    ));

  it('the cost never rises when an adapter is added, and the order of the shelf does not matter', () =>
    fc.assert(
      fc.property(adapters, goals, fc.nat(), (rows, g, pick) => {
        const all = shelfOf(rows);
        const fewer = all.filter((_, i) => i !== pick % Math.max(1, all.length));
        const cost = (list: readonly ShelfAdapter[]) => find(vehicle, goalOf(g), list)?.costMinor ?? Infinity;
        expect(cost(all)).toBeLessThanOrEqual(cost(fewer));
        expect(find(vehicle, goalOf(g), [...all].reverse())).toEqual(find(vehicle, goalOf(g), all));
      }),
      { numRuns: 80 },
    ));
});

describe('other chains', () => {
  it('without an adapter of the best the next best is taken, cheapest first, each once', () => {
    const shelf = [
      lead('ab', 'A', 'B', 100, straight),
      lead('bc', 'B', 'C', 100, straight),
      lead('ac', 'A', 'C', 900, straight),
      lead('ac-dear', 'A', 'C', 2000, straight),
    ];
    const solve = (allowed: readonly string[]) => {
      const chain = find(
        [plug('v', 'A', 'stop', 'ground')],
        [lamp('l', 'C', 'stop', 'ground')],
        shelf.filter((a) => allowed.includes(a.part)),
      );
      return { chain, adapters: parts(chain) ?? [] };
    };
    expect(chainChoices(['ab', 'bc', 'ac', 'ac-dear'], solve).map((c) => c.parts.join('+'))).toEqual([
      'ab+bc',
      'ac',
      'ac-dear',
    ]);
  });
});

describe('against every chain there is, tried apart', () => {
  it('none is lost, none is too dear, and one adapter more never makes it worse', () => {
    const { found, broken } = tryChainLaws(2500, 7000);
    expect(broken).toEqual({ lost: [], dear: [], worse: [] });
    expect(found).toBeGreaterThan(80);
  });
});
