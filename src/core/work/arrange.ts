import type { OrderMove } from './leastOrder';
import { movesFor } from './listedOrder';
import { type Ordered, ordered, type Orderable, type OrderOptions, taskOf } from './order';
import type { StatePart } from './types';

/** Why an order that somebody wants cannot be: a step would come before one it waits for, or lacks a state. */
export type ArrangeFault =
  | { readonly kind: 'waits'; readonly step: string; readonly after: string }
  | { readonly kind: 'lacks'; readonly step: string; readonly needs: StatePart };

/** Ids of a plan with some of them in another order: what is not named keeps its place. */
export function arrangedIds(plan: readonly string[], wanted: readonly string[]): readonly string[] {
  const here = new Set(plan);
  const named = [...new Set(wanted)].filter((id) => here.has(id));
  const among = new Set(named);
  let next = 0;
  return plan.map((id) => (among.has(id) ? (named[next++] ?? id) : id));
}

/**
 * The order that somebody wants, with the states that it takes between; or the first thing that is in its way.
 * @param own the plan without the wish
 */
export function orderArranged<T extends Orderable>(
  own: Ordered<T>,
  wanted: readonly string[],
  options: OrderOptions,
): Ordered<T> | ArrangeFault {
  const byId = new Map(own.steps.map((s) => [s.id, s]));
  const steps = arrangedIds([...byId.keys()], wanted).flatMap((id) => byId.get(id) ?? []);
  const fault = arrangeFault(steps);
  if (fault) return fault;
  const task = taskOf(steps, options);
  const moves = movesFor(task, task.steps);
  if (moves) return ordered(steps, task, moves, 0);
  return lacking(steps, (list): readonly OrderMove[] | null => {
    const part = taskOf(list, options);
    return movesFor(part, part.steps);
  });
}

/** The first step that would come before one it waits for; null: none does. */
export function arrangeFault(
  steps: readonly Pick<Orderable, 'id' | 'after'>[],
): Extract<ArrangeFault, { kind: 'waits' }> | null {
  const place = new Map(steps.map((s, i) => [s.id, i]));
  for (const [i, s] of steps.entries())
    for (const after of s.after)
      if ((place.get(after) ?? -1) > i) return { kind: 'waits', step: s.id, after };
  return null;
}

/** The first step that cannot have the states it needs where it stands. */
function lacking<T extends Orderable>(
  steps: readonly T[],
  movesOf: (list: readonly T[]) => readonly OrderMove[] | null,
): ArrangeFault {
  const n = steps.findIndex((_, i) => movesOf(steps.slice(0, i + 1)) === null);
  const at = steps[n < 0 ? steps.length - 1 : n];
  return { kind: 'lacks', step: at?.id ?? '', needs: at?.needs ?? {} };
}
