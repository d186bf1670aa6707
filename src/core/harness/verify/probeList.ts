import {
  ALL_OFF,
  type Circuit,
  type Control,
  type ControlState,
  expressionOf,
  inFewSwitches,
  switchesBetween,
  type Level,
  levelOf,
  possibleStates,
  supportOf,
} from '../../controls';
import { compareText } from '../../kernel/reason';

/** What the meter should read at one cavity in a setting, lamp off the plug. */
export interface ProbeReading {
  readonly circuit: string;
  readonly level: Level;
}

/** Settings and cavities that find a fault in the fewest measurements known. */
export interface ProbeList {
  /** Settings of the controls, in an order of few switches, with what each circuit should read. */
  readonly settings: readonly { readonly state: ControlState; readonly readings: readonly ProbeReading[] }[];
  /** Circuits that no setting tells apart: one class each. */
  readonly alike: readonly (readonly string[])[];
  /** No list can be shorter than this: so many settings with so many different readings each. */
  readonly bound: number;
}

/** Settings that are tried before the search turns greedy. */
const MOST_STEPS = 20_000;

/**
 * The fewest settings of the controls that tell the circuits of a plug apart by what a meter reads at each cavity, and in
 * which each is live at least once: a wire that stays dark throughout could as well be dead.
 */
export function probeList(circuits: readonly Circuit[]): ProbeList {
  const sorted = [...circuits].sort((a, b) => compareText(a.id, b.id));
  const support = new Set<Control>(
    sorted.flatMap((c) => c.cases.flatMap((x) => supportOf(expressionOf(x.when)))),
  );
  const all = possibleStates([...support]).map((state) => ({
    state,
    row: readingCodes(sorted.map((c) => levelOf(c.cases, state))),
  }));
  const classes = groupBy(sorted.map((c, i) => [c.id, all.map((s) => s.row[i]).join('|')] as const));
  // A setting is worth trying only for how it parts the circuits; of those alike the calmest stands for all.
  const parting = new Map<string, (typeof all)[number]>();
  for (const s of all) {
    const key = s.row.join('|');
    const before = parting.get(key);
    if (!before || switchesBetween(ALL_OFF, s.state) < switchesBetween(ALL_OFF, before.state))
      parting.set(key, s);
  }
  const candidates = [...parting.values()].sort(
    (a, b) => switchesBetween(ALL_OFF, a.state) - switchesBetween(ALL_OFF, b.state),
  );
  const live = (s: (typeof all)[number], i: number) => s.row[i] !== 'off' && s.row[i] !== 'data';
  const wakes = sorted.flatMap((_, i) => (candidates.some((s) => live(s, i)) ? [i] : []));
  const codes = new Map<string, number>();
  const codeOf = (text: string) => {
    const known = codes.get(text) ?? codes.size;
    codes.set(text, known);
    return known;
  };
  const chosen = fewest(
    candidates.map((setting) => ({
      setting,
      row: setting.row.map(codeOf),
      awake: wakes.map((i) => live(setting, i)),
    })),
    classes.length,
  ).map((c) => c.setting);
  const most = Math.max(2, ...candidates.map((s) => new Set(s.row).size));
  return {
    settings: inFewSwitches(chosen.map((s) => s.state)).map((state) => ({
      state,
      readings: sorted.map((c) => ({ circuit: c.id, level: levelOf(c.cases, state) })),
    })),
    alike: classes.filter((c) => c.length > 1),
    bound: Math.max(
      wakes.length > 0 ? 1 : 0,
      classes.length <= 1 ? 0 : Math.ceil(Math.log(classes.length) / Math.log(most) - 1e-9),
    ),
  };
}

/**
 * What a meter tells apart in one setting: levels of one code read alike. A meter averages pulses and the supply is not
 * known to a volt, so a duty is told from another, or from full, only where their windows do not meet.
 */
export function readingCodes(levels: readonly Level[]): readonly string[] {
  const duties = [
    ...new Set(levels.flatMap((l) => (l.kind === 'pulsed' ? [l.duty] : l.kind === 'on' ? [1] : []))),
  ].sort((a, b) => a - b);
  const groups = new Map<number, number>();
  let group = 0;
  duties.forEach((duty, i) => {
    const before = duties[i - 1];
    if (before !== undefined && duty / before > TOLD_APART && !(duty === 1 && before >= LIKE_FULL))
      group += 1;
    groups.set(duty, group);
  });
  return levels.map((l) =>
    l.kind === 'pulsed' || l.kind === 'on' ? `on ${groups.get(l.kind === 'on' ? 1 : l.duty)}` : l.kind,
  );
}

/** The windows of two duties do not meet: a fifth either way, over a supply of 12 to 14.8 V (1.2 × 14.8 ÷ (0.8 × 12)). */
const TOLD_APART = 1.85;
/** From this duty on a pulsed wire may read like a full one: 12 ÷ (1.2 × 14.8). */
const LIKE_FULL = 0.675;

function groupBy(pairs: readonly (readonly [string, string])[]): readonly (readonly string[])[] {
  const groups = new Map<string, string[]>();
  for (const [id, key] of pairs) groups.set(key, [...(groups.get(key) ?? []), id]);
  return [...groups.values()];
}

interface Candidate<T> {
  readonly setting: T;
  /** What each circuit reads, as a number. */
  readonly row: readonly number[];
  /** Whether each circuit that can be live is. */
  readonly awake: readonly boolean[];
}

/** More than there are different readings at all the cavities of a plug. */
const READINGS = 4096;

/** How far a set of settings has come: which circuits it still takes for one another, and which were live. */
interface Reached {
  readonly parts: readonly number[];
  readonly count: number;
  readonly woken: readonly boolean[];
  readonly sleeping: number;
}

function refined<T>(r: Reached, c: Candidate<T>): Reached {
  const numbers = new Map<number, number>();
  const parts = r.parts.map((p, i) => {
    const key = p * READINGS + (c.row[i] ?? 0);
    const known = numbers.get(key) ?? numbers.size;
    numbers.set(key, known);
    return known;
  });
  const woken = r.woken.map((w, i) => w || (c.awake[i] ?? false));
  return { parts, count: numbers.size, woken, sleeping: woken.filter((w) => !w).length };
}

/**
 * The smallest set that tells all classes apart and has every circuit live once: sets of a size are all tried while
 * that does not take too long, leaving out those that cannot come so far any more; then the best setting one by one.
 */
function fewest<T>(candidates: readonly Candidate<T>[], classes: number): readonly Candidate<T>[] {
  const first = candidates[0];
  if (!first) return [];
  const start: Reached = {
    parts: first.row.map(() => 0),
    count: first.row.length > 0 ? 1 : 0,
    woken: first.awake.map(() => false),
    sleeping: first.awake.length,
  };
  const most = Math.max(1, ...candidates.map((c) => new Set(c.row).size));
  const widest = Math.max(1, ...candidates.map((c) => c.awake.filter(Boolean).length));
  let steps = 0;
  const search = (
    size: number,
    from: number,
    r: Reached,
    taken: readonly Candidate<T>[],
  ): readonly Candidate<T>[] | null => {
    const left = size - taken.length;
    if (left === 0) return r.count >= classes && r.sleeping === 0 ? taken : null;
    if (r.count * most ** left < classes || r.sleeping > widest * left) return null;
    for (let i = from; i < candidates.length && steps < MOST_STEPS; i += 1) {
      const c = candidates[i];
      steps += 1;
      const found = c && search(size, i + 1, refined(r, c), [...taken, c]);
      if (found) return found;
    }
    return null;
  };
  for (let size = 0; size <= candidates.length && steps < MOST_STEPS; size += 1) {
    const found = search(size, 0, start, []);
    if (found) return found;
  }
  const chosen: Candidate<T>[] = [];
  let r = start;
  while (r.count < classes || r.sleeping > 0) {
    let best: { c: Candidate<T>; after: Reached; left: number } | null = null;
    for (const c of candidates) {
      const after = refined(r, c);
      const left = openOf(after);
      if (!best || left < best.left) best = { c, after, left };
    }
    if (!best || best.left === openOf(r)) break;
    chosen.push(best.c);
    r = best.after;
  }
  return chosen;
}

/** What is still open: pairs that are not told apart, and circuits that were never live. */
function openOf({ parts, sleeping }: Reached): number {
  const sizes = new Map<number, number>();
  for (const p of parts) sizes.set(p, (sizes.get(p) ?? 0) + 1);
  return [...sizes.values()].reduce((sum, n) => sum + (n * (n - 1)) / 2, sleeping);
}
