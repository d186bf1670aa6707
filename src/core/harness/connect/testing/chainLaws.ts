import { seededRandom } from '../../../kernel/seededRandom';
import { adapterChain } from '../adapterChain';
import { indexAdapters } from '../adapterIndex';
import type { ConnectorHalf, LampPlug, ShelfAdapter, VehiclePlug } from '../../types';

/** A random shelf of adapters between random plugs. */
export interface ChainCase {
  readonly vehicle: readonly VehiclePlug[];
  readonly lamp: readonly LampPlug[];
  readonly adapters: readonly ShelfAdapter[];
}

const FAMILIES = ['A', 'B', 'C', 'D'] as const;
const CIRCUITS = ['ground', 'low', 'turn', 'tail'] as const;
const DOES = { ground: 'ground', low: 'low-beam', turn: 'turn', tail: 'tail' } as const;
const JOINT_MINOR = 300;
const MOST_LINKS = 3;
const MOST_OPEN = 3;

/** Makes a case. @param random numbers in [0, 1) */
export function randomChainCase(random: () => number): ChainCase {
  const below = (n: number) => Math.floor(random() * n);
  const one = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const cavities = () => Array.from({ length: 2 + below(2) }, (_, i) => String(i + 1));
  const vehicle = Array.from({ length: 1 + below(2) }, (_, i): VehiclePlug => ({
    id: `v${i}`,
    position: { role: 'tail', end: 'rear', side: 'left' },
    connector: `${one(FAMILIES)}-vehicle`,
    cavities: cavities().map((cavity) => ({ cavity, circuit: below(6) === 0 ? null : one(CIRCUITS) })),
  }));
  const lamp = Array.from({ length: 1 + below(2) }, (_, i): LampPlug => ({
    id: `l${i}`,
    connector: `${one(FAMILIES)}-lamp`,
    inputs: cavities().map((cavity) => ({
      cavity,
      does: DOES[one(CIRCUITS)],
      currentA: 1,
      polar: true,
      takesPulsed: true,
    })),
  }));
  const adapters = Array.from({ length: 2 + below(6) }, (_, n): ShelfAdapter => {
    const ins = Array.from({ length: below(5) === 0 ? 2 : 1 }, (_x, i) => ({
      id: `i${i}`,
      family: one(FAMILIES),
    }));
    const outs = Array.from({ length: below(4) === 0 ? 2 : 1 }, (_x, i) => ({
      id: `o${i}`,
      family: one(FAMILIES),
    }));
    const from = ins.flatMap((e) => ['1', '2', '3'].map((c) => `${e.id}/${c}`));
    const to = outs.flatMap((e) => ['1', '2', '3'].map((c) => `${e.id}/${c}`));
    const map = to.flatMap((t) => (below(5) === 0 ? [] : [{ from: one(from), to: t }]));
    return {
      part: `p${n}`,
      adapter: {
        ends: [
          ...ins.map((e) => ({ ...e, way: 'in' as const })),
          ...outs.map((e) => ({ ...e, way: 'out' as const })),
        ],
        map: map.length > 0 ? map : [{ from: from[0] as string, to: to[0] as string }],
      },
      priceMinor: 100 * (1 + below(20)),
      stock: below(2),
    };
  });
  return { vehicle, lamp, adapters };
}

const half = (id: string): ConnectorHalf => {
  const [family = '', side] = id.split('-');
  return {
    id,
    family,
    half: side === 'vehicle' ? 'vehicle' : 'lamp',
    rows: 1,
    columns: 3,
    cavities: [1, 2, 3].map((n) => ({ number: String(n), row: 1, column: n })),
    latch: 'top',
    locks: [],
    sealed: false,
    keyed: true,
  };
};

/** The cost of the chain that the program finds; null: none. */
export function foundCost(c: ChainCase): number | null {
  const chain = adapterChain({
    vehiclePlugs: c.vehicle,
    lampPlugs: c.lamp,
    connector: half,
    index: indexAdapters(c.adapters),
    suits: (input, circuit) => DOES[circuit as keyof typeof DOES] === input.does,
    jointMinor: JOINT_MINOR,
  });
  return chain?.costMinor ?? null;
}

interface End {
  readonly family: string;
  readonly circuits: Readonly<Record<string, string>>;
}

/** The least cost of all chains, every one of them tried; written apart from the search. null: none is right. */
export function leastCost(c: ChainCase): number | null {
  const start = c.vehicle.map((p): End => ({
    family: p.connector.split('-')[0] ?? '',
    circuits: Object.fromEntries(
      p.cavities.flatMap((x) => (x.circuit === null ? [] : [[x.cavity, x.circuit]])),
    ),
  }));
  const there = new Set(start.flatMap((e) => Object.values(e.circuits)));
  const most = Math.max(MOST_OPEN, start.length);
  let best: number | null = null;
  const fits = (plug: LampPlug, end: End) =>
    plug.connector.split('-')[0] === end.family &&
    plug.inputs.every((i) => {
      const at = end.circuits[i.cavity];
      const wanted = [...there].find((x) => DOES[x as keyof typeof DOES] === i.does);
      return wanted === undefined ? at === undefined : at === wanted;
    });
  const seated = (plugs: readonly LampPlug[], ends: readonly End[]): boolean => {
    const [plug, ...rest] = plugs;
    if (!plug) return true;
    return ends.some(
      (e, i) =>
        fits(plug, e) &&
        seated(
          rest,
          ends.filter((_x, j) => j !== i),
        ),
    );
  };
  const choices = (
    families: readonly string[],
    ends: readonly End[],
    taken: readonly number[] = [],
  ): (readonly number[])[] => {
    const [family, ...rest] = families;
    if (family === undefined) return [taken];
    return ends.flatMap((e, i) =>
      e.family === family && !taken.includes(i) ? choices(rest, ends, [...taken, i]) : [],
    );
  };
  const go = (ends: readonly End[], links: number, cost: number): void => {
    if (best !== null && cost >= best) return;
    if (seated(c.lamp, ends)) best = cost;
    if (links === MOST_LINKS) return;
    for (const { adapter, priceMinor } of c.adapters) {
      const ins = adapter.ends.filter((e) => e.way === 'in');
      for (const onto of choices(
        ins.map((e) => e.family ?? ''),
        ends,
      )) {
        const outs = adapter.ends
          .filter((e) => e.way === 'out')
          .map((out): End => {
            const circuits: Record<string, string> = {};
            for (const w of adapter.map) {
              const [toEnd, toCavity = ''] = w.to.split('/');
              const [fromEnd, fromCavity = ''] = w.from.split('/');
              if (toEnd !== out.id) continue;
              const carried = ends[onto[ins.findIndex((e) => e.id === fromEnd)] ?? -1]?.circuits[fromCavity];
              if (carried !== undefined) circuits[toCavity] = carried;
            }
            return { family: out.family ?? '', circuits };
          });
        const left = [...ends.filter((_x, i) => !onto.includes(i)), ...outs];
        if (left.length <= most) go(left, links + 1, cost + priceMinor + JOINT_MINOR * ins.length);
      }
    }
  };
  go(start, 0, 0);
  return best;
}

/** How many shelves were tried, and the seeds of those whose chain was lost or too dear, or dearer with one adapter more. */
export function tryChainLaws(cases: number, seed: number) {
  const broken: { lost: number[]; dear: number[]; worse: number[] } = { lost: [], dear: [], worse: [] };
  let found = 0;
  for (let i = 0; i < cases; i += 1) {
    const c = randomChainCase(seededRandom(seed + i));
    const [mine, least] = [foundCost(c), leastCost(c)];
    if (mine !== null) found += 1;
    if (mine === null && least !== null) broken.lost.push(seed + i);
    if (mine !== null && (least === null || mine > least)) broken.dear.push(seed + i);
    const fewer = foundCost({ ...c, adapters: c.adapters.slice(1) });
    if (fewer !== null && (mine === null || mine > fewer)) broken.worse.push(seed + i);
  }
  return { cases, found, broken };
}
