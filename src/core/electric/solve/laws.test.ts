import { describe, expect, it } from 'vitest';
import { lawCount } from '../../kernel/testing/lawCount';
import { seededRandom } from '../../kernel/seededRandom';
import { closedParts, plainNetwork } from '../netlist/part';
import { someCircuitry } from '../testing/networks';
import { secondSolution, upheldStates } from '../testing/secondSolver';
import { prepareNetwork } from './dc';
import { BLOWS_AT, HOLDS_TO, prepareSettling } from './settle';

const COUNT = lawCount(60);
/** Beyond 2 000 V of a leak a node is not held by anything that carries a current. */
const NEAR_V = 1e-6;

describe('against a second solver', () => {
  it(`${COUNT} networks with relays, fuses, diodes and lamps between circuits: every node that is held, to 1 µV`, () => {
    let compared = 0;
    for (let seed = 1; seed <= COUNT; seed += 1) {
      const random = seededRandom(seed);
      const of = someCircuitry(random);
      const closed = new Set(of.switches.filter(() => random() < 0.7));
      const settled = prepareSettling(of).settle(closed);
      if (settled.kind === 'chatters') {
        // No state of the relays holds that can be come to from rest: each that there is needs to have been in it.
        expect([seed, settled.relays.length > 0]).toEqual([seed, true]);
        continue;
      }
      const { pulled, blown } = settled.memory;
      const other = secondSolution(plainNetwork(of), new Set([...closed, ...closedParts(of, pulled, blown)]));
      if (!other) continue;
      compared += 1;
      for (const [node, v] of settled.solution.nodeV)
        if (v !== null)
          expect([seed, node, Math.abs(v - (other.volts.get(node) ?? NaN)) < NEAR_V]).toEqual([
            seed,
            node,
            true,
          ]);
      // Where it came to is a state that its own coils uphold, and no fuse in it is over what blows it.
      const states = upheldStates(of, closed, blown).map((s) => [...s].sort().join());
      expect([seed, states.includes([...pulled].sort().join())]).toEqual([seed, true]);
      for (const f of of.fuses) {
        const share = Math.abs(other.amps.get(f.id) ?? 0) / f.ratingA;
        expect([seed, f.id, blown.has(f.id) || share < BLOWS_AT]).toEqual([seed, f.id, true]);
        const may = settled.mayBlow.some((m) => m.fuse === f.id);
        if (Math.abs(share - HOLDS_TO) > 1e-6)
          expect([seed, f.id, may]).toEqual([seed, f.id, share > HOLDS_TO]);
      }
    }
    expect(compared).toBeGreaterThan(COUNT * 0.8);
  });

  it('where it begins, and what was solved before, do not matter', () => {
    for (let seed = 1; seed <= COUNT / 3; seed += 1) {
      const random = seededRandom(seed + 10_000);
      const of = plainNetwork(someCircuitry(random));
      const switches = of.elements.flatMap((e) => (e.kind === 'switch' ? [e.id] : []));
      const some = () => new Set(switches.filter(() => random() < 0.6));
      const ready = prepareNetwork(of);
      let near = ready.solve(some());
      for (let k = 0; k < 4; k += 1) {
        const closed = some();
        near = ready.solve(closed, near);
        const fresh = prepareNetwork(of).solve(closed);
        expect([seed, near.converged, fresh.converged]).toEqual([seed, true, true]);
        expect(near.floating).toEqual(fresh.floating);
        for (const [node, v] of fresh.nodeV)
          if (v !== null)
            expect([seed, node, Math.abs(v - (near.nodeV.get(node) ?? NaN)) < NEAR_V]).toEqual([
              seed,
              node,
              true,
            ]);
      }
    }
  });
});
