import { compareText } from '../kernel/reason';
import type { FactRef } from '../vehicle';
import { type Condition, endsOf, type MendOption } from './condition';
import { type Known, type Prepared, residual } from './evaluate';
import { cellClasses, type Expression, type MendTag, restrict } from './expression';
import { MEND, NO, type Rank, YES } from './rank';
import { type Effort, effort, mayTry, spanOf } from './span';

/** A part that goes with the lamp. */
export interface PartNeeded {
  readonly part: string;
  readonly quantity: number;
  /** Needed in every world in which it goes in; else in some. */
  readonly certain: boolean;
  /** Of one that is perhaps needed: the facts that say. */
  readonly open: readonly FactRef[];
}

/** Work without a part that makes a condition good. */
export interface WorkNeeded {
  readonly leaf: string;
  readonly at: number;
  readonly certain: boolean;
}

/** What has to be done and bought so that a lamp goes in, over all worlds in which it does. */
export interface Needs {
  readonly parts: readonly PartNeeded[];
  readonly work: readonly WorkNeeded[];
  /** Minutes that the mends take, at least and at most. */
  readonly minutes: { readonly low: number; readonly high: number };
  /** Mends that are taken in every such world, by their leaf, and those that are taken in some. */
  readonly certain: readonly MendTag[];
  readonly perhaps: readonly MendTag[];
  /** false: too many combinations; what is not certain may be more than is really needed. */
  readonly exact: boolean;
}

interface Counting {
  readonly option: (tag: MendTag) => MendOption | undefined;
  /** Sides that a mend counts for. */
  readonly sidesOf: (tag: MendTag) => readonly string[];
}

/**
 * The parts and work of a condition. In each world the quickest way is taken (fewest minutes, then fewest parts, then
 * by name); a part counts once a side or once for the set, as its row says.
 * @param sides the sides of the swap: a condition of the vehicle counts for all of them
 */
export function needsOf(p: Prepared, known: Known, sides: readonly string[]): Needs {
  const counting = countingOf(p.condition, sides);
  const left = residual(p, known);
  const tried = effort();
  const top = left.expression.kind === 'min' ? left.expression.of : [left.expression];
  const groups = groupsOf(top, counting).filter((g) => g.some(hasMend));
  const lines = new Map<string, { low: number; high: number; group: readonly Expression[] }>();
  const work = new Map<string, WorkNeeded>();
  const minutes = { low: 0, high: 0 };
  const certain: MendTag[] = [];
  const perhaps: MendTag[] = [];
  for (const group of groups) {
    const plans = plansOf(group, counting, tried);
    if (plans.length === 0) continue;
    const counts = plans.map((tags) => quantities(tags, counting));
    for (const part of new Set(counts.flatMap((c) => [...c.keys()]))) {
      const all = counts.map((c) => c.get(part) ?? 0);
      const before = lines.get(part);
      lines.set(part, {
        low: (before?.low ?? 0) + Math.min(...all),
        high: (before?.high ?? 0) + Math.max(...all),
        group: [...(before?.group ?? []), ...group],
      });
    }
    const times = plans.map((tags) => minutesOf(tags, counting));
    minutes.low += Math.min(...times);
    minutes.high += Math.max(...times);
    for (const tag of new Map(plans.flat().map((t) => [tagKey(t), t])).values()) {
      const always = plans.every((tags) => tags.some((t) => tagKey(t) === tagKey(tag)));
      (always ? certain : perhaps).push(tag);
      if (counting.option(tag)?.mend.parts.length === 0) work.set(tagKey(tag), { ...tag, certain: always });
    }
  }
  // One account for all of them: naming what is open must not cost more than finding it.
  const naming = effort();
  const openOf = (part: string, group: readonly Expression[]): readonly FactRef[] => {
    const vars = [...new Set(group.flatMap((e) => e.vars))].filter((v) =>
      decidesPart(group, v, part, counting, naming),
    );
    const hidden = left.hidden.filter((h) => vars.includes(h.v)).map((h) => h.settledBy);
    const facts = [...vars.map((v) => p.facts[v]), ...hidden].filter((f) => f !== undefined && f !== null);
    return [...new Set(facts)].sort(compareText);
  };
  const parts = [...lines]
    .sort(([a], [b]) => compareText(a, b))
    .flatMap(([part, { low, high, group }]): PartNeeded[] => [
      ...(high > low ? [{ part, quantity: high - low, certain: false, open: openOf(part, group) }] : []),
      ...(low > 0 ? [{ part, quantity: low, certain: true, open: [] }] : []),
    ]);
  return {
    parts,
    work: [...work.values()].sort((a, b) => compareText(tagKey(a), tagKey(b))),
    minutes,
    certain,
    perhaps,
    exact: tried.exact && naming.exact,
  };
}

const tagKey = (t: MendTag): string => `${t.leaf}#${t.at}`;

function countingOf(condition: Condition, sides: readonly string[]): Counting {
  const leaves = new Map(endsOf(condition).map((end) => [end.id, end]));
  return {
    option: (tag) => leaves.get(tag.leaf)?.mends[tag.at],
    sidesOf: (tag) => {
      const side = leaves.get(tag.leaf)?.side;
      return side ? [side] : sides;
    },
  };
}

const hasMend = (e: Expression): boolean =>
  e.kind === 'mend' ||
  (e.kind === 'not' ? hasMend(e.of) : e.kind === 'min' || e.kind === 'max' ? e.of.some(hasMend) : false);

function tagsIn(e: Expression): readonly MendTag[] {
  switch (e.kind) {
    case 'mend':
      return [e.tag, ...tagsIn(e.when)];
    case 'not':
      return tagsIn(e.of);
    case 'min':
    case 'max':
      return e.of.flatMap(tagsIn);
    default:
      return [];
  }
}

/** Groups that share neither an unknown fact nor a part that counts once: what they need adds up. */
function groupsOf(list: readonly Expression[], counting: Counting): readonly (readonly Expression[])[] {
  const groups: { keys: Set<string | number>; of: Expression[] }[] = [];
  for (const e of list) {
    const counted = tagsIn(e).flatMap((t) => counting.option(t)?.counts ?? []);
    const keys = new Set<string | number>([...e.vars, ...counted]);
    const touching = groups.filter((g) => [...keys].some((k) => g.keys.has(k)));
    const one = {
      keys: new Set([...keys, ...touching.flatMap((g) => [...g.keys])]),
      of: [...touching.flatMap((g) => g.of), e],
    };
    for (const g of touching) groups.splice(groups.indexOf(g), 1);
    groups.push(one);
  }
  return groups.map((g) => g.of);
}

/** What is done in each world of a group in which all of it is good; alike ones once. */
function plansOf(
  group: readonly Expression[],
  counting: Counting,
  tried: Effort,
): readonly (readonly MendTag[])[] {
  const found = new Map<string, readonly MendTag[]>();
  const go = (list: readonly Expression[]): void => {
    if (list.some((e) => e.kind === 'rank' && e.rank === NO)) return;
    const open = list.filter((e) => e.vars.length > 0);
    if (!open.some(hasMend)) {
      // Nothing is left to choose: it counts if there is a world in which the rest holds.
      if (open.some((e) => spanOf(e, tried).hi === NO)) return;
      const tags = list.filter((e) => e.vars.length === 0).flatMap((e) => inWorld(e, counting).tags);
      const key = tags.map(tagKey).sort(compareText).join();
      // Independent of one another they may be; where they are not, one world of all has to be found.
      if (found.has(key) || (open.length > 1 && !canHoldTogether(open, tried))) return;
      found.set(key, tags);
      return;
    }
    const v = open.filter(hasMend).flatMap((e) => e.vars)[0] ?? 0;
    for (const [cell] of cellClasses(list, v)) {
      if (!mayTry(tried)) return;
      go(list.map((e) => restrict(e, v, cell ?? 0)));
    }
  };
  go(group);
  return [...found.values()];
}

function canHoldTogether(list: readonly Expression[], tried: Effort): boolean {
  const vars = [...new Set(list.flatMap((e) => e.vars))];
  return spanOf({ kind: 'min', of: list, vars }, tried).hi > NO;
}

interface Plan {
  readonly rank: Rank;
  readonly tags: readonly MendTag[];
}

/** The rank of an expression without unknowns, and the quickest way to it. */
function inWorld(e: Expression, counting: Counting): Plan {
  switch (e.kind) {
    case 'rank':
      return { rank: e.rank, tags: [] };
    case 'var':
      throw new Error('An unknown fact stands in a world');
    case 'mend': {
      const when = inWorld(e.when, counting);
      return when.rank > NO ? { rank: MEND, tags: [e.tag, ...when.tags] } : { rank: NO, tags: [] };
    }
    case 'not':
      return { rank: (YES - inWorld(e.of, counting).rank) as Rank, tags: [] };
    case 'min': {
      const plans = e.of.map((x) => inWorld(x, counting));
      const rank = Math.min(...plans.map((x) => x.rank)) as Rank;
      return { rank, tags: rank === NO ? [] : plans.flatMap((x) => x.tags) };
    }
    case 'max': {
      const plans = e.of.map((x) => inWorld(x, counting));
      const rank = Math.max(NO, ...plans.map((x) => x.rank)) as Rank;
      const best = plans
        .filter((x) => x.rank === rank)
        .sort((a, b) => compareWays(a.tags, b.tags, counting))[0];
      return { rank, tags: rank === MEND ? (best?.tags ?? []) : [] };
    }
  }
}

/** Fewest minutes, then fewest parts, then by name. */
function compareWays(a: readonly MendTag[], b: readonly MendTag[], counting: Counting): number {
  const pieces = (tags: readonly MendTag[]) =>
    [...quantities(tags, counting).values()].reduce((x, y) => x + y, 0);
  return (
    minutesOf(a, counting) - minutesOf(b, counting) ||
    pieces(a) - pieces(b) ||
    compareText(a.map(tagKey).sort(compareText).join(), b.map(tagKey).sort(compareText).join())
  );
}

/** Pieces of each part: once a side or once for the set, however often it is asked for. */
function quantities(tags: readonly MendTag[], counting: Counting): ReadonlyMap<string, number> {
  const once = new Map<string, { part: string; quantity: number }>();
  for (const tag of tags) {
    const option = counting.option(tag);
    for (const need of option?.mend.parts ?? [])
      for (const side of need.per === 'set' ? [''] : counting.sidesOf(tag))
        once.set(`${option?.counts}|${need.part}|${side}`, need);
  }
  const sums = new Map<string, number>();
  for (const { part, quantity } of once.values()) sums.set(part, (sums.get(part) ?? 0) + quantity);
  return sums;
}

/** Minutes of several mends: one whose parts are all for the set is made once, others at each place. */
function minutesOf(tags: readonly MendTag[], counting: Counting): number {
  const once = new Map<string, number>();
  for (const tag of tags) {
    const option = counting.option(tag);
    if (!option) continue;
    const parts = option.mend.parts;
    const forSet = parts.length > 0 && parts.every((n) => n.per === 'set');
    once.set(forSet ? option.counts : tagKey(tag), option.mend.minutes);
  }
  return [...once.values()].reduce((x, y) => x + y, 0);
}

/** Whether an unknown can change how many of a part are needed, in some world, while it goes in. */
function decidesPart(
  group: readonly Expression[],
  v: number,
  part: string,
  counting: Counting,
  tried: Effort,
): boolean {
  const go = (list: readonly Expression[]): boolean => {
    if (list.some((e) => e.kind === 'rank' && e.rank === NO)) return false;
    const other = list.flatMap((e) => e.vars).find((x) => x !== v);
    if (other !== undefined) {
      for (const [cell] of cellClasses(list, other)) {
        if (!mayTry(tried)) return true;
        if (go(list.map((e) => restrict(e, other, cell ?? 0)))) return true;
      }
      return false;
    }
    const counts = new Set<number>();
    for (const [cell] of cellClasses(list, v)) {
      const plans = list.map((e) => inWorld(restrict(e, v, cell ?? 0), counting));
      if (plans.some((x) => x.rank === NO)) continue;
      counts.add(
        quantities(
          plans.flatMap((x) => x.tags),
          counting,
        ).get(part) ?? 0,
      );
    }
    return counts.size > 1;
  };
  return go(group);
}
