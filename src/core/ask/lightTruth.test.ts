import { describe, expect, it } from 'vitest';
import {
  ALL_OFF,
  type ControlState,
  type Level,
  possibleStates,
  stateText,
  supportOfCases,
} from '../controls';
import { type Job, scoreView, wireView } from '../job';
import { waysOf } from '../job/readings/wiring';
import { functionsOverTime } from '../light/overTime/summary';
import { type LampOverTime, lightOverTime } from '../light/overTime/simulate';
import { inSetting } from '../light/settled/inSetting';
import { levelIn } from '../light/waveform';
import type { LampFunction } from '../vehicle';
import { caseJob } from './caseJob';
import { demoCases } from './testing/demoCases';

const MOST_STATES = 24;
/** After shows, sweeps and soft rises are over. */
const SETTLED_US = 4_000_000;
const END_US = 8_000_000;

/** What a function does in the settled half of a score: dark, lit throughout, or both in turn; and how bright at most. */
function doneBy(lamp: LampOverTime, does: LampFunction) {
  const light = lamp.functions
    .filter((f) => f.program.does === does)
    .flatMap((f) => f.segments.flatMap((s) => s.light))
    .filter((s) => s.toUs > SETTLED_US);
  const levels = light.flatMap((s) => [levelIn(s, Math.max(s.fromUs, SETTLED_US)), s.to]);
  // A lamp in the middle has one for each side: the one that is lit longest tells.
  const times = functionsOverTime(lamp)
    .filter((f) => f.does === does)
    .map((f) => f.lit.reduce((n, s) => n + Math.max(0, s.toUs - Math.max(s.fromUs, SETTLED_US)), 0));
  const litUs = Math.max(0, ...times);
  const duty = Math.max(0, ...light.map((s) => s.carrier?.duty ?? 1).filter(() => light.length > 0));
  return { litUs, peak: Math.max(0, ...levels) * duty };
}

/** Why light over time is not what is expected of a setting; null: both say the same. */
function differs(level: Level, done: ReturnType<typeof doneBy>): string | null {
  const share = done.litUs / (END_US - SETTLED_US);
  switch (level.kind) {
    case 'off':
    case 'data':
      // Test pulses of a watched circuit are no light of the setting; Light notes their glow.
      return share < 0.01 ? null : `lit for ${share.toFixed(2)}`;
    case 'flashing':
      return share > 0.2 && share < 0.95 ? null : `lit for ${share.toFixed(2)}`;
    case 'pulsed':
      return share > 0.99 && done.peak <= level.duty * 1.05
        ? null
        : `lit for ${share.toFixed(2)} at ${done.peak}`;
    case 'on':
      return share > 0.99 ? null : `lit for ${share.toFixed(2)}`;
  }
}

function statesOf(job: Job): readonly ControlState[] {
  const { family } = job.pack;
  const cases = wireView(job).swaps.flatMap((s) =>
    s.wiring.flatMap((w) => w.lamp.functions.map((f) => waysOf(w, f.does as LampFunction, family.body))),
  );
  const states = [ALL_OFF, ...possibleStates(supportOfCases(...cases))];
  const step = Math.max(1, Math.floor(states.length / MOST_STATES));
  return states.filter((_, i) => i % step === 0);
}

describe('one truth about light over time', () => {
  it('what a setting is expected to show is what the score shows once it has settled, for every lamp of the demo', () => {
    const wrong: string[] = [];
    let compared = 0;
    for (const { name, case: c } of demoCases()) {
      const made = caseJob(c);
      if (made.kind === 'faults') continue;
      const { after } = scoreView(made.job);
      const wired = wireView(made.job).swaps.flatMap((s) => s.wiring.filter((w) => w.map));
      if (wired.length === 0) continue;
      for (const state of statesOf(made.job)) {
        // A pattern of locking is over by then.
        if (after.flasher?.lock && state['lock-flash'] === 'yes') continue;
        const { lamps } = lightOverTime(after, [{ fromUs: 0, toUs: END_US, state }]);
        for (const w of wired) {
          const lamp = lamps.find((l) => l.lamp.position === w.position);
          for (const [does, { level, unsure }] of inSetting(after, state).get(w.position) ?? []) {
            const own = lamp?.lamp.program.functions.filter((f) => f.does === does) ?? [];
            // How soon it comes back is not known: between two flashes it may.
            if (!lamp || own.length === 0 || unsure) continue;
            compared += 1;
            const why = differs(level, doneBy(lamp, does));
            if (why)
              wrong.push(`${name} ${w.position} ${does}: ${level.kind}, ${why} in ${stateText(state)}`);
          }
        }
      }
    }
    expect(wrong.slice(0, 12)).toEqual([]);
    expect(compared).toBeGreaterThan(5000);
  });
});
