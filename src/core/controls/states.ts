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
  const tied = new Set<Control>(wanted);
  for (const r of RULES) {
    const controls = [...supportOf(r.when), ...supportOf(r.needs)];
    if (supportOf(r.when).some((c) => wanted.includes(c))) controls.forEach((c) => tied.add(c));
  }
  let states: ControlState[] = [ALL_OFF];
  for (const control of CONTROL_NAMES.filter((c) => tied.has(c)))
    states = states.flatMap((s) => CONTROLS[control].map((value) => ({ ...s, [control]: value })));
  const once = new Map<string, ControlState>();
  for (const s of states.filter(isPossible)) {
    const key = wanted.map((c) => s[c]).join('|');
    if (!once.has(key)) once.set(key, s);
  }
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
