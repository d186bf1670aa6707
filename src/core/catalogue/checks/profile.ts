import { TIMED_FIGURES } from '../../light/judge/rules';
import type { Profile } from '../rows/profile';
import type { Checking } from './context';

/** Checks a market's rules: conditions on facts of the vehicle, and on the controls. */
export function checkProfile(at: string, profile: Profile, on: Checking): void {
  profile.requirements.forEach((r, j) => r.when && on.rule(`${at}/requirements/${j}/when`, r.when, true));
  profile.overTime?.forEach((r, j) => {
    for (const figure of TIMED_FIGURES[r.kind])
      if (r.figures?.[figure] === undefined)
        on.fault(`${at}/overTime/${j}/figures`, 'rule-needs-figure', { kind: r.kind, figure });
  });
  profile.light?.forEach((r, j) => on.when(`${at}/light/${j}/when`, r.when));
}
