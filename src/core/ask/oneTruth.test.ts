import { describe, expect, it } from 'vitest';
import {
  ALL_OFF,
  type Circuit,
  circuitFinder,
  type LevelCase,
  levelOf,
  possibleStates,
  stateText,
  supportOfCases,
} from '../controls';
import { liveWiring, wireView } from '../job';
import { isFed, liveCases, type MappedInput } from '../harness';
import { liveHarness } from '../electric';
import type { LampFunction } from '../vehicle';
import { caseJob } from './caseJob';
import type { PositionWiring } from '../job/readings/wiring';
import { levelsAt } from '../job/readings/proof';
import { demoCases } from './testing/demoCases';

const MOST_STATES = 40;

/** What an input was wired to: the circuit that its cavity meets, or the feed that was decided for it. */
function suppliedBy(w: PositionWiring, i: MappedInput, circuits: readonly Circuit[]): readonly LevelCase[] {
  const feed = isFed(i.verdict) ? undefined : w.feeds.find((f) => f.does === i.input.does);
  if (feed) return liveCases(feed);
  return i.from ? (circuitFinder(circuits)(i.from.circuit)?.cases ?? []) : [];
}

describe('one truth about light', () => {
  it('what is expected to be lit is where the current flows, in every state of every lamp of the demo', () => {
    const wrong: string[] = [];
    let compared = 0;
    for (const { name, case: c } of demoCases()) {
      const made = caseJob(c);
      if (made.kind === 'faults') continue;
      const view = wireView(made.job);
      if (view.systemV === null) continue;
      for (const swap of view.swaps) {
        if (!swap.wiring.some((w) => w.map)) continue;
        const input = liveWiring(view, swap, view.systemV);
        const live = liveHarness(input);
        const support = supportOfCases(
          ...view.circuits.map((x) => x.cases),
          ...input.feeds.map((f) => f.live),
        );
        const states = [ALL_OFF, ...possibleStates(support)];
        const step = Math.max(1, Math.floor(states.length / MOST_STATES));
        for (let n = 0; n < states.length; n += step) {
          const state = states[n] ?? ALL_OFF;
          const read = live.read(state);
          if (!read.converged) wrong.push(`${name}: no currents in ${stateText(state)}`);
          for (const w of swap.wiring) {
            const levels = levelsAt(made.job.reading.light.wired, w.position, state);
            for (const i of w.map?.inputs ?? []) {
              if (i.input.does === 'ground' || i.input.does === 'mode' || i.input.currentA === 0) continue;
              const does = i.input.does as LampFunction;
              const level = levelOf(suppliedBy(w, i, view.circuits), state);
              const at = read.cavities.find(
                (x) => x.position === w.position && x.plug === i.plug && x.cavity === i.cavity,
              );
              const share = (at?.amp ?? 0) / i.input.currentA;
              const flows = share > 0.02;
              const expected = level.kind !== 'off' && level.kind !== 'data';
              compared += 1;
              // A wire that switches the ground feeds through the other lamps on it, which the currents alone know.
              const back =
                i.from && view.circuits.find((x) => x.id === i.from?.circuit)?.switched === 'ground';
              if (!back && flows !== expected)
                wrong.push(
                  `${name} ${w.position} ${i.plug}/${i.cavity} ${i.input.does}: ${level.kind}, ${share.toFixed(3)} in ${stateText(state)}`,
                );
              const shown = levels.get(does)?.kind ?? 'off';
              // What a lamp makes of its supply is its own; it lights nothing without one.
              const any = read.cavities.some(
                (x) => x.position === w.position && x.does === does && x.amp > 0.01,
              );
              if (i.input.does !== 'stop-turn' && shown !== 'off' && !any)
                wrong.push(
                  `${name} ${w.position} ${does}: ${shown} without a current in ${stateText(state)}`,
                );
            }
          }
        }
      }
    }
    expect(wrong.slice(0, 12)).toEqual([]);
    expect(compared).toBeGreaterThan(5000);
  });
});
