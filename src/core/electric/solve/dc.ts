import { compareText } from '../../kernel/reason';
import type { NetElement, NetSolution, Network, NodeId } from '../netlist/element';
import { type Island, LEAK_S, makeIsland, settleIsland, type Wired } from './island';
import { type Law, lawOf, pieceAt } from './law';

/** A network made ready to be solved for many settings of its switches. */
export interface PreparedNetwork {
  /** Solves for the switches that are closed; `near`: a solution to begin from. */
  readonly solve: (closed: ReadonlySet<string>, near?: NetSolution) => NetSolution;
}

/** *Setting*: settings of the switches of which the islands are kept. */
const MOST_SETTINGS = 1_024;
const CARRIES_A = 1e-7;

/** A network by numbers. */
interface Numbered {
  readonly network: Network;
  readonly nodes: readonly NodeId[];
  readonly laws: readonly Law[];
  /** Ends of each element; a held node is −1. */
  readonly wired: readonly Wired[];
}

/** The elements that are there, and the islands that they make. */
interface Setting {
  readonly present: readonly number[];
  readonly islands: readonly Island[];
}

/**
 * Nodal analysis: fixed nodes are put in as numbers, what is left falls into islands that do not touch, each island is
 * solved by Newton's method (`island.ts`). Islands are the same for as long as they have the same elements, whatever
 * else is switched.
 */
export function prepareNetwork(network: Network): PreparedNetwork {
  const net = numbered(network);
  const islands = new Map<string, Island>();
  const settings = new Map<string, Setting>();
  const settingOf = (closed: ReadonlySet<string>): Setting => {
    const name = network.elements.map((e) => (e.kind !== 'switch' || closed.has(e.id) ? '1' : '0')).join('');
    let setting = settings.get(name);
    if (!setting) {
      setting = settingWith(net, closed, islands);
      if (settings.size < MOST_SETTINGS) settings.set(name, setting);
    }
    return setting;
  };
  return {
    solve: (closed, near) => {
      const { present, islands: parts } = settingOf(closed);
      const volts = new Float64Array(net.nodes.length);
      let converged = true;
      for (const island of parts) {
        const x = Float64Array.from(island.nodes, (k) => near?.nodeV.get(net.nodes[k] ?? '') ?? 0);
        converged = settleIsland(island, x) && converged;
        island.nodes.forEach((k, at) => (volts[k] = x[at] ?? 0));
      }
      return solution(net, present, volts, converged);
    },
  };
}

function numbered(network: Network): Numbered {
  const nodes = [...new Set(network.elements.flatMap((e) => [e.from, e.to]))]
    .filter((n) => !(n in network.fixed))
    .sort(compareText);
  const number = new Map(nodes.map((n, k) => [n, k]));
  const laws = network.elements.map(lawOf);
  return {
    network,
    nodes,
    laws,
    wired: network.elements.map((e: NetElement, k) => ({
      law: laws[k] ?? lawOf(e),
      i: number.get(e.from) ?? -1,
      j: number.get(e.to) ?? -1,
      vi: network.fixed[e.from] ?? 0,
      vj: network.fixed[e.to] ?? 0,
    })),
  };
}

/** Groups of numbers that hang together. */
function together(n: number) {
  const parent = Int32Array.from({ length: n }, (_, k) => k);
  const root = (k: number): number => {
    let at = k;
    while (parent[at] !== at) {
      parent[at] = parent[parent[at] ?? 0] ?? 0;
      at = parent[at] ?? 0;
    }
    return at;
  };
  return { root, join: (a: number, b: number) => void (parent[root(a)] = root(b)) };
}

function settingWith(
  { network, nodes, wired }: Numbered,
  closed: ReadonlySet<string>,
  known: Map<string, Island>,
): Setting {
  const present = network.elements.flatMap((e, k) => (e.kind !== 'switch' || closed.has(e.id) ? [k] : []));
  const groups = together(nodes.length);
  const touches = new Int32Array(nodes.length);
  for (const k of present) {
    const { i = -1, j = -1 } = wired[k] ?? {};
    if (i >= 0) touches[i] = (touches[i] ?? 0) + 1;
    if (j >= 0 && j !== i) touches[j] = (touches[j] ?? 0) + 1;
    if (i >= 0 && j >= 0) groups.join(i, j);
  }
  const members = new Map<number, { readonly nodes: number[]; readonly elements: number[] }>();
  const group = (k: number) => {
    const root = groups.root(k);
    const made = members.get(root) ?? { nodes: [], elements: [] };
    members.set(root, made);
    return made;
  };
  nodes.forEach((_, k) => group(k).nodes.push(k));
  for (const k of present) {
    const { i = -1, j = -1 } = wired[k] ?? {};
    const end = i >= 0 ? i : j;
    if (end >= 0) group(end).elements.push(k);
  }
  return {
    present,
    islands: [...members.values()].map((of) => {
      const name = `${of.nodes[0]}|${of.elements.join()}`;
      const kept = known.get(name);
      if (kept) return kept;
      const made = makeIsland(
        of.nodes.sort((a, b) => (touches[a] ?? 0) - (touches[b] ?? 0) || a - b),
        of.elements.flatMap((k) => wired[k] ?? []),
      );
      known.set(name, made);
      return made;
    }),
  };
}

function solution(
  { network, nodes, laws, wired }: Numbered,
  present: readonly number[],
  volts: Float64Array,
  converged: boolean,
): NetSolution {
  const elementA = new Map<string, number>(network.elements.map((e) => [e.id, 0]));
  // One more place: whatever is held at a voltage.
  const held = nodes.length;
  const tied = together(nodes.length + 1);
  for (const k of present) {
    const [e, w, law] = [network.elements[k], wired[k], laws[k]];
    if (!e || !w || !law) continue;
    const v = (w.i < 0 ? w.vi : (volts[w.i] ?? 0)) - (w.j < 0 ? w.vj : (volts[w.j] ?? 0));
    const p = pieceAt(law, v, 0);
    const slope = law.slope[p] ?? 0;
    const a = (law.base[p] ?? 0) + slope * v;
    elementA.set(e.id, a);
    // A lamp input that draws nothing holds nothing in place.
    if (e.kind === 'curve' ? Math.abs(a) > CARRIES_A : slope > LEAK_S)
      tied.join(w.i < 0 ? held : w.i, w.j < 0 ? held : w.j);
  }
  const reached = (k: number) => tied.root(k) === tied.root(held);
  return {
    nodeV: new Map<NodeId, number | null>([
      ...Object.entries(network.fixed),
      ...nodes.map((n, k) => [n, reached(k) ? (volts[k] ?? 0) : null] as const),
    ]),
    elementA,
    floating: nodes.filter((_, k) => !reached(k)),
    converged,
  };
}
