import { type Interval, MEND, NO, type Rank, YES } from './rank';

/** One way of making an unmet condition good, as it stands in a rule. */
export interface MendTag {
  /** Of the leaf that it mends: `plug@headlamp.front.left`. */
  readonly leaf: string;
  /** Its place among the leaf's mends. */
  readonly at: number;
}

/**
 * What is left of a condition once everything known is folded in: a tree over unknown facts. `var` is met in the
 * cells of its mask and is not in the others; `mend` is worth a mend where its own condition holds.
 */
export type Expression =
  | { readonly kind: 'rank'; readonly rank: Rank; readonly vars: readonly number[] }
  | {
      readonly kind: 'var';
      readonly v: number;
      readonly meets: readonly boolean[];
      readonly vars: readonly number[];
    }
  | {
      readonly kind: 'mend';
      readonly tag: MendTag;
      readonly when: Expression;
      readonly vars: readonly number[];
    }
  | { readonly kind: 'not'; readonly of: Expression; readonly vars: readonly number[] }
  | { readonly kind: 'min' | 'max'; readonly of: readonly Expression[]; readonly vars: readonly number[] };

const NOTHING: readonly number[] = [];
const RANKS: readonly Expression[] = [NO, MEND, YES].map((rank) => ({ kind: 'rank', rank, vars: NOTHING }));

/** A rank that hangs on nothing. */
export const constantOf = (rank: Rank): Expression => RANKS[rank] as Expression;
/** Whether it has this rank in every world, and no mend stands behind it. */
export const isRank = (e: Expression, rank: Rank): boolean => e.kind === 'rank' && e.rank === rank;

/** Met in some cells of an unknown fact. @param meets by cell */
export function variable(v: number, meets: readonly boolean[]): Expression {
  if (meets.every(Boolean)) return constantOf(YES);
  if (!meets.some(Boolean)) return constantOf(NO);
  return { kind: 'var', v, meets, vars: [v] };
}

/** Worth a mend where `when` holds, by itself or by a mend of its own. */
export const mended = (tag: MendTag, when: Expression): Expression =>
  isRank(when, NO) ? when : { kind: 'mend', tag, when, vars: when.vars };

/** Yes and no exchanged. */
export function negated(of: Expression): Expression {
  if (of.kind === 'rank') return constantOf((YES - of.rank) as Rank);
  return of.kind === 'not' ? of.of : { kind: 'not', of, vars: of.vars };
}

/** The least (`min`) or the greatest of several. None: `min` holds, `max` does not. */
export function joined(kind: 'min' | 'max', list: readonly Expression[]): Expression {
  const [ends, idle] = kind === 'min' ? [NO, YES] : [YES, NO];
  const of: Expression[] = [];
  for (const e of list) {
    if (isRank(e, ends)) return e;
    if (isRank(e, idle)) continue;
    if (e.kind === kind) of.push(...e.of);
    else of.push(e);
  }
  const [first] = of;
  if (!first) return constantOf(idle);
  if (of.length === 1) return first;
  const vars = [...new Set(of.flatMap((e) => e.vars))].sort((a, b) => a - b);
  return { kind, of, vars };
}

/** The expression in the worlds where an unknown fact lies in one cell. */
export function restrict(e: Expression, v: number, cell: number): Expression {
  if (!e.vars.includes(v)) return e;
  switch (e.kind) {
    case 'rank':
      return e;
    case 'var':
      return constantOf(e.meets[cell] ? YES : NO);
    case 'mend':
      return mended(e.tag, restrict(e.when, v, cell));
    case 'not':
      return negated(restrict(e.of, v, cell));
    case 'min':
    case 'max':
      return joined(
        e.kind,
        e.of.map((x) => restrict(x, v, cell)),
      );
  }
}

/** Interval arithmetic: sound always, exact where no unknown fact stands twice. */
export function outerSpan(e: Expression): Interval {
  switch (e.kind) {
    case 'rank':
      return { lo: e.rank, hi: e.rank };
    case 'var':
      return { lo: NO, hi: YES };
    case 'mend': {
      const { lo, hi } = outerSpan(e.when);
      return { lo: lo > NO ? MEND : NO, hi: hi > NO ? MEND : NO };
    }
    case 'not': {
      const { lo, hi } = outerSpan(e.of);
      return { lo: (YES - hi) as Rank, hi: (YES - lo) as Rank };
    }
    case 'min':
    case 'max':
      return joinSpans(e.kind, e.of.map(outerSpan));
  }
}

/** The span of the least or the greatest of several that share nothing unknown. */
export function joinSpans(kind: 'min' | 'max', spans: readonly Interval[]): Interval {
  const pick = kind === 'min' ? Math.min : Math.max;
  let lo: number = kind === 'min' ? YES : NO;
  let hi = lo;
  for (const s of spans) {
    lo = pick(lo, s.lo);
    hi = pick(hi, s.hi);
  }
  return { lo: lo as Rank, hi: hi as Rank };
}

/** Splits expressions into groups that share no unknown fact, in their order. */
export function independentGroups(list: readonly Expression[]): readonly (readonly Expression[])[] {
  const groups: { vars: Set<number>; of: Expression[] }[] = [];
  for (const e of list) {
    const touching = groups.filter((g) => e.vars.some((v) => g.vars.has(v)));
    const [first, ...others] = touching;
    if (!first) {
      groups.push({ vars: new Set(e.vars), of: [e] });
      continue;
    }
    e.vars.forEach((v) => first.vars.add(v));
    first.of.push(e);
    for (const g of others) {
      g.vars.forEach((v) => first.vars.add(v));
      first.of.push(...g.of);
      groups.splice(groups.indexOf(g), 1);
    }
  }
  return groups.map((g) => g.of);
}

/** The unknown fact that most of several expressions share, the lowest of equals; it stands in at least two. */
export function mostShared(list: readonly Expression[]): number {
  const count = new Map<number, number>();
  for (const e of list) for (const v of e.vars) count.set(v, (count.get(v) ?? 0) + 1);
  return [...count].reduce((best, x) => (x[1] > best[1] || (x[1] === best[1] && x[0] < best[0]) ? x : best), [
    -1, 0,
  ] as [number, number])[0];
}

/** One cell of each class that no leaf of the expressions tells apart, with how many cells the class has. */
export function cellClasses(list: readonly Expression[], v: number): readonly (readonly number[])[] {
  const masks: (readonly boolean[])[] = [];
  const collect = (e: Expression): void => {
    if (!e.vars.includes(v)) return;
    if (e.kind === 'var') masks.push(e.meets);
    else if (e.kind === 'mend') collect(e.when);
    else if (e.kind === 'not') collect(e.of);
    else if (e.kind !== 'rank') e.of.forEach(collect);
  };
  list.forEach(collect);
  const classes = new Map<string, number[]>();
  for (let cell = 0; cell < (masks[0]?.length ?? 0); cell += 1) {
    const key = masks.map((m) => (m[cell] ? '1' : '0')).join('');
    const one = classes.get(key);
    if (one) one.push(cell);
    else classes.set(key, [cell]);
  }
  return [...classes.values()];
}
