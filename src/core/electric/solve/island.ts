import { choleskyFactor, type Factor, type Pattern, patternOf } from './factor';
import { type Law, pieceAt } from './law';

/** Leak from every node to ground, S: keeps a floating node's equation solvable, as circuit simulators do. */
export const LEAK_S = 1e-9;
const MAX_ROUNDS = 200;
/** No node is moved further than this in one round, V. */
const STEP_V = 4;
const SMALL_A = 1e-10;
const SMALL_V = 1e-9;
const MOST_FACTORS = 200;
const LINE_ROUNDS = 40;

/** An element between two nodes, by number; −1: held at a voltage. */
export interface Wired {
  readonly law: Law;
  readonly i: number;
  readonly j: number;
  /** V where the end is held. */
  readonly vi: number;
  readonly vj: number;
}

/** Nodes that hang together, with what is between them. */
export interface Island {
  /** In the order in which they are taken out, by number of the network. */
  readonly nodes: readonly number[];
  /** Ends by place in `nodes`. */
  readonly wired: readonly Wired[];
  readonly pattern: Pattern;
  /** Factors for the pieces that the elements were on. */
  readonly factors: Map<string, Factor>;
}

/** @param nodes little-touched ones first: little is filled in when they are taken out */
export function makeIsland(nodes: readonly number[], elements: readonly Wired[]): Island {
  const place = new Map(nodes.map((node, k) => [node, k]));
  // From a node to itself nothing flows, whatever it is.
  const wired = elements
    .filter((e) => e.i !== e.j)
    .map((e) => ({ ...e, i: place.get(e.i) ?? -1, j: place.get(e.j) ?? -1 }));
  return {
    nodes,
    wired,
    pattern: patternOf(
      nodes.length,
      wired.flatMap(({ i, j }): readonly (readonly [number, number])[] => (i >= 0 && j >= 0 ? [[i, j]] : [])),
    ),
    factors: new Map(),
  };
}

/**
 * Newton's method with an exact line search: the laws are monotone and straight in pieces, so there is one answer and a
 * finite way to it. A factor is kept for the pieces that it was made on.
 * @param x V of each node, to begin from; the answer afterwards
 * @returns whether it was found
 */
export function settleIsland({ nodes, wired, pattern, factors }: Island, x: Float64Array): boolean {
  const n = nodes.length;
  const m = wired.length;
  const pieces = new Uint16Array(m);
  const f = new Float64Array(n);
  const ahead = new Float64Array(n);
  const step = new Float64Array(n);
  /** Current that leaves each node, at voltages at + t · step. */
  const leaving = (t: number, into: Float64Array) => {
    for (let k = 0; k < n; k += 1) into[k] = LEAK_S * ((x[k] ?? 0) + t * (step[k] ?? 0));
    for (let e = 0; e < m; e += 1) {
      const w = wired[e];
      if (!w) continue;
      const { i, j, law } = w;
      const vi = i < 0 ? w.vi : (x[i] ?? 0) + t * (step[i] ?? 0);
      const vj = j < 0 ? w.vj : (x[j] ?? 0) + t * (step[j] ?? 0);
      const p = pieceAt(law, vi - vj, pieces[e] ?? 0);
      pieces[e] = p;
      const a = (law.base[p] ?? 0) + (law.slope[p] ?? 0) * (vi - vj);
      if (i >= 0) into[i] = (into[i] ?? 0) + a;
      if (j >= 0) into[j] = (into[j] ?? 0) - a;
    }
  };
  for (let round = 0; round < MAX_ROUNDS; round += 1) {
    step.fill(0);
    leaving(0, f);
    if (round > 0 && largest(f) < SMALL_A) return true;
    const key = String.fromCharCode(...pieces);
    let factor = factors.get(key);
    if (!factor) {
      factor = factorOf(n, pattern, wired, pieces);
      if (factors.size < MOST_FACTORS) factors.set(key, factor);
    }
    for (let k = 0; k < n; k += 1) step[k] = -(f[k] ?? 0);
    factor.solve(step);
    for (let k = 0; k < n; k += 1) step[k] = Math.max(-STEP_V, Math.min(STEP_V, step[k] ?? 0));
    const t = alongLine(f, step, (u) => {
      leaving(u, ahead);
      return ahead;
    });
    for (let k = 0; k < n; k += 1) x[k] = (x[k] ?? 0) + t * (step[k] ?? 0);
    if (t * largest(step) < SMALL_V) return true;
  }
  return false;
}

const largest = (of: Float64Array): number => {
  let most = 0;
  for (const one of of) most = Math.max(most, Math.abs(one));
  return most;
};

function factorOf(n: number, pattern: Pattern, wired: readonly Wired[], pieces: Uint16Array): Factor {
  const g = new Float64Array(n * n);
  for (let k = 0; k < n; k += 1) g[k * n + k] = LEAK_S;
  wired.forEach(({ i, j, law }, e) => {
    const s = law.slope[pieces[e] ?? 0] ?? 0;
    if (i >= 0) g[i * n + i] = (g[i * n + i] ?? 0) + s;
    if (j >= 0) g[j * n + j] = (g[j * n + j] ?? 0) + s;
    if (i >= 0 && j >= 0 && i !== j) {
      const at = Math.max(i, j) * n + Math.min(i, j);
      g[at] = (g[at] ?? 0) - s;
    }
  });
  return choleskyFactor(pattern, g);
}

/** How far along a step the sum of currents along it comes to nothing; the whole step where it does not. */
function alongLine(f0: Float64Array, step: Float64Array, at: (t: number) => Float64Array): number {
  const along = (f: Float64Array) => {
    let sum = 0;
    for (let k = 0; k < f.length; k += 1) sum += (f[k] ?? 0) * (step[k] ?? 0);
    return sum;
  };
  const begin = along(f0);
  const end = along(at(1));
  if (end <= 0 || begin >= 0) return 1;
  // Within a thousandth of what it was at the start is near enough: the next round goes on from there.
  const enough = Math.abs(begin) * 1e-3;
  let [low, high, atLow, atHigh] = [0, 1, begin, end];
  for (let k = 0; k < LINE_ROUNDS; k += 1) {
    // By the chord first; by halves where that creeps.
    const chord = low - (atLow * (high - low)) / (atHigh - atLow);
    const t = k % 3 === 2 ? (low + high) / 2 : chord;
    const here = along(at(t));
    if (Math.abs(here) <= enough) return t;
    if (here > 0) [high, atHigh] = [t, here];
    else [low, atLow] = [t, here];
  }
  return (low + high) / 2;
}
