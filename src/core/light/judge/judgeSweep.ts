import { outward } from '../program/outward';
import { endsOf, sweepSteps } from '../program/types';
import { against, finding, type LightFinding } from './finding';
import type { Cycle } from '../overTime/flasher';
import type { TimedRule } from './rules';
import type { LampOverTime, LightOverTime } from '../overTime/simulate';
import { functionsOverTime } from '../overTime/summary';

/**
 * Turn signals whose segments come one after another: counted from the start of the on-phase, full within the time, each
 * stays lit to the end of the phase, from inboard to outboard. A sweep that outlasts its on-phase is found as such.
 */
export function sweepFindings(light: LightOverTime, rule: TimedRule | null): readonly LightFinding[] {
  // A flash that the lever ended is no measure of how long one lasts.
  const ended = new Set(
    light.runs.flatMap(({ cycles }) => {
      const last = cycles.at(-1);
      return last?.cutShort && last.darkUs === last.endUs ? [last.darkUs] : [];
    }),
  );
  const patterns = light.runs.flatMap((r) => (r.pattern ? r.cycles : []));
  return light.lamps.flatMap((lamp) => findingsOf(lamp, rule, ended, patterns));
}

function findingsOf(
  lamp: LampOverTime,
  rule: TimedRule | null,
  ended: ReadonlySet<number>,
  patterns: readonly Cycle[],
): readonly LightFinding[] {
  const run = lamp.functions.find((f) => f.program.does === 'turn' && f.program.sweep);
  const sweep = run?.program.sweep;
  const phases = functionsOverTime(lamp).find((f) => f.does === 'turn')?.phases ?? [];
  // A flash of locking is no signal: how long it lasts is nobody's rule.
  const whole = phases.filter(
    (p) => !ended.has(p.toUs) && !patterns.some((c) => c.startUs <= p.fromUs && p.fromUs < c.endUs),
  );
  const shortest = whole.reduce<(typeof whole)[number] | null>(
    (least, p) => (!least || p.toUs - p.fromUs < least.toUs - least.fromUs ? p : least),
    null,
  );
  if (!run || !sweep || !shortest) return [];
  const where = { position: lamp.lamp.position, does: 'turn' as const };
  const first = whole[0] ?? shortest;
  const steps = sweepSteps(sweep, run.program.segments.length) - 1;
  const ends = endsOf(sweep.stepMs);
  const onMs = (shortest.toUs - shortest.fromUs) / 1000;
  const full = ends && { from: ends.from * steps, to: ends.to * steps };
  const fullMs = full ? (full.from + full.to) / 2 : null;
  const last = run.program.segments.at(sweep.from === 'outer' ? 0 : -1);
  const lastLit = shortest.segments.find((s) => s.id === last);
  const maxMs = rule?.figures?.fullWithinMs ?? null;
  const why = {
    code: 'sweep',
    fullMs,
    maxMs,
    onMs,
    lastLitMs: ends && lastLit ? lastLit.litUs / 1000 : null,
  } as const;
  const state = maxMs === null ? 'open' : against(full, 0, maxMs);
  const list = [
    finding('sweep', rule, state, why, {
      ...where,
      atUs: state === 'broken' && maxMs !== null ? first.fromUs + Math.round(maxMs * 1000) : null,
    }),
  ];
  if (full && full.from >= onMs)
    list.push(
      finding(
        'sweep',
        rule,
        'broken',
        { code: 'sweep-outlasts', fullMs: fullMs ?? 0, onMs },
        { ...where, atUs: shortest.toUs },
      ),
    );
  if (sweep.how === 'run')
    list.push(
      finding(
        'sweep',
        rule,
        rule ? 'broken' : 'open',
        { code: 'sweep-runs' },
        { ...where, atUs: first.fromUs },
      ),
    );
  const way = outward(lamp.lamp, run.program);
  if (way === 'uneven')
    list.push(
      finding(
        'sweep',
        rule,
        rule ? 'broken' : 'open',
        { code: 'sweep-uneven' },
        { ...where, atUs: first.fromUs },
      ),
    );
  if (way === 'inward' || (way === null && sweep.from === 'outer'))
    list.push(
      finding(
        'sweep',
        rule,
        rule ? 'broken' : 'open',
        { code: 'sweep-outer-first' },
        { ...where, atUs: first.fromUs },
      ),
    );
  return list;
}
