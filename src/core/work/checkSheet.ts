import { sheetStep } from '../kernel/ids';
import { type Reason, reason, type GivenFacts, type ReasonCode } from '../kernel/reason';
import { nearestName } from '../kernel/nearestName';
import type { PositionKey, Side } from '../vehicle';
import { stripPlan } from './plan';
import { type StateRow, valuesOf } from './states';
import { type StepSheet, wayOf } from './types';

/** One thing wrong with a sheet, with the JSON Pointer inside it. */
export interface SheetFault {
  readonly path: string;
  readonly reason: Reason;
}

/**
 * Checks a step sheet: ids once, edges that lead to a step of the sheet, states that exist, no ring of waiting, every
 * needed state reached, one step that takes the old lamp out. Loops are named by their smallest ring.
 */
export function sheetFaults(sheet: StepSheet, states: readonly StateRow[] = []): readonly SheetFault[] {
  const faults: SheetFault[] = [];
  const fault = <C extends ReasonCode>(path: string, code: C, ...facts: GivenFacts<C>) =>
    faults.push({ path, reason: reason(code, ...facts) });
  const ids = sheet.steps.map((s) => s.id);
  sheet.steps.forEach((step, i) => {
    if (ids.indexOf(step.id) !== i) fault(`/steps/${i}/id`, 'id-twice', { id: step.id });
    const refer = (path: string, id: string) => {
      if (ids.includes(id)) return;
      const near = nearestName(id, ids);
      if (near) fault(path, 'no-such-step-near', { step: id, near });
      else fault(path, 'no-such-step', { step: id });
    };
    step.after?.forEach((e, j) => refer(`/steps/${i}/after/${j}/step`, e.step));
    step.back?.before?.forEach((e, j) => refer(`/steps/${i}/back/before/${j}/step`, e.step));
    for (const part of ['needs', 'sets'] as const)
      for (const [name, value = ''] of Object.entries(step[part] ?? {})) {
        const values = valuesOf(states, name);
        if (!values.includes(value)) fault(`/steps/${i}/${part}/${name}`, 'no-such-state', { name, value });
      }
    const groups = (step.fasteners ?? []).map((g) => g.id);
    groups.forEach(
      (id, j) => groups.indexOf(id) !== j && fault(`/steps/${i}/fasteners/${j}/id`, 'id-twice', { id }),
    );
    step.fasteners?.forEach((g, j) => {
      const mixed = step.fasteners?.find(
        (o, k) => k < j && o.bag !== undefined && o.bag === g.bag && o.lengthMm !== g.lengthMm,
      );
      if (mixed) fault(`/steps/${i}/fasteners/${j}/bag`, 'bag-mixes-lengths', { bag: g.bag ?? '' });
    });
    // What is loosened or disconnected has to be met on the way back, or the job could never be released.
    if ((step.kind === 'loosen' || step.kind === 'isolate') && wayOf(step) === 'out')
      fault(`/steps/${i}/way`, 'no-way-back', { step: step.id });
    if (step.fasteners?.length && wayOf(step) === 'back')
      fault(`/steps/${i}/fasteners`, 'fasteners-back-only', { step: step.id });
  });
  if (!sheet.steps.some((s) => s.lampOut)) fault('/steps', 'no-lamp-out');
  if (faults.length > 0) return faults;
  const plan = stripPlan([{ sheet, positions: SAMPLE_SIDES }], states);
  if (plan.kind === 'plan') return faults;
  if (plan.fault.kind === 'loop')
    fault('/steps', 'step-loop', { steps: [...new Set(plan.fault.loop.map(sheetStep))], way: plan.way });
  else if (plan.fault.kind === 'undecided')
    fault('/steps', 'step-undecided', { tries: plan.fault.tries, way: plan.way });
  else
    fault('/steps', 'step-state', {
      step: sheetStep(plan.fault.step),
      way: plan.way,
      needs: Object.entries(plan.fault.needs).map(([n, v]) => `${n} ${v}`),
    });
  return faults;
}

const SAMPLE_SIDES: readonly { key: PositionKey; side: Side }[] = (['left', 'right', 'centre'] as const).map(
  (side) => ({ key: side, side }),
);
