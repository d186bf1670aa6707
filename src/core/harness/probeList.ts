import {
  ALL_OFF,
  type Circuit,
  type Control,
  CONTROL_NAMES,
  type ControlState,
  expressionOf,
  type Level,
  levelOf,
  possibleStates,
  supportOf,
} from '../controls';
import { compareText } from '../reason';

/** What the meter should read at one cavity in a setting, lamp off the plug. */
export interface ProbeReading {
  readonly circuit: string;
  readonly level: Level;
}

export interface ProbeList {
  /** Settings of the controls, in an order of few switches, with what each circuit should read. */
  readonly settings: readonly { readonly state: ControlState; readonly readings: readonly ProbeReading[] }[];
  /** Circuits that no setting tells apart: one class each. */
  readonly alike: readonly (readonly string[])[];
  /** No list can be shorter than this: so many settings with so many different readings each. */
  readonly bound: number;
}

/** Settings that are tried together before the search turns greedy. */
const EXACT_SETS = 400_000;

/** The fewest settings of the controls that tell the circuits of a plug apart by what a meter reads at each cavity. */
export function probeList(circuits: readonly Circuit[]): ProbeList {
  const sorted = [...circuits].sort((a, b) => compareText(a.id, b.id));
  const support = new Set<Control>(
    sorted.flatMap((c) => c.cases.flatMap((x) => supportOf(expressionOf(x.when)))),
  );
  const code = (l: Level) => (l.kind === 'pulsed' ? `pulsed ${l.duty}` : l.kind);
  const all = possibleStates([...support]).map((state) => ({
    state,
    row: sorted.map((c) => code(levelOf(c.cases, state))),
  }));
  const classes = groupBy(sorted.map((c, i) => [c.id, all.map((s) => s.row[i]).join('|')] as const));
  // A setting is worth trying only for how it parts the circuits; of those alike the calmest stands for all.
  const parting = new Map<string, (typeof all)[number]>();
  for (const s of all) {
    const key = s.row.join('|');
    const before = parting.get(key);
    if (!before || switches(s.state) < switches(before.state)) parting.set(key, s);
  }
  const candidates = [...parting.values()].sort((a, b) => switches(a.state) - switches(b.state));
  const told = (chosen: readonly (typeof all)[number][]) =>
    new Set(sorted.map((_, i) => chosen.map((s) => s.row[i]).join('|'))).size;
  const chosen = fewest(candidates, (list) => told(list) === classes.length, told);
  const most = Math.max(2, ...candidates.map((s) => new Set(s.row).size));
  return {
    settings: inFewSwitches(chosen.map((s) => s.state)).map((state) => ({
      state,
      readings: sorted.map((c) => ({ circuit: c.id, level: levelOf(c.cases, state) })),
    })),
    alike: classes.filter((c) => c.length > 1),
    bound: classes.length <= 1 ? 0 : Math.ceil(Math.log(classes.length) / Math.log(most) - 1e-9),
  };
}

function groupBy(pairs: readonly (readonly [string, string])[]): readonly (readonly string[])[] {
  const groups = new Map<string, string[]>();
  for (const [id, key] of pairs) groups.set(key, [...(groups.get(key) ?? []), id]);
  return [...groups.values()];
}

/** The smallest set that is enough: every set of a size while there are not too many, then the best one by one. */
function fewest<T>(
  candidates: readonly T[],
  enough: (list: readonly T[]) => boolean,
  worth: (list: readonly T[]) => number,
): readonly T[] {
  if (enough([])) return [];
  for (let size = 1; size <= candidates.length; size += 1) {
    if (combinations(candidates.length, size) > EXACT_SETS) break;
    const found = subset(candidates, size, [], 0, enough);
    if (found) return found;
  }
  const chosen: T[] = [];
  while (!enough(chosen)) {
    let best: T | undefined;
    for (const c of candidates)
      if (!chosen.includes(c) && (!best || worth([...chosen, c]) > worth([...chosen, best]))) best = c;
    if (!best) break;
    chosen.push(best);
  }
  return chosen;
}

function subset<T>(
  from: readonly T[],
  size: number,
  taken: readonly T[],
  start: number,
  enough: (list: readonly T[]) => boolean,
): readonly T[] | null {
  if (taken.length === size) return enough(taken) ? taken : null;
  for (let i = start; i < from.length; i += 1) {
    const next = from[i];
    const found = next && subset(from, size, [...taken, next], i + 1, enough);
    if (found) return found;
  }
  return null;
}

function combinations(n: number, k: number): number {
  let c = 1;
  for (let i = 0; i < k; i += 1) c = (c * (n - i)) / (i + 1);
  return c;
}

const switches = (s: ControlState, from: ControlState = ALL_OFF) =>
  CONTROL_NAMES.filter((c) => s[c] !== from[c]).length;

/** From rest, always to the setting that is the fewest switches away. */
function inFewSwitches(states: readonly ControlState[]): readonly ControlState[] {
  const left = [...states];
  const order: ControlState[] = [];
  let at: ControlState = ALL_OFF;
  while (left.length > 0) {
    const steps = left.map((s) => switches(s, at));
    const next = left.splice(steps.indexOf(Math.min(...steps)), 1)[0];
    if (!next) break;
    order.push(next);
    at = next;
  }
  return order;
}
