import { pathTo } from './listedOrder';
import type { OrderTask, StateMove } from './orderTask';

/** Values of states that are told apart in one number. */
const HALF = 30;

/** The states that the vehicle comes to stand in, each as a number, with the ways between them, found once each. */
export function stateTable(task: OrderTask) {
  const known = new Map<string, number>();
  const list: Readonly<Record<string, string>>[] = [];
  const idOf = (s: Readonly<Record<string, string>>): number => {
    const key = Object.keys(s)
      .sort()
      .map((k) => `${k}=${s[k] ?? ''}`)
      .join();
    let id = known.get(key);
    if (id === undefined) {
      id = list.length;
      known.set(key, id);
      list.push(s);
    }
    return id;
  };
  // Each value that somebody may want, with the cheapest move into it.
  const values = [...new Set(task.moves.map((m) => `${m.name}=${m.to}`))].slice(0, HALF);
  const into = values.map((v) =>
    Math.min(...task.moves.filter((m) => `${m.name}=${m.to}` === v).map((m) => m.minutes)),
  );
  // A step that leaves a state behind may spare a move: then states are not reckoned with.
  const reckoned = task.steps.every((s) => Object.keys(s.sets ?? {}).length === 0);
  const mask = (needs: Readonly<Record<string, string>>): number =>
    reckoned
      ? Object.entries(needs).reduce((m, [k, v]) => {
          const i = values.indexOf(`${k}=${v}`);
          return i < 0 ? m : m | (1 << i);
        }, 0)
      : 0;
  const needed = task.steps.map((s) => mask(s.needs));
  const atEnd = mask(task.end ?? {});
  const here = new Map<number, number>();
  const has = (state: number): number => {
    let m = here.get(state);
    if (m === undefined) here.set(state, (m = mask(list[state] ?? {})));
    return m;
  };
  const paths = new Map<number, readonly StateMove[] | null>();
  const afters = new Map<number, number>();
  const STEPS = task.steps.length + 1;
  const path = (state: number, i: number): readonly StateMove[] | null => {
    const key = state * STEPS + i;
    let found = paths.get(key);
    if (found === undefined) {
      const needs = i < task.steps.length ? (task.steps[i]?.needs ?? {}) : (task.end ?? {});
      paths.set(key, (found = pathTo(task, list[state] ?? {}, needs)));
    }
    return found;
  };
  return {
    start: idOf(task.start.states),
    path,
    toEnd: (state: number) => path(state, task.steps.length),
    after: (state: number, i: number): number => {
      const key = state * STEPS + i;
      let found = afters.get(key);
      if (found === undefined) {
        const brought = Object.fromEntries((path(state, i) ?? []).map((m) => [m.name, m.to]));
        found = idOf({ ...list[state], ...brought, ...task.steps[i]?.sets });
        afters.set(key, found);
      }
      return found;
    },
    wants: (i: number, state: number): number => (needed[i] ?? 0) & ~has(state),
    endWants: (state: number): number => atEnd & ~has(state),
    costOf: (wanted: number): number =>
      wanted === 0 ? 0 : into.reduce((sum, minutes, i) => ((wanted >> i) & 1 ? sum + minutes : sum), 0),
  };
}

/** The states of a task with the ways between them. */
export type StateTable = ReturnType<typeof stateTable>;
