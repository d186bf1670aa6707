import { describe, expect, it } from 'vitest';
import { ALL_OFF, possibleStates, stateText, supportOfCases } from '../controls';
import { liveWiring, wireView } from '../job';
import { suppliedLevel } from '../light';
import { liveHarness } from '../electric';
import { caseJob } from './caseJob';
import { fittedOf } from '../job/readings/wiring';
import { demoCases } from './testing/demoCases';

const MOST_STATES = 40;

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
          for (const w of swap.wiring)
            for (const i of w.map?.inputs ?? []) {
              if (i.input.does === 'ground' || i.input.does === 'mode' || i.input.currentA === 0) continue;
              const level = suppliedLevel(fittedOf(w, made.job.pack.family.body), i, state);
              const at = read.cavities.find(
                (x) => x.position === w.position && x.plug === i.plug && x.cavity === i.cavity,
              );
              const share = (at?.amp ?? 0) / i.input.currentA;
              const flows = share > 0.02;
              const expected = level.kind !== 'off' && level.kind !== 'data';
              compared += 1;
              if (flows !== expected)
                wrong.push(
                  `${name} ${w.position} ${i.plug}/${i.cavity} ${i.input.does}: ${level.kind}, ${share.toFixed(3)} in ${stateText(state)}`,
                );
            }
        }
      }
    }
    expect(wrong.slice(0, 12)).toEqual([]);
    expect(compared).toBeGreaterThan(5000);
  });
});
