import { ALL_OFF, CONTROL_NAMES, CONTROLS, type ControlState } from './controls';

/** How many switches are thrown from one setting to another. */
export const switchesBetween = (a: ControlState, b: ControlState): number =>
  CONTROL_NAMES.filter((c) => a[c] !== b[c]).length;

const rank = (s: ControlState) =>
  CONTROL_NAMES.map((c) => (CONTROLS[c] as readonly string[]).indexOf(s[c])).join('');

/**
 * Settings in an order that throws few switches: from rest, always on to the setting that is the fewest away; ties in
 * the fixed order of the controls. Not the fewest of all orders, which nobody could follow better.
 */
export function inFewSwitches(states: readonly ControlState[]): readonly ControlState[] {
  const left = [...states].sort((a, b) => (rank(a) < rank(b) ? -1 : 1));
  const order: ControlState[] = [];
  let at: ControlState = ALL_OFF;
  while (left.length > 0) {
    const steps = left.map((s) => switchesBetween(at, s));
    const next = left.splice(steps.indexOf(Math.min(...steps)), 1)[0];
    if (!next) break;
    order.push(next);
    at = next;
  }
  return order;
}
