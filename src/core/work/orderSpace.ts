import type { OrderTask } from './orderTask';

/** Whether a bit of a mask is set; a mask has 30 at the most. */
export const hasBit = (mask: number, i: number): boolean => ((mask >> i) & 1) === 1;

/** Tools, places and states as small numbers, so that where one stands is one number. */
export function spaceOf(task: OrderTask) {
  const tools = distinct([
    task.start.tool,
    ...task.steps.map((s) => s.tool),
    ...task.moves.map((m) => m.tool ?? ''),
  ]);
  const zones = distinct([
    task.start.zone,
    ...task.steps.map((s) => s.zone),
    ...task.moves.map((m) => m.zone ?? ''),
  ]);
  const names = distinct([
    ...Object.keys(task.start.states),
    ...task.moves.flatMap((m) => [m.name, ...Object.keys(m.needs ?? {})]),
    ...task.steps.flatMap((s) => [...Object.keys(s.needs), ...Object.keys(s.sets ?? {})]),
    ...Object.keys(task.end ?? {}),
  ]);
  const values = names.map((name) =>
    distinct([
      task.start.states[name] ?? '',
      ...task.moves.flatMap((m) => [
        ...(m.name === name ? [m.from, m.to] : []),
        ...(m.needs?.[name] === undefined ? [] : [m.needs[name]]),
      ]),
      ...task.steps.flatMap((s) => [s.needs[name], s.sets?.[name]].filter((v) => v !== undefined)),
      ...(task.end?.[name] === undefined ? [] : [task.end[name]]),
    ]),
  );
  const scales = names.map((_, i) => values.slice(0, i).reduce((n, v) => n * v.length, 1));
  const stateCount = values.reduce((n, v) => n * v.length, 1);
  const valueIn = (state: number, i: number) =>
    values[i]?.[Math.floor(state / (scales[i] ?? 1)) % (values[i]?.length ?? 1)];
  const withValue = (state: number, i: number, value: string) => {
    const list = values[i] ?? [];
    const at = Math.floor(state / (scales[i] ?? 1)) % list.length;
    return state + (list.indexOf(value) - at) * (scales[i] ?? 1);
  };
  const stateOf = (of: Readonly<Record<string, string>>, base: number) =>
    names.reduce((state, name, i) => (of[name] === undefined ? state : withValue(state, i, of[name])), base);
  const suits = (state: number, needs: Readonly<Record<string, string>>) =>
    names.every((name, i) => needs[name] === undefined || valueIn(state, i) === needs[name]);
  const cells = Array.from({ length: stateCount }, (_, state) => ({
    meets: task.steps.map((s) => suits(state, s.needs)),
    after: task.steps.map((s) => stateOf(s.sets ?? {}, state)),
    moves: task.moves.flatMap((m) => {
      const i = names.indexOf(m.name);
      if (valueIn(state, i) !== m.from || !suits(state, m.needs ?? {})) return [];
      return [
        {
          ...m,
          tool: m.tool === undefined ? undefined : tools.indexOf(m.tool),
          zone: m.zone === undefined ? undefined : zones.indexOf(m.zone),
          state: withValue(state, i, m.to),
          move: { kind: 'state' as const, name: m.name, to: m.to, minutes: m.minutes },
        },
      ];
    }),
    ends: suits(state, task.end ?? {}),
  }));
  const toolAt = task.steps.map((s) => (s.tool === '' ? -1 : tools.indexOf(s.tool)));
  const zoneAt = task.steps.map((s) => (s.zone === '' ? -1 : zones.indexOf(s.zone)));
  const pairs = distinct(task.steps.map((s) => `${s.tool}|${s.zone}`));
  const pairAt = task.steps.map((s) =>
    s.tool === '' || s.zone === '' ? -1 : pairs.indexOf(`${s.tool}|${s.zone}`),
  );
  const pairOf = tools.map((tool) => zones.map((zone) => pairs.indexOf(`${tool}|${zone}`)));
  /** The cheapest way into each value of each state. */
  const into = names.map((name, i) =>
    (values[i] ?? []).map((to) =>
      Math.min(Infinity, ...task.moves.flatMap((m) => (m.name === name && m.to === to ? [m.minutes] : []))),
    ),
  );
  // A step that leaves a state behind may spare a move: then states are not reckoned with.
  const reckoned = task.steps.every((s) => Object.keys(s.sets ?? {}).length === 0);
  interface Wanted {
    readonly tools: number;
    readonly zones: number;
    readonly pairs: number;
    /** Values of each state that are still wanted, as bits. */
    readonly values: readonly number[];
    /** By state: what the states that are still wanted cost at the least; filled as it is asked. */
    readonly cost: Map<number, number>;
  }
  const leasts = new Map<number, Wanted>();
  const wantedFor = (done: number): Wanted => {
    let known = leasts.get(done);
    if (!known) {
      let [t, z, p] = [0, 0, 0];
      const wanted = names.map((name, i) => bitOf(values[i] ?? [], task.end?.[name]));
      for (let i = 0; i < task.steps.length; i += 1) {
        if (hasBit(done, i)) continue;
        if ((toolAt[i] ?? -1) >= 0) t |= 1 << (toolAt[i] ?? 0);
        if ((zoneAt[i] ?? -1) >= 0) z |= 1 << (zoneAt[i] ?? 0);
        if ((pairAt[i] ?? -1) >= 0) p |= 1 << (pairAt[i] ?? 0);
        names.forEach((name, k) => {
          wanted[k] = (wanted[k] ?? 0) | bitOf(values[k] ?? [], task.steps[i]?.needs[name]);
        });
      }
      leasts.set(done, (known = { tools: t, zones: z, pairs: p, values: wanted, cost: new Map() }));
    }
    return known;
  };
  /** Each value that is wanted and is not there has to be brought about once; and brought back if it is the end's. */
  const stateCost = (w: Wanted, state: number): number => {
    if (!reckoned) return 0;
    let known = w.cost.get(state);
    if (known === undefined) {
      known = names.reduce((sum, name, i) => {
        const list = values[i] ?? [];
        const now = Math.floor(state / (scales[i] ?? 1)) % list.length;
        const others = (w.values[i] ?? 0) & ~(1 << now);
        if (others === 0) return sum;
        const back = task.end?.[name] === list[now] ? (into[i]?.[now] ?? 0) : 0;
        return sum + back + list.reduce((n, _, v) => (hasBit(others, v) ? n + (into[i]?.[v] ?? 0) : n), 0);
      }, 0);
      w.cost.set(state, known);
    }
    return known;
  };
  return {
    startHand: tools.indexOf(task.start.tool),
    startPlace: zones.indexOf(task.start.zone),
    startState: stateOf(task.start.states, 0),
    keyOf: (done: number, hand: number, place: number, state: number) =>
      ((done * tools.length + hand) * zones.length + place) * stateCount + state,
    read: (key: number) => {
      const state = key % stateCount;
      const rest = Math.floor(key / stateCount);
      const place = rest % zones.length;
      const over = Math.floor(rest / zones.length);
      return { state, place, hand: over % tools.length, done: Math.floor(over / tools.length) };
    },
    /** A step without a tool or place of its own is done with whatever is in the hand, wherever one stands. */
    toolOf: (i: number, hand: number) => ((toolAt[i] ?? -1) < 0 ? hand : (toolAt[i] ?? hand)),
    zoneOf: (i: number, place: number) => ((zoneAt[i] ?? -1) < 0 ? place : (zoneAt[i] ?? place)),
    meets: (state: number, i: number) => cells[state]?.meets[i] ?? false,
    after: (state: number, i: number) => cells[state]?.after[i] ?? state,
    movesFrom: (state: number) => cells[state]?.moves ?? [],
    ends: (state: number) => cells[state]?.ends ?? false,
    /** What is still to come costs at least this: each tool, place and pair of them once, each state once. */
    least: (done: number, hand: number, place: number, state: number) => {
      const w = wantedFor(done);
      const [t, z] = [bitsOf(w.tools & ~(1 << hand)), bitsOf(w.zones & ~(1 << place))];
      const here = pairOf[hand]?.[place] ?? -1;
      const p = bitsOf(here < 0 ? w.pairs : w.pairs & ~(1 << here));
      const { toolChangeMin: tool, zoneChangeMin: zone } = task;
      // Each pair is come to once; of the ways there at least z change the place, the others the tool or the place.
      const byPairs = z * zone + Math.max(0, p - z) * Math.min(tool, zone);
      return Math.max(t * tool + z * zone, byPairs) + stateCost(w, state);
    },
  };
}

const bitOf = (list: readonly string[], value: string | undefined): number =>
  value === undefined ? 0 : 1 << list.indexOf(value);
const distinct = (list: readonly string[]): readonly string[] => [...new Set(list)];
function bitsOf(mask: number): number {
  let n = 0;
  for (let m = mask; m !== 0; m &= m - 1) n += 1;
  return n;
}
