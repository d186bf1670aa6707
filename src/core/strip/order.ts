import { type StateName, type StatePart, VEHICLE_STATES, type VehicleState } from './types';

/** What ordering needs to know of a step. */
export interface Orderable {
  readonly id: string;
  /** Ids that must come before. Unknown ids are ignored: they belong to steps that are not done here. */
  readonly after: readonly string[];
  readonly needs: StatePart;
  readonly sets: StatePart;
  /** Steps with the same place are cheap to do one after the other. */
  readonly place: string;
  readonly tool: string;
}

/** An order in which everything is possible, or what stands against any. */
export type Ordering<T extends Orderable> =
  | { readonly kind: 'order'; readonly steps: readonly T[]; readonly end: VehicleState }
  /** Steps that wait for one another in a ring; each waits for the next, the last for the first. */
  | { readonly kind: 'loop'; readonly loop: readonly string[] }
  /** No order gives this step the state it needs: every one was tried. */
  | { readonly kind: 'state'; readonly step: string; readonly needs: StatePart }
  /** None was found in so many tries; whether there is one is not known. */
  | { readonly kind: 'undecided'; readonly tries: number };

/** How a vehicle stands when it arrives. */
export const ARRIVES: VehicleState = Object.fromEntries(
  Object.entries(VEHICLE_STATES).map(([name, values]) => [name, values[0]]),
) as unknown as VehicleState;

/** Ways of having come so far that are tried: no two with the same steps done and the vehicle standing the same. */
const MAX_TRIES = 200_000;

/**
 * Orders steps under their edges and the vehicle's state. Among the steps that may come next it takes one at the same
 * place with the same tool, then the same place, then the listed order; it steps back where that leads into a state
 * from which the rest cannot be done.
 * @param steps in the order that is preferred where nothing else decides
 */
export function orderSteps<T extends Orderable>(
  steps: readonly T[],
  start: VehicleState = ARRIVES,
): Ordering<T> {
  return search(steps, start, (open, last) =>
    open
      .map((s, i) => ({ s, i }))
      .sort((a, b) => changeover(last, a.s) - changeover(last, b.s) || a.i - b.i)
      .map((x) => x.s),
  );
}

/** The same without regard to changeovers: as listed, as far as edges and states let it. */
export function orderAsListed<T extends Orderable>(
  steps: readonly T[],
  start: VehicleState = ARRIVES,
): Ordering<T> {
  return search(steps, start, (open) => open);
}

function search<T extends Orderable>(
  steps: readonly T[],
  start: VehicleState,
  prefer: (open: readonly T[], last: T | undefined) => readonly T[],
): Ordering<T> {
  const ids = new Set(steps.map((s) => s.id));
  const before = new Map(steps.map((s) => [s.id, s.after.filter((id) => ids.has(id))]));
  const loop = smallestLoop(before);
  if (loop) return { kind: 'loop', loop };
  const place = new Map(steps.map((s, i) => [s.id, i]));
  const waits = steps.map((s) => (before.get(s.id) ?? []).map((id) => place.get(id) ?? 0));
  const failed = new Set<string>();
  let deepest: { length: number; blocked: T | undefined } = { length: -1, blocked: undefined };
  let tries = 0;
  const done = steps.map(() => false);
  const order: T[] = [];
  const go = (state: VehicleState): boolean => {
    if (order.length === steps.length) return true;
    const key = `${done.map((d) => (d ? 1 : 0)).join('')}|${Object.values(state).join()}`;
    if (failed.has(key) || tries >= MAX_TRIES) return false;
    tries += 1;
    const free = steps.filter((_, i) => !done[i] && waits[i]?.every((w) => done[w]));
    const open = free.filter((s) => meets(state, s.needs));
    if (open.length === 0 && order.length > deepest.length)
      deepest = { length: order.length, blocked: free[0] };
    for (const s of prefer(open, order.at(-1))) {
      const at = place.get(s.id) ?? 0;
      done[at] = true;
      order.push(s);
      if (go({ ...state, ...s.sets })) return true;
      order.pop();
      done[at] = false;
    }
    failed.add(key);
    return false;
  };
  if (go(start))
    return {
      kind: 'order',
      steps: order,
      end: order.reduce<VehicleState>((state, s) => ({ ...state, ...s.sets }), start),
    };
  if (tries >= MAX_TRIES) return { kind: 'undecided', tries };
  const blocked = deepest.blocked ?? steps[0];
  return { kind: 'state', step: blocked?.id ?? '', needs: blocked?.needs ?? {} };
}

/** 0 the hand stays where it is, 1 another tool, 2 another place, 3 both. */
function changeover(last: Orderable | undefined, next: Orderable): number {
  if (!last) return 0;
  return (last.place === next.place ? 0 : 2) + (last.tool === next.tool || next.tool === '' ? 0 : 1);
}

/** Whether a vehicle stands as a step needs it. */
export function meets(state: VehicleState, needs: StatePart): boolean {
  return (Object.keys(needs) as StateName[]).every((name) => state[name] === needs[name]);
}

/** The shortest ring of a waiting graph, first by its length, then by its ids; null where there is none. */
export function smallestLoop(before: ReadonlyMap<string, readonly string[]>): readonly string[] | null {
  let best: readonly string[] | null = null;
  for (const start of [...before.keys()].sort()) {
    const from = new Map<string, string>();
    let ring = [start];
    while (ring.length > 0) {
      const next: string[] = [];
      for (const id of ring)
        for (const wanted of before.get(id) ?? []) {
          if (wanted === start) {
            const loop = walkBack(from, start, id);
            if (best === null || loop.length < best.length) best = loop;
          } else if (!from.has(wanted)) {
            from.set(wanted, id);
            next.push(wanted);
          }
        }
      ring = next;
    }
  }
  return best;
}

function walkBack(from: ReadonlyMap<string, string>, start: string, last: string): readonly string[] {
  const loop = [last];
  for (let at = last; at !== start;) {
    at = from.get(at) ?? start;
    loop.unshift(at);
  }
  return loop;
}
