import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { referenceNetwork } from './reference/instances';
import { prepareNetwork } from './dc';
import type { Network } from '../netlist/element';

interface Kept {
  readonly by: string;
  readonly networks: readonly { readonly seed: number; readonly volts: Readonly<Record<string, number>> }[];
}
const kept = JSON.parse(readFileSync('src/core/electric/solve/reference/voltages.json', 'utf8')) as Kept;

/** Nodes that a wire, a filament or a closed switch ties to a supply or to the body, however far. */
function tiedNodes(net: Network): ReadonlySet<string> {
  const tied = new Set(Object.keys(net.fixed));
  for (let grown = true; grown;) {
    grown = false;
    for (const e of net.elements) {
      if (e.kind === 'curve' || e.kind === 'switch' || tied.has(e.from) === tied.has(e.to)) continue;
      tied.add(e.from).add(e.to);
      grown = true;
    }
  }
  return tied;
}

describe('against an independent circuit simulator', () => {
  it('there are twenty networks at least, and they differ', () => {
    expect(kept.networks.length).toBeGreaterThanOrEqual(20);
    expect(new Set(kept.networks.map((n) => Object.keys(n.volts).length)).size).toBeGreaterThan(5);
  });

  it.each(kept.networks.map((n) => [n.seed, n.volts] as const))(
    'network %d: every node that is tied to anything agrees within 1 mV or 0.1 %%',
    (seed, volts) => {
      const net = referenceNetwork(seed);
      const s = prepareNetwork(net).solve(new Set());
      expect(s.converged).toBe(true);
      const tied = tiedNodes(net);
      for (const [node, reference] of Object.entries(volts)) {
        const own = s.nodeV.get(node) ?? null;
        // A node is said to float only where nothing but a lamp that does not conduct leads to it.
        expect([node, own === null && tied.has(node)]).toEqual([node, false]);
        if (own === null) continue;
        expect(Math.abs(own - reference), node).toBeLessThanOrEqual(
          Math.max(1e-3, 1e-3 * Math.abs(reference)),
        );
      }
      const compared = Object.keys(volts).filter((n) => (s.nodeV.get(n) ?? null) !== null);
      expect(compared.length + s.floating.length).toBeGreaterThanOrEqual(Object.keys(volts).length);
      expect(compared.length).toBeGreaterThan(Object.keys(volts).length / 3);
    },
  );
});
