import type { Flasher } from '../overTime/flasher';
import { alikeFindings } from './judgeSides';
import { drlFindings, steadyFindings, startUpFindings } from './judgeLamps';
import { leverFindings, rateFindings } from './judgeFlash';
import { sweepFindings } from './judgeSweep';
import type { LightFinding } from './finding';
import type { TimedRule } from './rules';
import type { LightOverTime } from '../overTime/simulate';

/**
 * Judges a score by a market's rules over time. What nobody knows of a lamp or a flasher is open, never kept; so is a
 * figure whose ends lie on both sides of a limit, and what the market's rules do not speak of.
 */
export function judgeOverTime(
  light: LightOverTime,
  flasher: Flasher | null,
  rules: readonly TimedRule[],
): readonly LightFinding[] {
  const of = (kind: TimedRule['kind']) => rules.find((r) => r.kind === kind) ?? null;
  return [
    ...rateFindings(light, flasher, of('flash-rate')),
    ...leverFindings(light, flasher, of('first-light'), of('first-dark')),
    ...sweepFindings(light, of('sweep')),
    ...steadyFindings(light, of('steady-stop')),
    ...alikeFindings(light, of('alike')),
    ...drlFindings(light, flasher, of('drl-out')),
    ...startUpFindings(light, of('start-up')),
  ];
}
