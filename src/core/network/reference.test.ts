import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { referenceNetwork } from './reference/instances';
import { prepareNetwork } from './solve';

interface Kept {
  readonly by: string;
  readonly networks: readonly { readonly seed: number; readonly volts: Readonly<Record<string, number>> }[];
}
const kept = JSON.parse(readFileSync('src/core/network/reference/voltages.json', 'utf8')) as Kept;

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
      let compared = 0;
      for (const [node, reference] of Object.entries(volts)) {
        const own = s.nodeV.get(node);
        if (own === null || own === undefined) continue;
        compared += 1;
        expect(Math.abs(own - reference), node).toBeLessThanOrEqual(
          Math.max(1e-3, 1e-3 * Math.abs(reference)),
        );
      }
      expect(compared).toBeGreaterThan(0);
    },
  );
});
