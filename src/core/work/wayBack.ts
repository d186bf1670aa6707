import { sheetStep } from '../kernel/ids';
import type { PositionKey } from '../vehicle';
import { orderedWithBench } from './benchSupply';
import { orderAsListed, type Ordering } from './order';
import type { StateMove } from './orderTask';
import { hand, meant, type Placed, setsOf, type WorkStep } from './placed';
import { type StatePart, type VehicleState, wayOf, withStates } from './types';

/**
 * The way back of a way out. Every edge is turned round unless it binds the way out alone; `before` puts first what
 * has to go in first; a step that set a state puts back the one before it.
 * @param waiting what a step waits for besides, as somebody wants it
 */
export function wayBack(
  order: Extract<Ordering<WorkStep>, { kind: 'order' }>,
  all: readonly Placed[],
  start: VehicleState,
  moves: readonly StateMove[],
  waiting: (step: WorkStep, list: readonly WorkStep[]) => WorkStep,
): Ordering<WorkStep> {
  const out = order.steps;
  const states = statesBefore(order, start);
  const outIds = new Set(out.map((s) => s.id));
  const outNeeds = new Map(out.map((s) => [s.id, s.needs]));
  const turned = [...out].reverse().filter((s) => wayOf(s.step) === 'both');
  const extra = all.filter((s) => wayOf(s.step) === 'back');
  const turnedIds = new Set(turned.map((s) => s.id));
  const reversed = (id: string) =>
    out
      .filter(
        (s) =>
          turnedIds.has(s.id) &&
          (s.step.after ?? []).some(
            (e) => !e.outOnly && meant(e.step, s.position, all).some((m) => m.id === id),
          ),
      )
      .map((s) => ({ after: s.id, why: s.step.after?.find((e) => e.step === sheetStep(id))?.why }));
  const first = (id: string, stepId: string, position: PositionKey | null) =>
    all.flatMap((s) =>
      (s.step.back?.before ?? [])
        .filter(
          (e) =>
            e.step === stepId &&
            meant(e.step, s.position, all).some((m) => m.id === id && m.position === position),
        )
        .map((e) => ({ after: s.id, why: e.why })),
    );
  const backOf = (placed: Placed): WorkStep => {
    const { id, step, sheet, position } = placed;
    const both = outIds.has(id);
    const own = both
      ? reversed(id)
      : (step.after ?? []).flatMap((e) =>
          meant(e.step, position, all).map((m) => ({ after: m.id, why: e.why })),
        );
    // What goes in first overrules the plain reverse between the same two steps.
    const mine = (step.back?.before ?? []).flatMap((e) => meant(e.step, position, all).map((m) => m.id));
    const because = [...own.filter((b) => !mine.includes(b.after)), ...first(id, step.id, position)];
    const sets = both ? restored(setsOf(step), states.get(id)) : (step.sets ?? {});
    return {
      id,
      step,
      sheet,
      position,
      way: 'back',
      minutes: step.back?.minutes ?? step.minutes,
      after: because.map((b) => b.after),
      because,
      needs: both ? { ...outNeeds.get(id), ...setsOf(step) } : (step.needs ?? {}),
      sets,
      ...hand(placed),
    };
  };
  // What was brought by a move of its own is brought back so too, where no step does it.
  const end = Object.fromEntries([...new Set(moves.map((m) => m.name))].map((n) => [n, start[n] ?? '']));
  const list = [...extra.map(backOf), ...turned.map(backOf)].sort(firstsFirst);
  return orderedWithBench(
    list.map((s) => waiting(s, list)),
    (steps) => orderAsListed(steps, { start: order.end, moves, end }),
  );
}

/** Steps that only the way back has come as early as their edges let them; the sort keeps the rest as it is. */
const firstsFirst = (a: WorkStep, b: WorkStep) =>
  Number(wayOf(a.step) !== 'back') - Number(wayOf(b.step) !== 'back');

function statesBefore(
  order: Extract<Ordering<WorkStep>, { kind: 'order' }>,
  start: VehicleState,
): ReadonlyMap<string, VehicleState> {
  const found = new Map<string, VehicleState>();
  let state = start;
  order.steps.forEach((s, i) => {
    for (const c of order.changes[i] ?? []) state = withStates(state, { [c.name]: c.to });
    found.set(s.id, state);
    state = withStates(state, s.sets);
  });
  return found;
}

function restored(sets: StatePart | undefined, before: VehicleState | undefined): StatePart {
  return Object.fromEntries(
    Object.keys(sets ?? {}).map((name): [string, string] => [name, before?.[name] ?? '']),
  );
}
