import { ALL_OFF, type Control, CONTROL_NAMES, CONTROLS, type ControlState, POSSIBLE } from './controls';
import { expressionOf, holds, supportOf } from './expression';

const RULES = POSSIBLE.map((p) => ({ when: expressionOf(p.when), needs: expressionOf(p.needs) }));

/** Whether a vehicle can be in a state. */
export function isPossible(state: ControlState): boolean {
  return RULES.every((r) => !holds(r.when, state) || holds(r.needs, state));
}

/**
 * Every possible state of the controls that matter, the others at rest. Controls that a rule of possibility ties to
 * them are varied as well and then forgotten, so that `running` alone is found although it needs the key.
 * @returns states in a fixed order, without doubles over `support`
 */
export function possibleStates(support: readonly Control[]): readonly ControlState[] {
  const wanted = CONTROL_NAMES.filter((c) => support.includes(c));
  const name = wanted.join();
  const before = enumerated.get(name);
  if (before) return before;
  const states = enumerate(wanted);
  enumerated.set(name, states);
  return states;
}

/** There are few supports, and each always has the same states. */
const enumerated = new Map<string, readonly ControlState[]>();

function enumerate(wanted: readonly Control[]): readonly ControlState[] {
  const tied = new Set<Control>(wanted);
  for (const r of RULES) {
    const controls = [...supportOf(r.when), ...supportOf(r.needs)];
    if (supportOf(r.when).some((c) => wanted.includes(c))) controls.forEach((c) => tied.add(c));
  }
  const varied = CONTROL_NAMES.filter((c) => tied.has(c));
  const bound = RULES.map((r) => ({
    ...r,
    // A rule can be judged once the last of its controls is set; those that are not varied are at rest.
    at: Math.max(-1, ...[...supportOf(r.when), ...supportOf(r.needs)].map((c) => varied.indexOf(c))),
  }));
  const once = new Map<string, ControlState>();
  const state: Record<Control, string> = { ...ALL_OFF };
  const vary = (depth: number, key: string): void => {
    const control = varied[depth];
    if (control === undefined) {
      if (!once.has(key)) once.set(key, { ...state });
      return;
    }
    const isWanted = wanted.includes(control);
    for (const value of CONTROLS[control]) {
      state[control] = value;
      if (bound.every((r) => r.at !== depth || !holds(r.when, state) || holds(r.needs, state)))
        vary(depth + 1, isWanted ? `${key}|${value}` : key);
    }
    state[control] = ALL_OFF[control];
  };
  vary(0, '');
  return [...once.values()];
}

/** A state nearest to a wish: what a switch just thrown demands is set as well (running puts the key on). */
export function withControl(state: ControlState, control: Control, value: string): ControlState {
  const next = { ...state, [control]: value };
  if (control === 'running' && value === 'yes') {
    next.key = 'on';
    next['lock-flash'] = 'no';
  }
  if (control === 'key' && value !== 'on') next.running = 'no';
  if (control === 'key' && value !== 'off') next['lock-flash'] = 'no';
  if (control === 'left' && value === 'yes') next.right = 'no';
  if (control === 'right' && value === 'yes') next.left = 'no';
  if ((control === 'high' || control === 'rear-fog') && value === 'yes') next.lights = 'low';
  if (control === 'lights' && value !== 'low') {
    next.high = 'no';
    next['rear-fog'] = 'no';
  }
  if (control === 'lock-flash' && value === 'yes') {
    next.key = 'off';
    next.running = 'no';
  }
  return next;
}
