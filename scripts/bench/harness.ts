import { performance } from 'node:perf_hooks';
import { type Circuit, circuitFinder, type LevelCase } from '@/core/controls';
import { seededRandom } from '@/core/kernel/seededRandom';
import {
  adapterChain,
  type Chain,
  type ConnectorHalf,
  harnessChecks,
  indexAdapters,
  type LampInput,
  type LampPlug,
  pinMap,
  type ShelfAdapter,
  type VehiclePlug,
} from '@/core/harness';
import {
  type Fault,
  injectFaults,
  ledCurve,
  type NetElement,
  type Network,
  prepareNetwork,
  probeMeter,
} from '@/core/electric';
import { asRow, measured, type Row } from './measure';

const FAMILIES = 400;
const CAVITIES = 6;
const CIRCUITS = ['ground', 'low', 'high', 'position', 'turn', 'drl'];

/** So many adapters between families at random, each with its cavities shuffled or straight. */
function adapterShelf(count: number, seed: number): readonly ShelfAdapter[] {
  const random = seededRandom(seed);
  const whole = (n: number) => Math.floor(random() * n);
  return Array.from({ length: count }, (_, i): ShelfAdapter => {
    const order = Array.from({ length: CAVITIES }, (_, k) => k + 1);
    if (random() < 0.5) order.sort(() => random() - 0.5);
    return {
      part: `a${String(i).padStart(5, '0')}`,
      priceMinor: 500 + whole(4000),
      stock: whole(3),
      adapter: {
        ends: [
          { id: 'in', way: 'in', family: `F${whole(FAMILIES)}` },
          { id: 'out', way: 'out', family: `F${whole(FAMILIES)}` },
        ],
        map: order.map((to, k) => ({ from: `in/${k + 1}`, to: `out/${to}` })),
      },
    };
  });
}

const chainPlug = (family: string): VehiclePlug => ({
  id: 'v',
  position: { role: 'headlamp', side: 'left', end: 'front' },
  connector: family,
  cavities: CIRCUITS.map((circuit, i) => ({ cavity: String(i + 1), circuit })),
});
const chainLamp = (family: string): LampPlug => ({
  id: 'l',
  connector: `${family}-lamp`,
  inputs: CIRCUITS.map((c, i) => ({
    cavity: String(i + 1),
    does: c as LampInput['does'],
    currentA: 1,
    polar: true,
    takesPulsed: false,
  })),
});

function chainHalf(id: string): ConnectorHalf {
  const lamp = id.endsWith('-lamp');
  return {
    id,
    family: id.replace('-lamp', ''),
    half: lamp ? 'lamp' : 'vehicle',
    rows: 1,
    columns: CAVITIES,
    cavities: CIRCUITS.map((_, i) => ({ number: String(i + 1), row: 1, column: i + 1 })),
    latch: 'top',
    locks: ['latch'],
    sealed: true,
    keyed: true,
  };
}

/** Seeded searches from one family to another; those of which a chain exists and those of which none does. */
function chains(): readonly Row[] {
  const index = indexAdapters(adapterShelf(10_000, 5));
  const input = (from: number, to: number, bounded: boolean) => ({
    vehiclePlugs: [chainPlug(`F${from}`)],
    lampPlugs: [chainLamp(`F${to}`)],
    connector: chainHalf,
    index,
    suits: (i: LampInput, circuit: string) => i.does === circuit,
    bounded,
  });
  const random = seededRandom(9);
  const pairs = Array.from(
    { length: 24 },
    () => [Math.floor(random() * FAMILIES), Math.floor(random() * FAMILIES)] as const,
  );
  const timed = (bounded: boolean) =>
    pairs.map(([from, to]) => {
      const began = performance.now();
      const chain: Chain | null = adapterChain(input(from, to, bounded));
      return {
        ms: performance.now() - began,
        cost: chain?.costMinor ?? null,
        links: chain?.links.length ?? 0,
      };
    });
  timed(true);
  const led = timed(true);
  const plain = timed(false);
  const same = led.every((l, i) => l.cost === plain[i]?.cost);
  const sum = (list: readonly { ms: number }[]) => list.reduce((t, x) => t + x.ms, 0);
  const found = led.filter((l) => l.cost !== null);
  return [
    asRow(
      'adapter chain',
      '10 000 adapters, up to three links, 24 seeded pairs',
      led.map((l) => l.ms),
      `${found.length} found, ${found.filter((f) => f.links === 3).length} of three links`,
    ),
    asRow(
      'adapter chain, breadth first without bound',
      'the same pairs',
      plain.map((l) => l.ms),
      `${(sum(plain) / sum(led)).toFixed(1)}× the time; ${same ? 'same costs' : 'COSTS DIFFER'}`,
    ),
  ];
}

const WHEN: readonly string[] = [
  'key=on & lights=low',
  'key=on & (high | flash)',
  'lights!=off',
  'brake',
  'key=on & reverse',
  'lights=low & rear-fog',
  'lights!=off & front-fog',
  'running',
  'key=on',
  'running & lights=off',
  'door',
];

/** 24 cavities, 22 circuits of eleven kinds and two grounds. */
function wide(cavities: number) {
  const circuits: Circuit[] = Array.from({ length: cavities - 2 }, (_, i): Circuit => {
    const turn: LevelCase = {
      when: `hazard | lock-flash | (key=on & ${i % 2 ? 'left' : 'right'})`,
      level: { kind: 'flashing', side: i % 2 ? 'left' : 'right' },
    };
    const plain: LevelCase = { when: WHEN[i % WHEN.length] ?? 'brake', level: { kind: 'on' } };
    return {
      id: `c${String(i).padStart(2, '0')}`,
      cases: i % 8 === 7 ? [turn] : i % 5 === 4 ? [turn, plain] : [plain],
      switched: 'supply',
      minV: 9,
      maxV: 16,
      fuseA: 30,
      steadyA: 0,
      monitoring: { kind: 'none' },
    };
  });
  const half = (id: 'vehicle' | 'lamp'): ConnectorHalf => ({
    ...chainHalf(id),
    family: 'W',
    half: id,
    columns: cavities,
    cavities: Array.from({ length: cavities }, (_, i) => ({ number: String(i + 1), row: 1, column: i + 1 })),
  });
  const halves = { vehicle: half('vehicle'), lamp: half('lamp') };
  const does: readonly LampInput['does'][] = [
    'low-beam',
    'high-beam',
    'tail',
    'stop',
    'reverse',
    'rear-fog',
    'front-fog',
    'drl',
    'turn',
    'position',
    'licence-plate',
  ];
  const plug: VehiclePlug = {
    id: 'v',
    position: { role: 'tail', side: 'left', end: 'rear' },
    connector: 'vehicle',
    cavities: halves.vehicle.cavities.map((c, i) => ({
      cavity: c.number,
      circuit: i < 2 ? 'ground' : (circuits[i - 2]?.id ?? null),
    })),
  };
  const lamp: LampPlug = {
    id: 'l',
    connector: 'lamp',
    inputs: halves.lamp.cavities.map((c, i) => ({
      cavity: c.number,
      does: i < 2 ? 'ground' : (does[i % does.length] ?? 'tail'),
      currentA: 0.1,
      polar: true,
      takesPulsed: false,
    })),
  };
  const circuit = circuitFinder(circuits);
  const map = () =>
    pinMap({
      side: 'left',
      systemV: 12,
      vehiclePlugs: [plug],
      lampPlugs: [lamp],
      lampMinV: 9,
      lampMaxV: 16,
      connector: (id) => halves[id as 'vehicle' | 'lamp'],
      circuit,
      adapters: indexAdapters([]),
    });
  const done = map();
  const whole = {
    ...done,
    inputs: done.inputs.map((i) => ({
      ...i,
      verdict: 'through-adapter' as const,
      from: { plug: 'v', cavity: i.cavity, circuit: `c${i.cavity}` },
      path: [1, 2, 3].map(() => ({ where: 'adapter' as const, id: 'a', end: 'in', cavity: i.cavity })),
    })),
  };
  return { map, checks: () => harnessChecks(whole, null, [plug], circuit, probeMeter([plug], circuit, 12)) };
}

/** 60 nodes that are not fixed: nine circuits of their own switch on five lamps with shared grounds; or fewer. */
export function bigNetwork(
  circuits = 9,
  lamps = 5,
): { readonly network: Network; readonly switches: readonly string[] } {
  const elements: NetElement[] = [];
  const switches = Array.from({ length: circuits }, (_, c) => `s${c}`);
  switches.forEach((id, c) => elements.push({ kind: 'switch', id, from: 'bat', to: `c${c}`, ohm: 0.01 }));
  for (let l = 0; l < lamps; l += 1) {
    for (let c = 0; c < circuits; c += 1) {
      elements.push({
        kind: 'resistor',
        id: `w${l}.${c}`,
        from: `c${c}`,
        to: `l${l}i${c}`,
        ohm: 0.05 + 0.01 * c,
      });
      elements.push(
        c === circuits - 1
          ? {
              kind: 'filament',
              id: `b${l}.${c}`,
              from: `l${l}i${c}`,
              to: `l${l}g`,
              ratedV: 13.5,
              ratedA: 1.6,
            }
          : {
              kind: 'curve',
              id: `d${l}.${c}`,
              from: `l${l}i${c}`,
              to: `l${l}g`,
              points: ledCurve(0.3 + 0.2 * c, 9, c % 4 !== 3),
            },
      );
    }
    elements.push({
      kind: 'resistor',
      id: `g${l}`,
      from: `l${l}g`,
      to: l === lamps - 1 ? 'l0g' : 'frame',
      ohm: 0.03,
    });
  }
  elements.push({ kind: 'resistor', id: 'frame', from: 'frame', to: 'body', ohm: 0.01 });
  return { network: { fixed: { bat: 13.5, body: 0 }, elements }, switches };
}

function networks(): readonly Row[] {
  const { network, switches } = bigNetwork();
  const nodes = new Set(network.elements.flatMap((e) => [e.from, e.to])).size - 2;
  const closed = (n: number) => new Set(switches.filter((_, i) => (n >> i) & 1));
  const one: number[] = [];
  for (let n = 0; n < 40; n += 1) {
    const ready = prepareNetwork(network);
    const began = performance.now();
    ready.solve(closed((n * 37) % 512));
    one.push(performance.now() - began);
  }
  const all: number[] = [];
  let good = true;
  for (let run = 0; run < 4; run += 1) {
    const ready = prepareNetwork(network);
    const began = performance.now();
    let near: ReturnType<typeof ready.solve> | undefined;
    for (let n = 0; n < 512; n += 1) {
      near = ready.solve(closed(n ^ (n >> 1)), near);
      good &&= near.converged;
    }
    all.push(performance.now() - began);
  }
  return [
    asRow('network, one state', `${nodes} nodes`, one),
    asRow(
      'network, all states',
      `${nodes} nodes, 512 states`,
      all,
      good ? 'all converged' : 'NOT ALL CONVERGED',
    ),
  ];
}

/** 250 faults in a network of 30 nodes, each in 20 settings: what looking for a cause has to solve. */
function faultyNetworks(): Row {
  const { network } = bigNetwork(5, 4);
  const switches = network.elements.flatMap((e) => (e.kind === 'switch' ? [e.id] : []));
  const nodes = [...new Set(network.elements.flatMap((e) => [e.from, e.to]))];
  const random = seededRandom(3);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const id = () => pick(network.elements).id;
  const faults = Array.from({ length: 250 }, (_, k): Fault => {
    if (k % 4 === 0) return { kind: 'open', element: id() };
    if (k % 4 === 1) return { kind: 'weak', element: id(), ohm: pick([1, 20, 1_000]) };
    if (k % 4 === 2) return { kind: 'short', nodes: [pick(nodes), pick(nodes)] };
    return { kind: 'exchange', elements: [id(), id()] };
  });
  const settings = Array.from({ length: 20 }, () => new Set(switches.filter(() => random() < 0.5)));
  const took: number[] = [];
  let good = true;
  for (let run = 0; run < 3; run += 1) {
    const began = performance.now();
    for (const fault of faults) {
      const ready = prepareNetwork({ ...network, elements: injectFaults(network.elements, [fault]) });
      let near: ReturnType<typeof ready.solve> | undefined;
      for (const closed of settings) {
        near = ready.solve(closed, near);
        good &&= near.converged;
      }
    }
    took.push(performance.now() - began);
  }
  return asRow(
    'network, 250 faults in 20 settings',
    `${nodes.length - 2} nodes`,
    took,
    `${good ? 'all converged' : 'NOT ALL CONVERGED'}; bar 1 000 ms`,
  );
}

/** The bars of Wire. */
export async function benchHarness(): Promise<readonly Row[]> {
  const { map, checks } = wide(24);
  return [
    ...chains(),
    await measured('pin map and levels', '24 cavities, 22 circuits', 30, map, 3),
    await measured('harness checks', '24 cavities', 15, checks),
    ...networks(),
    faultyNetworks(),
  ];
}
