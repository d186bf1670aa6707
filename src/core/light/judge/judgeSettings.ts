import type { SettingRule } from '../../catalogue/types';
import { type Control, expressionOf, holds, possibleStates, supportOf } from '../../controls';
import type { VehicleLight } from '../overTime/lightTypes';
import { inSetting } from '../settled/inSetting';
import type { SettledFunction } from '../settled/settledLamp';
import type { LightFinding } from './finding';

const DARK: SettledFunction = { level: { kind: 'off' }, unsteady: null, unsure: false };

/**
 * Judges the lamp at a position by the rules that speak of its functions, in every possible setting in which each applies.
 * Where a setting hangs on a time that nobody knows, and no other breaks the rule, it is open.
 * @param support the controls that the lamp's supplies hang on
 */
export function judgeSettings(
  vehicle: VehicleLight,
  position: string,
  rules: readonly SettingRule[],
  support: readonly Control[],
): readonly LightFinding[] {
  const lamp = vehicle.lamps.find((l) => l.position === position);
  return rules
    .filter((r) => lamp?.functions.some((f) => f.does === r.does))
    .map((rule): LightFinding => {
      const when = expressionOf(rule.when);
      const states = possibleStates([...new Set([...support, ...supportOf(when)])]).filter((s) =>
        holds(when, s),
      );
      let unsure = false;
      let broken: Broken | null = null;
      for (const state of states) {
        const seen = inSetting(vehicle, state).get(position)?.get(rule.does) ?? DARK;
        if (!keeps(rule.must, seen)) broken ??= { state, level: seen.level, unsteady: seen.unsteady };
        else unsure ||= seen.unsure;
      }
      return {
        kind: 'in-setting',
        rule: rule.id,
        source: rule.source,
        check: false,
        state: broken ? 'broken' : unsure ? 'open' : 'kept',
        position,
        does: rule.does,
        atUs: null,
        why: { code: 'in-setting', rule, states: states.length, broken },
      };
    });
}

type Broken = Extract<LightFinding['why'], { code: 'in-setting' }>['broken'];

function keeps(must: SettingRule['must'], { level, unsteady }: SettledFunction): boolean {
  if (must === 'dark') return level.kind === 'off';
  if (must === 'steady') return level.kind === 'off' || unsteady === null;
  return level.kind !== 'off' && level.kind !== 'data';
}
