import { seededRandom } from '../kernel/seededRandom';

/** A step as two people share it. */
export interface CrewTask {
  readonly id: string;
  readonly minutes: number;
  /** 2: both are needed for it at once. */
  readonly people: 1 | 2;
  /** Ids that must be done before it begins. */
  readonly after: readonly string[];
  /** A place where only one can work at a time: under a lift, in the cab; null: room for both. */
  readonly alone: string | null;
}

/** When a step is done, and by whom. */
export interface CrewBar {
  readonly id: string;
  readonly fromMin: number;
  readonly toMin: number;
  /** 0, 1 or both. */
  readonly who: readonly (0 | 1)[];
}

/** The work of two. */
export interface CrewPlan {
  readonly bars: readonly CrewBar[];
  readonly makespanMin: number;
  /** What no plan for two can go below: the longest chain, half of the work, what only one can do at a time. */
  readonly boundMin: number;
  /** What one alone takes. */
  readonly aloneMin: number;
  /** Steps of the longest chain: a delay of one delays everything. */
  readonly critical: readonly string[];
  /** Minutes in which each of the two waits. */
  readonly idleMin: readonly [number, number];
}

/** *Settings*: plans that are looked at, and the chance of the seed. */
const TRIES = 1500;
const SEED = 1;

/**
 * A plan for two with the least time found: steps are taken in an order of urgency, each as early as people, place and the
 * steps before it let; the order is then changed here and there and kept where it is no longer. The same seed, the same plan.
 */
export function crewPlan(
  tasks: readonly CrewTask[],
  { tries = TRIES, seed = SEED }: { readonly tries?: number; readonly seed?: number } = {},
): CrewPlan {
  const known = new Set(tasks.map((t) => t.id));
  const list = tasks.map((t) => ({ ...t, after: t.after.filter((id) => known.has(id)) }));
  const tails = longestTails(list);
  const random = seededRandom(seed);
  const boundMin = crewBound(list, tails);
  let order = [...list].sort((a, b) => (tails.get(b.id) ?? 0) - (tails.get(a.id) ?? 0));
  let best = laid(list, order);
  for (let n = 0; n < tries && endOf(best) > boundMin + 1e-9; n += 1) {
    const next = [...order];
    const [i, j] = [Math.floor(random() * next.length), Math.floor(random() * next.length)];
    const [moved] = next.splice(i, 1);
    if (moved) next.splice(j, 0, moved);
    const bars = laid(list, next);
    // An order that is as good is gone on from: the way to a better one leads over many alike.
    if (endOf(bars) > endOf(best) + 1e-9) continue;
    [order, best] = [next, bars];
  }
  return planOf(list, best, tails);
}

/** What bars come to. */
function planOf(
  list: readonly CrewTask[],
  bars: readonly CrewBar[],
  tails: ReadonlyMap<string, number>,
): CrewPlan {
  const makespanMin = endOf(bars);
  const busy = (who: 0 | 1) =>
    bars.filter((b) => b.who.includes(who)).reduce((sum, b) => sum + b.toMin - b.fromMin, 0);
  return {
    bars: [...bars].sort((a, b) => a.fromMin - b.fromMin || (a.who[0] ?? 0) - (b.who[0] ?? 0)),
    makespanMin,
    boundMin: Math.min(crewBound(list, tails), makespanMin),
    aloneMin: list.reduce((sum, t) => sum + t.minutes, 0),
    critical: criticalChain(list, tails),
    idleMin: [makespanMin - busy(0), makespanMin - busy(1)],
  };
}

/** A step that somebody wants one of the two to do, in this turn. */
export interface CrewWish {
  readonly id: string;
  readonly who: 0 | 1;
}

/**
 * The plan for two as somebody wants it: the named steps in their turn, each by its person, as early as people, place and
 * what they wait for let; all others where they are soonest done. Nothing that a step waits for is passed over: a wish that
 * comes too early is done once it can be. A step for two is for both whatever is wished.
 */
export function crewAsWished(tasks: readonly CrewTask[], wishes: readonly CrewWish[]): CrewPlan {
  const known = new Set(tasks.map((t) => t.id));
  const list = tasks.map((t) => ({ ...t, after: t.after.filter((id) => known.has(id)) }));
  const tails = longestTails(list);
  const turn = new Map(wishes.map((w, i) => [w.id, i]));
  const who = new Map(wishes.map((w) => [w.id, w.who]));
  const named = list
    .filter((t) => turn.has(t.id))
    .sort((a, b) => (turn.get(a.id) ?? 0) - (turn.get(b.id) ?? 0));
  const others = list
    .filter((t) => !turn.has(t.id))
    .sort((a, b) => (tails.get(b.id) ?? 0) - (tails.get(a.id) ?? 0));
  return planOf(list, laid(list, [...named, ...others], who), tails);
}

const endOf = (bars: readonly CrewBar[]): number => Math.max(0, ...bars.map((b) => b.toMin));

/** For each step the minutes from its start to the end of the longest chain behind it. */
function longestTails(tasks: readonly CrewTask[]): ReadonlyMap<string, number> {
  const followers = new Map<string, CrewTask[]>();
  for (const t of tasks) for (const id of t.after) followers.set(id, [...(followers.get(id) ?? []), t]);
  const known = new Map<string, number>();
  const tail = (t: CrewTask): number => {
    const found = known.get(t.id);
    if (found !== undefined) return found;
    // A ring would never end; the plan that these come from has none.
    known.set(t.id, t.minutes);
    const made = t.minutes + Math.max(0, ...(followers.get(t.id) ?? []).map(tail));
    known.set(t.id, made);
    return made;
  };
  for (const t of tasks) tail(t);
  return known;
}

/** What no plan for two can go below. */
function crewBound(tasks: readonly CrewTask[], tails: ReadonlyMap<string, number>): number {
  const chain = Math.max(0, ...tails.values());
  const half = tasks.reduce((sum, t) => sum + t.minutes * t.people, 0) / 2;
  const alone = new Map<string, number>();
  for (const t of tasks) if (t.alone !== null) alone.set(t.alone, (alone.get(t.alone) ?? 0) + t.minutes);
  return Math.max(chain, half, ...alone.values());
}

function criticalChain(tasks: readonly CrewTask[], tails: ReadonlyMap<string, number>): readonly string[] {
  const chain: string[] = [];
  let free = tasks.filter((t) => t.after.length === 0);
  while (free.length > 0) {
    const next = free.reduce((a, b) => ((tails.get(b.id) ?? 0) > (tails.get(a.id) ?? 0) ? b : a));
    chain.push(next.id);
    free = tasks.filter((t) => t.after.includes(next.id));
  }
  return chain;
}

interface Span {
  readonly from: number;
  readonly to: number;
}

/** Lays steps out in an order of urgency: each as early as it can be, once all that it waits for is laid. */
function laid(
  tasks: readonly CrewTask[],
  order: readonly CrewTask[],
  wanted: ReadonlyMap<string, 0 | 1> = new Map(),
): readonly CrewBar[] {
  const bars = new Map<string, CrewBar>();
  const people: [Span[], Span[]] = [[], []];
  const places = new Map<string, Span[]>();
  const left = new Set(tasks.map((t) => t.id));
  while (left.size > 0) {
    const task = order.find((t) => left.has(t.id) && t.after.every((id) => bars.has(id)));
    if (!task) break;
    const ready = Math.max(0, ...task.after.map((id) => bars.get(id)?.toMin ?? 0));
    const place = task.alone === null ? [] : (places.get(task.alone) ?? []);
    const { from, who } = earliest(task, ready, people, place, wanted.get(task.id) ?? null);
    const span = { from, to: from + task.minutes };
    for (const w of who) people[w].push(span);
    if (task.alone !== null) places.set(task.alone, [...place, span]);
    bars.set(task.id, { id: task.id, fromMin: span.from, toMin: span.to, who });
    left.delete(task.id);
  }
  return [...bars.values()];
}

/** The first moment at which those who are needed, and the place, are free for as long as it takes. */
function earliest(
  task: CrewTask,
  ready: number,
  people: readonly [readonly Span[], readonly Span[]],
  place: readonly Span[],
  wanted: 0 | 1 | null,
): { readonly from: number; readonly who: readonly (0 | 1)[] } {
  const free = (spans: readonly Span[], at: number) =>
    spans.every((s) => s.to <= at + 1e-9 || s.from >= at + task.minutes - 1e-9);
  const moments = [ready, ...[...people[0], ...people[1], ...place].map((s) => s.to)]
    .filter((m) => m >= ready)
    .sort((a, b) => a - b);
  for (const at of moments) {
    if (!free(place, at)) continue;
    const here = ([0, 1] as const)
      .filter((w) => task.people === 2 || wanted === null || w === wanted)
      .filter((w) => free(people[w], at));
    if (here.length >= task.people) return { from: at, who: task.people === 2 ? [0, 1] : [here[0] ?? 0] };
  }
  return { from: moments.at(-1) ?? ready, who: task.people === 2 ? [0, 1] : [wanted ?? 0] };
}
