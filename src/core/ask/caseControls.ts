import { ALL_OFF, type Control, CONTROLS, type ControlState, isPossible, stateText } from '../controls';
import { reason } from '../kernel/reason';
import type { CaseControls } from './case';
import type { CaseFault } from './caseFault';

/** Settings that are looked at where a case names none: everything off, then what a driver does first. */
const USUAL: readonly CaseControls[] = [
  {},
  { key: 'on' },
  { key: 'on', running: 'yes' },
  { key: 'on', lights: 'position' },
  { key: 'on', lights: 'low' },
  { key: 'on', lights: 'low', high: 'yes' },
  { key: 'on', left: 'yes' },
  { key: 'on', right: 'yes' },
  { hazard: 'yes' },
  { brake: 'yes' },
  { key: 'on', brake: 'yes', left: 'yes' },
  { key: 'on', reverse: 'yes' },
  { key: 'on', lights: 'low', 'front-fog': 'yes' },
  { key: 'on', lights: 'low', 'rear-fog': 'yes' },
  { 'lock-flash': 'yes' },
];

/** The settings of a case, each complete. */
export function caseSettings(given: readonly CaseControls[] | undefined): {
  readonly settings: readonly ControlState[];
  readonly faults: readonly CaseFault[];
} {
  const faults: CaseFault[] = [];
  const settings = (given ?? USUAL).map((c, i) => setting(c, `/controls/${i}`, faults));
  return { settings, faults };
}

/** One setting of a case: what is not named is at rest. */
export function setting(c: CaseControls, path: string, faults: CaseFault[]): ControlState {
  for (const [control, value] of Object.entries(c))
    if (!(CONTROLS as Record<string, readonly string[]>)[control]?.includes(value))
      faults.push({ path: `${path}/${control}`, reason: reason('case-control', { control, value }) });
  const state = { ...ALL_OFF, ...(c as Partial<Record<Control, string>>) };
  if (faults.length === 0 && !isPossible(state))
    faults.push({ path, reason: reason('case-impossible', { state: stateText(state) }) });
  return state;
}
