import { compareText } from '../../kernel/reason';
import { deviceAt } from './devices';
import { choleskyFactor, type Factor } from './factor';
import type { NetElement, NetSolution, Network, NodeId } from '../netlist/element';

/** Leak from every node to ground, S: keeps a floating node's equation solvable, as circuit simulators do. */
export const LEAK_S = 1e-9;
const MAX_ROUNDS = 200;
/** No node is moved further than this in one round, V. */
const STEP_V = 4;
const SMALL_A = 1e-10;
const SMALL_V = 1e-9;
const MOST_FACTORS = 400;

/** A network made ready to be solved for many settings of its switches. */
export interface PreparedNetwork {
  /** Solves for the switches that are closed; `near`: a solution to begin from. */
  readonly solve: (closed: ReadonlySet<string>, near?: NetSolution) => NetSolution;
}

/**
 * Nodal analysis: fixed nodes are put in as numbers, what is left falls into islands that do not touch, each island is
 * solved by Newton's method with an exact line search. The device laws are monotone, so there is one solution. Factors of
 * an island are kept as long as every device stays on its straight piece, over all settings.
 */
export function prepareNetwork(network: Network): PreparedNetwork {
  const factors = new Map<string, Factor>();
  const nodes = [...new Set(network.elements.flatMap((e) => [e.from, e.to]))]
    .filter((n) => !(n in network.fixed))
    .sort(compareText);
  return {
    solve: (closed, near) => {
      const present = network.elements.filter((e) => e.kind !== 'switch' || closed.has(e.id));
      const volts = new Map<NodeId, number>(Object.entries(network.fixed));
      let converged = true;
      for (const island of islandsOf(nodes, present, network))
        converged = solveIsland(island, volts, near, factors) && converged;
      return solution(network, nodes, present, volts, converged);
    },
  };
}

interface Island {
  /** Says which elements it has, by their places in the network. */
  readonly name: string;
  readonly nodes: readonly NodeId[];
  readonly elements: readonly NetElement[];
}

function islandsOf(
  nodes: readonly NodeId[],
  present: readonly NetElement[],
  network: Network,
): readonly Island[] {
  const place = new Map(network.elements.map((e, i) => [e, i]));
  const touching = new Map<NodeId, NetElement[]>(nodes.map((n) => [n, []]));
  for (const e of present) {
    touching.get(e.from)?.push(e);
    if (e.to !== e.from) touching.get(e.to)?.push(e);
  }
  const done = new Set<NodeId>();
  const islands: Island[] = [];
  for (const start of nodes) {
    if (done.has(start)) continue;
    const members: NodeId[] = [start];
    const elements = new Set<NetElement>();
    done.add(start);
    for (const node of members)
      for (const e of touching.get(node) ?? []) {
        elements.add(e);
        for (const other of [e.from, e.to])
          if (!(other in network.fixed) && !done.has(other)) {
            done.add(other);
            members.push(other);
          }
      }
    const list = [...elements];
    islands.push({
      name: list.map((e) => place.get(e)).join(),
      // Those that touch little first: little is filled in when they are taken out.
      nodes: members.sort(
        (a, b) => (touching.get(a)?.length ?? 0) - (touching.get(b)?.length ?? 0) || compareText(a, b),
      ),
      elements: list,
    });
  }
  return islands;
}

function solveIsland(
  { name, nodes, elements }: Island,
  volts: Map<NodeId, number>,
  near: NetSolution | undefined,
  factors: Map<string, Factor>,
): boolean {
  const n = nodes.length;
  const at = new Map(nodes.map((node, i) => [node, i]));
  const x = nodes.map((node) => near?.nodeV.get(node) ?? 0);
  const wired = elements.map((e) => ({
    e,
    i: at.get(e.from) ?? -1,
    j: at.get(e.to) ?? -1,
    vi: volts.get(e.from) ?? 0,
    vj: volts.get(e.to) ?? 0,
  }));
  /** Current that leaves each node, at voltages x + t · step. */
  const leaving = (step: readonly number[] | null, t: number) => {
    const f = nodes.map((_, k) => LEAK_S * ((x[k] ?? 0) + (step ? t * (step[k] ?? 0) : 0)));
    const v = (k: number, fixed: number) => (k < 0 ? fixed : (x[k] ?? 0) + (step ? t * (step[k] ?? 0) : 0));
    for (const w of wired) {
      const { a } = deviceAt(w.e, v(w.i, w.vi) - v(w.j, w.vj));
      if (w.i >= 0) f[w.i] = (f[w.i] ?? 0) + a;
      if (w.j >= 0) f[w.j] = (f[w.j] ?? 0) - a;
    }
    return f;
  };
  let settled = false;
  for (let round = 0; round < MAX_ROUNDS && !settled; round += 1) {
    const f = leaving(null, 0);
    const pieces: number[] = [];
    const slopes = wired.map((w) => {
      const p = deviceAt(w.e, (w.i < 0 ? w.vi : (x[w.i] ?? 0)) - (w.j < 0 ? w.vj : (x[w.j] ?? 0)));
      pieces.push(p.piece);
      return p.slope;
    });
    const key = pieces.includes(-1) ? null : `${name}|${pieces.join()}`;
    const factor = (key !== null && factors.get(key)) || factorOf(n, wired, slopes);
    if (key !== null && factors.size < MOST_FACTORS) factors.set(key, factor);
    const step = factor.solve(f.map((a) => -a)).map((s) => Math.max(-STEP_V, Math.min(STEP_V, s)));
    const t = alongLine(f, step, (u) => leaving(step, u));
    for (let k = 0; k < n; k += 1) x[k] = (x[k] ?? 0) + t * (step[k] ?? 0);
    const moved = Math.max(0, ...step.map((s) => Math.abs(s * t)));
    settled = moved < SMALL_V || Math.max(0, ...leaving(null, 0).map(Math.abs)) < SMALL_A;
  }
  nodes.forEach((node, k) => volts.set(node, x[k] ?? 0));
  return settled;
}

function factorOf(
  n: number,
  wired: readonly { readonly i: number; readonly j: number }[],
  slopes: readonly number[],
): Factor {
  const g = Array.from({ length: n }, () => new Float64Array(n));
  const add = (i: number, j: number, s: number) => {
    const row = g[i];
    if (row) row[j] = (row[j] ?? 0) + s;
  };
  for (let k = 0; k < n; k += 1) add(k, k, LEAK_S);
  wired.forEach(({ i, j }, k) => {
    const s = slopes[k] ?? 0;
    if (i >= 0) add(i, i, s);
    if (j >= 0) add(j, j, s);
    if (i >= 0 && j >= 0 && i !== j) {
      add(i, j, -s);
      add(j, i, -s);
    }
  });
  return choleskyFactor(g);
}

/** How far along a step the sum of currents along it comes to nothing; the whole step where it does not. */
function alongLine(
  f0: readonly number[],
  step: readonly number[],
  at: (t: number) => readonly number[],
): number {
  const along = (f: readonly number[]) => f.reduce((sum, a, k) => sum + a * (step[k] ?? 0), 0);
  const end = along(at(1));
  if (end <= 0 || along(f0) >= 0) return 1;
  // Within a thousandth of what it was at the start is near enough: the next round goes on from there.
  const enough = Math.abs(along(f0)) * 1e-3;
  let [low, high] = [0, 1];
  for (let i = 0; i < 40; i += 1) {
    const mid = (low + high) / 2;
    const here = along(at(mid));
    if (Math.abs(here) <= enough) return mid;
    if (here > 0) high = mid;
    else low = mid;
  }
  return (low + high) / 2;
}

const CARRIES_A = 1e-7;

function solution(
  network: Network,
  nodes: readonly NodeId[],
  present: readonly NetElement[],
  volts: ReadonlyMap<NodeId, number>,
  converged: boolean,
): NetSolution {
  const elementA = new Map<string, number>(network.elements.map((e) => [e.id, 0]));
  const tied = new Map<NodeId, NodeId[]>();
  const tie = (a: NodeId, b: NodeId) => tied.set(a, [...(tied.get(a) ?? []), b]);
  for (const e of present) {
    const p = deviceAt(e, (volts.get(e.from) ?? 0) - (volts.get(e.to) ?? 0));
    elementA.set(e.id, p.a);
    // A lamp input that draws nothing holds nothing in place.
    if (e.kind === 'curve' ? Math.abs(p.a) > CARRIES_A : p.slope > LEAK_S) {
      tie(e.from, e.to);
      tie(e.to, e.from);
    }
  }
  const reached = new Set<NodeId>(Object.keys(network.fixed));
  for (const node of reached) for (const next of tied.get(node) ?? []) reached.add(next);
  const floating = nodes.filter((n) => !reached.has(n));
  return {
    nodeV: new Map(
      [...Object.keys(network.fixed), ...nodes].map((n) => [n, reached.has(n) ? (volts.get(n) ?? 0) : null]),
    ),
    elementA,
    floating,
    converged,
  };
}
