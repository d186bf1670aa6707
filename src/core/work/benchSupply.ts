import { reason } from '../kernel/reason';
import type { Ordering } from './order';
import type { WorkStep } from './placed';
import type { StatePart } from './types';

/** What a vehicle's own power is: a lamp at a bench supply needs neither. */
const POWER: readonly string[] = ['battery', 'ignition'];

/** An ignition that nothing switches is another fault: that is the sheet's, not the power's. */
const ownPower = (needs: StatePart): boolean => needs.battery === 'connected';

/** A test whose lamp is fed by a bench supply at its own plug, the vehicle left without power. */
const onBench = (s: WorkStep): WorkStep => ({
  ...s,
  needs: Object.fromEntries(Object.entries(s.needs).filter(([name]) => !POWER.includes(name))),
  notes: [...(s.notes ?? []), reason('power-by-bench')],
});

/**
 * Orders steps; a test for which no order joins the vehicle's power (a restraint is unplugged, the battery is out) is
 * made at a bench supply instead, and says so. Never is power joined with a restraint open. What fails for another
 * reason fails as it did.
 */
export function orderedWithBench<R extends Ordering<WorkStep>>(
  steps: readonly WorkStep[],
  order: (steps: readonly WorkStep[]) => R,
): R {
  let tried = steps;
  for (;;) {
    const found = order(tried);
    if (found.kind !== 'state') return found;
    const dark = tried.find((s) => s.id === found.step && s.step.kind === 'prove' && ownPower(s.needs));
    if (!dark) return found;
    tried = tried.map((s) => (s === dark ? onBench(s) : s));
  }
}
