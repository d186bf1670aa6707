import { type Job, playScore, scoreView } from '../job';
import { timedRulesOf } from '../light/judge/rules';
import type { VehicleLight } from '../light/overTime/lightTypes';
import { readScore } from '../light/overTime/score';
import { functionsOverTime } from '../light/overTime/summary';
import type { Case } from './case';
import type { CaseFault } from './caseFault';

/** A score played on the lamps of a case: flasher, segments, functions, what the rules say. Times are from its start. */
export function scoreOf(
  score: NonNullable<Case['score']>,
  job: Job,
  wired: VehicleLight,
  faults: CaseFault[],
) {
  const read = readScore(score);
  if (read.kind === 'faults') {
    faults.push(...read.faults.map((f) => ({ path: `/score${f.path}`, reason: f.reason })));
    return undefined;
  }
  const view = { ...scoreView(job), after: wired };
  const { market } = score;
  const played = playScore(
    market === undefined ? view : { ...view, market, rules: timedRulesOf(market) },
    read.spans,
  );
  return {
    market: market ?? view.market,
    flasher: played.after.runs.map(({ cycles, alternates }) => ({ cycles, alternates })),
    lamps: played.after.lamps.map((l) => ({
      position: l.lamp.position,
      mode: l.lamp.mode,
      segments: l.segments,
      functions: functionsOverTime(l),
    })),
    findings: played.findings,
    notes: played.notes,
  };
}
