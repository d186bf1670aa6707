import type { OrderMove } from './leastOrder';
import type { FreeStep, OrderTask, StateMove } from './orderTask';

/** Ways of having come so far that are tried: no two with the same steps done and the vehicle standing the same. */
const MAX_TRIES = 50_000;

/** A feasible order, the step that no order can do, or nothing found in so many tries. */
export type Listed =
  | { readonly kind: 'moves'; readonly moves: readonly OrderMove[] }
  | { readonly kind: 'stuck'; readonly step: string }
  | { readonly kind: 'undecided'; readonly tries: number };

type States = Readonly<Record<string, string>>;

/**
 * An order that keeps to the list, or at each step to what is cheapest to come to; it steps back where that leads into a
 * state from which the rest cannot be done. States are changed only where a step asks for it.
 */
export function listedOrder(task: OrderTask, by: 'list' | 'changeover'): Listed {
  const { steps } = task;
  const place = new Map(steps.map((s, i) => [s.id, i]));
  const waits = steps.map((s) => s.after.flatMap((id) => place.get(id) ?? []));
  const failed = new Set<string>();
  let deepest: { length: number; blocked: string } = { length: -1, blocked: steps[0]?.id ?? '' };
  let tries = 0;
  const done = steps.map(() => false);
  const moves: OrderMove[] = [];
  let count = 0;
  const go = (states: States, tool: string, zone: string): boolean => {
    if (count === steps.length) {
      const last = pathTo(task, states, task.end ?? {});
      if (last) moves.push(...last.map(asMove));
      return last !== null;
    }
    const key = `${done.map((d) => (d ? 1 : 0)).join('')}|${JSON.stringify(states)}`;
    if (failed.has(key) || tries >= MAX_TRIES) return false;
    tries += 1;
    const free = steps.flatMap((s, i) => (!done[i] && waits[i]?.every((w) => done[w]) ? [s] : []));
    const ways = free.flatMap((s, i) => {
      const path = pathTo(task, states, s.needs);
      return path ? [{ s, i, path }] : [];
    });
    if (ways.length === 0 && count > deepest.length) deepest = { length: count, blocked: free[0]?.id ?? '' };
    const cost = ({ s, path }: (typeof ways)[number]) =>
      path.reduce((n, m) => n + m.minutes, 0) +
      (by === 'list' ? 0 : s.zone === '' || s.zone === zone ? 0 : task.zoneChangeMin) +
      (by === 'list' ? 0 : s.tool === '' || s.tool === tool ? 0 : task.toolChangeMin);
    for (const { s, path } of ways.sort((a, b) => cost(a) - cost(b) || a.i - b.i)) {
      const at = place.get(s.id) ?? 0;
      const length = moves.length;
      done[at] = true;
      count += 1;
      moves.push(...path.map(asMove), { kind: 'step', id: s.id });
      if (go({ ...states, ...brought(path), ...s.sets }, s.tool || tool, s.zone || zone)) return true;
      moves.length = length;
      count -= 1;
      done[at] = false;
    }
    failed.add(key);
    return false;
  };
  if (go(task.start.states, task.start.tool, task.start.zone)) return { kind: 'moves', moves };
  return tries >= MAX_TRIES ? { kind: 'undecided', tries } : { kind: 'stuck', step: deepest.blocked };
}

const asMove = (m: StateMove): OrderMove => ({ kind: 'state', name: m.name, to: m.to, minutes: m.minutes });
const brought = (path: readonly StateMove[]): States => Object.fromEntries(path.map((m) => [m.name, m.to]));

/** The moves that bring the states that are needed, the fewest in each; null: they cannot be had from here. */
export function pathTo(task: OrderTask, from: States, needs: States): readonly StateMove[] | null {
  const list: StateMove[] = [];
  let states = from;
  for (const [name, value] of Object.entries(needs)) {
    const path = pathInState(task.moves, name, states, value);
    if (!path) return null;
    list.push(...path);
    states = { ...states, ...brought(path) };
  }
  // A later state may have taken an earlier one away again, or a move may want what came after it.
  return Object.entries(needs).every(([name, value]) => states[name] === value) ? list : null;
}

function pathInState(
  moves: readonly StateMove[],
  name: string,
  states: States,
  value: string,
): readonly StateMove[] | null {
  const now = states[name] ?? '';
  if (now === value) return [];
  const usable = moves.filter(
    (m) => m.name === name && Object.entries(m.needs ?? {}).every(([n, v]) => states[n] === v),
  );
  const from = new Map<string, StateMove>();
  let ring = [now];
  while (ring.length > 0) {
    const next: string[] = [];
    for (const at of ring)
      for (const m of usable)
        if (m.from === at && m.to !== now && !from.has(m.to)) {
          from.set(m.to, m);
          next.push(m.to);
        }
    if (from.has(value)) break;
    ring = next;
  }
  const path: StateMove[] = [];
  for (let m = from.get(value); m; m = from.get(m.from)) path.unshift(m);
  return path.length > 0 ? path : null;
}

/** Whether an order of steps can be done, and the state moves that it takes; null: it cannot. */
export function movesFor(task: OrderTask, order: readonly FreeStep[]): readonly OrderMove[] | null {
  const moves: OrderMove[] = [];
  let states: States = task.start.states;
  for (const s of order) {
    const path = pathTo(task, states, s.needs);
    if (!path) return null;
    moves.push(...path.map(asMove), { kind: 'step', id: s.id });
    states = { ...states, ...brought(path), ...s.sets };
  }
  const last = pathTo(task, states, task.end ?? {});
  return last ? [...moves, ...last.map(asMove)] : null;
}
