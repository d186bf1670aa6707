import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ALL_OFF, possibleStates, stateText, supportOfCases } from '../controls';
import { lampAt } from '../fitment';
import { liveWiring, wireView } from '../job';
import { suppliedLevel } from '../light';
import { liveHarness } from '../electric';
import type { Application, Family, Shelf } from '../catalogue';
import { positionKey } from '../vehicle';
import type { Case } from './case';
import { caseJob } from './caseJob';
import { fittedAt } from './fittedAt';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const MOST_STATES = 40;

/** Every way in which the demo's lamps meet the demo's plugs: each row, each line, each plug that can be there. */
function* cases(): Generator<{ name: string; case: Case }> {
  for (const family of shelf.families)
    for (const row of shelf.applications.filter((a) => a.families.includes(family.id)))
      for (const plug of plugsFor(family, row))
        for (const school of [null, 'fuse-tap'] as const)
          yield {
            name: `${family.id} ${row.id} ${plug} ${school ?? ''}`,
            case: {
              ask: ['live'],
              shelf,
              vehicle: { line: family.id },
              facts: { ...(plug === '' ? {} : { plug }), 'model-year': 2020 },
              swaps: [{ choose: row.id }],
              // A feed that is told in words only is live here as it is for the light.
              ...(school ? { feeds: [{ does: 'drl', school }] } : {}),
            },
          };
}

function plugsFor(family: Family, row: Application): readonly string[] {
  const here = new Set(
    family.places
      .filter((p) => p.position.role === row.role && p.position.end === row.end && lampAt(row, p.position))
      .map((p) => positionKey(p.position)),
  );
  const families = (family.plugs ?? [])
    .filter((p) => here.has(positionKey(p.position)))
    .flatMap((p) => shelf.connectors.find((c) => c.id === p.connector)?.family ?? []);
  return ['', ...new Set(families)];
}

describe('one truth about light', () => {
  it('what is expected to be lit is where the current flows, in every state of every lamp of the demo', () => {
    const wrong: string[] = [];
    let compared = 0;
    for (const { name, case: c } of cases()) {
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
              const level = suppliedLevel(fittedAt(made.job, w), i, state);
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
  }, 120_000);
});
