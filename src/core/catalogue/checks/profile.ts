import type { Profile } from '../rows/profile';
import type { Checking } from './context';

/** Checks a market's rules: conditions on facts of the vehicle, and on the controls. */
export function checkProfile(at: string, profile: Profile, on: Checking): void {
  profile.requirements.forEach((r, j) => r.when && on.rule(`${at}/requirements/${j}/when`, r.when, true));
  profile.light?.forEach((r, j) => on.when(`${at}/light/${j}/when`, r.when));
}
