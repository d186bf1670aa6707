import { Matrix, solve } from 'ml-matrix';
import type { NetElement, Network } from '../netlist/element';
import { type Circuitry, closedParts, plainNetwork } from '../netlist/part';
import { ampsAt, lawOf } from '../solve/law';

/** Leak from every node to ground, S: that of the solver under test, so that floating nodes agree. */
const LEAK_S = 1e-9;
const ROUNDS = 4_000;
const NEAR_V = 1e-7;

/**
 * Solves a network in another way than the program does: all nodes in one dense matrix, slopes by differences, and a step that
 * is halved until what the currents do along it has fallen. Slow, and for tests alone.
 * @param closed switches that are closed
 * @returns V by node, A by element; null where it does not come to rest
 */
export function secondSolution(
  network: Network,
  closed: ReadonlySet<string>,
): { readonly volts: ReadonlyMap<string, number>; readonly amps: ReadonlyMap<string, number> } | null {
  const present = network.elements.filter((e) => e.kind !== 'switch' || closed.has(e.id));
  const names = [...new Set(network.elements.flatMap((e) => [e.from, e.to]))].filter(
    (n) => !(n in network.fixed),
  );
  const at = new Map(names.map((n, k) => [n, k]));
  const laws = new Map(present.map((e) => [e.id, lawOf(e)]));
  const volt = (x: readonly number[], node: string) => network.fixed[node] ?? x[at.get(node) ?? -1] ?? 0;
  const amps = (e: NetElement, v: number) => ampsAt(laws.get(e.id) ?? lawOf(e), v);
  const leaving = (x: readonly number[]) => {
    const f = x.map((v) => LEAK_S * v);
    for (const e of present) {
      const a = amps(e, volt(x, e.from) - volt(x, e.to));
      const [i, j] = [at.get(e.from), at.get(e.to)];
      if (i !== undefined) f[i] = (f[i] ?? 0) + a;
      if (j !== undefined) f[j] = (f[j] ?? 0) - a;
    }
    return f;
  };
  const size = (f: readonly number[]) => Math.hypot(...f);
  let x = names.map(() => 0);
  for (let round = 0; round < ROUNDS; round += 1) {
    const f = leaving(x);
    if (size(f) < 1e-11) break;
    const g = Matrix.zeros(names.length, names.length);
    for (let k = 0; k < names.length; k += 1) g.set(k, k, LEAK_S);
    for (const e of present) {
      const v = volt(x, e.from) - volt(x, e.to);
      // Looked at on both sides: on a corner the one that the step goes to may be either.
      const s = (amps(e, v + NEAR_V) - amps(e, v - NEAR_V)) / (2 * NEAR_V);
      const [i, j] = [at.get(e.from), at.get(e.to)];
      const add = (r: number, c: number, by: number) => g.set(r, c, g.get(r, c) + by);
      if (i !== undefined) add(i, i, s);
      if (j !== undefined) add(j, j, s);
      if (i !== undefined && j !== undefined) {
        add(i, j, -s);
        add(j, i, -s);
      }
    }
    const step = solve(g, Matrix.columnVector(f.map((a) => -a))).to1DArray();
    // The currents along the step rise all the way: the first halving after which they are no longer falling is enough.
    let t = 1;
    const along = (u: number) =>
      leaving(x.map((v, k) => v + u * (step[k] ?? 0))).reduce((sum, a, k) => sum + a * (step[k] ?? 0), 0);
    const begin = Math.abs(along(0));
    while (t > 1e-12 && along(t) > 0.1 * begin) t /= 2;
    const next = x.map((v, k) => v + t * (step[k] ?? 0));
    const moved = Math.max(...next.map((v, k) => Math.abs(v - (x[k] ?? 0))));
    x = next;
    if (moved < 1e-11) break;
  }
  if (size(leaving(x)) > 1e-8) return null;
  return {
    volts: new Map([...Object.entries(network.fixed), ...names.map((n, k) => [n, x[k] ?? 0] as const)]),
    amps: new Map(
      network.elements.map((e) => [e.id, present.includes(e) ? amps(e, volt(x, e.from) - volt(x, e.to)) : 0]),
    ),
  };
}

/** Every state of the relays that their own coils uphold, with no fuse over what it bears, for fuses that have blown. */
export function upheldStates(
  circuitry: Circuitry,
  closed: ReadonlySet<string>,
  blown: ReadonlySet<string>,
): readonly ReadonlySet<string>[] {
  const plain = plainNetwork(circuitry);
  const { relays } = circuitry;
  return Array.from(
    { length: 2 ** relays.length },
    (_, bits) => new Set(relays.flatMap((r, k) => ((bits >> k) & 1 ? [r.id] : []))),
  ).filter((pulled) => {
    const s = secondSolution(plain, new Set([...closed, ...closedParts(circuitry, pulled, blown)]));
    if (!s) return false;
    return relays.every((r) => {
      const v = Math.abs((s.volts.get(r.coil[0]) ?? 0) - (s.volts.get(r.coil[1]) ?? 0));
      // Pulled: it holds. At rest: it does not pull.
      return pulled.has(r.id) ? v >= r.dropV : v < r.pullV;
    });
  });
}
