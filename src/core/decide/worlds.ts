import { seededRandom } from '../kernel/seededRandom';
import type { Condition } from '../rule/condition';
import { type Known, prepareAll, residual } from '../rule/evaluate';
import type { Expression } from '../rule/expression';
import { goodOrNot, matters } from '../rule/matters';
import { type Interval, MEND, NO, type Rank, YES } from '../rule/rank';
import { CELL_COMBINATIONS, effort } from '../rule/span';
import { type FactRef, type FactRegistry, type FactValue, type Prior, splitFactRef } from '../vehicle';
import { cellChances } from './prior';

/** What is known of the unknown facts: the index of a cell, or -1. */
export type WorldState = Int8Array;

/** A condition reckoned ahead: everything known is folded in, only unknown facts are left as variables. */
export interface Reckoned {
  /** Indexes of the unknown facts that it reads. */
  readonly reads: ReadonlySet<number>;
  /** The interval of its rank; exact within the limit of exactness. */
  readonly interval: (s: WorldState) => Interval;
  /** Chance that it ends up good (mends counted as good). */
  readonly chance: (s: WorldState) => number;
  /** Of its unknown facts: those that decide in some world whether it goes in at all. */
  readonly decidedBy: () => ReadonlySet<number>;
}

/** The unknown facts of several conditions with their cells and how likely each cell is. */
export interface Worlds {
  readonly facts: readonly FactRef[];
  readonly cells: readonly (readonly FactValue[])[];
  readonly chances: readonly (readonly number[])[];
  readonly conditions: readonly Reckoned[];
}

/** Combinations for which a chance is added up one by one; beyond, it is drawn. */
const ADDED_UP = 1024;
const SAMPLES = 64;

interface Node {
  readonly reads: readonly number[];
  readonly interval: (s: WorldState) => Interval;
  /** Chances of no, mend and yes, taking facts as independent. */
  readonly ranks: (s: WorldState) => readonly [number, number, number];
}

/** Reckons conditions over one common set of unknown facts. */
export function worldsOf(
  conditions: readonly Condition[],
  known: Known,
  registry: FactRegistry,
  priors: readonly Prior[],
): Worlds {
  const ready = prepareAll(conditions, registry, known);
  const { facts: refs, cells: byRef } = ready({ kind: 'all', of: [] });
  const facts: FactRef[] = [...refs];
  const cells = facts.map((ref) => byRef.get(ref) ?? []);
  const chances: (readonly number[])[] = facts.map((ref, i) =>
    cellChances(ref, cells[i] ?? [], registry.find(splitFactRef(ref).key), priors),
  );
  const expressions = conditions.map((c) => {
    const left = residual(ready(c), known);
    // What is no fact stands behind the facts, each condition's own: claims are as likely one as another.
    const moved = new Map<number, number>();
    for (const h of left.hidden) {
      moved.set(h.v, facts.length);
      facts.push(h.settledBy ? hiddenBehind(h.settledBy) : HIDDEN);
      cells.push(Array.from({ length: h.cells }, (_, i) => i));
      chances.push(Array.from({ length: h.cells }, () => 1 / h.cells));
    }
    return moved.size === 0 ? left.expression : renumbered(left.expression, moved);
  });
  return { facts, cells, chances, conditions: expressions.map((e) => reckoned(e, chances)) };
}

const HIDDEN = '';
/** A variable that a look at a fact settles, though it is not that fact. */
const hiddenBehind = (ref: FactRef): FactRef => `?${ref}`;
/** The fact that a variable stands for, or would be settled by; null: no look tells. */
export const askedBy = (ref: FactRef): FactRef | null =>
  ref === HIDDEN ? null : ref.startsWith('?') ? ref.slice(1) : ref;

function renumbered(e: Expression, to: ReadonlyMap<number, number>): Expression {
  const vars = e.vars.map((v) => to.get(v) ?? v);
  switch (e.kind) {
    case 'rank':
      return e;
    case 'var':
      return { ...e, v: to.get(e.v) ?? e.v, vars };
    case 'mend':
      return { ...e, when: renumbered(e.when, to), vars };
    case 'not':
      return { ...e, of: renumbered(e.of, to), vars };
    case 'min':
    case 'max':
      return { ...e, of: e.of.map((x) => renumbered(x, to)), vars };
  }
}

function nodeOf(e: Expression, chances: readonly (readonly number[])[]): Node {
  switch (e.kind) {
    case 'rank':
      return fixed(e.rank);
    case 'var':
      return openVariable(e.v, e.meets, chances[e.v] ?? []);
    case 'mend':
      return capped(nodeOf(e.when, chances));
    case 'not': {
      const of = nodeOf(e.of, chances);
      return {
        reads: of.reads,
        interval: (s) => {
          const { lo, hi } = of.interval(s);
          return { lo: (YES - hi) as Rank, hi: (YES - lo) as Rank };
        },
        ranks: (s) => {
          const [no, mend, yes] = of.ranks(s);
          return [yes, mend, no];
        },
      };
    }
    case 'min':
    case 'max':
      return joinedNodes(
        e.kind,
        e.of.map((x) => nodeOf(x, chances)),
      );
  }
}

const SPANS: readonly Interval[] = [NO, MEND, YES].map((r) => ({ lo: r, hi: r }));
const [MISSED, , BEST] = SPANS as readonly [Interval, Interval, Interval];

function fixed(rank: Rank): Node {
  const span = SPANS[rank] as Interval;
  const ranks = [Number(rank === NO), Number(rank === MEND), Number(rank === YES)] as const;
  return { reads: [], interval: () => span, ranks: () => ranks };
}

/** A mend makes good, never plain right. */
const capped = (n: Node): Node => ({
  reads: n.reads,
  interval: (s) => {
    const { lo, hi } = n.interval(s);
    return { lo: Math.min(lo, MEND) as Rank, hi: Math.min(hi, MEND) as Rank };
  },
  ranks: (s) => {
    const [no, mend, yes] = n.ranks(s);
    return [no, mend + yes, 0];
  },
});

function joinedNodes(kind: 'min' | 'max', of: readonly Node[]): Node {
  const reads = of.flatMap((n) => n.reads);
  return {
    reads,
    interval: (s) => {
      let lo: number = kind === 'min' ? YES : NO;
      let hi = lo;
      for (const n of of) {
        const i = n.interval(s);
        lo = kind === 'min' ? Math.min(lo, i.lo) : Math.max(lo, i.lo);
        hi = kind === 'min' ? Math.min(hi, i.hi) : Math.max(hi, i.hi);
      }
      return { lo: lo as Rank, hi: hi as Rank };
    },
    ranks: (s) => {
      // The least of all is good where every one is; the greatest of any is bad where every one is.
      let good = 1;
      let best = 1;
      for (const n of of) {
        const [no, mend, yes] = n.ranks(s);
        good *= kind === 'min' ? mend + yes : no;
        best *= kind === 'min' ? yes : no + mend;
      }
      return kind === 'min' ? [1 - good, good - best, best] : [good, best - good, 1 - best];
    },
  };
}

function openVariable(v: number, meets: readonly boolean[], chances: readonly number[]): Node {
  const met = chances.reduce((sum, p, cell) => sum + (meets[cell] ? p : 0), 0);
  return {
    reads: [v],
    interval: (s) => {
      const cell = s[v] ?? -1;
      return cell < 0 ? ANY : meets[cell] ? BEST : MISSED;
    },
    ranks: (s) => {
      const cell = s[v] ?? -1;
      return cell < 0 ? [1 - met, 0, met] : meets[cell] ? [0, 0, 1] : [1, 0, 0];
    },
  };
}

const ANY: Interval = { lo: NO, hi: YES };

/** Facts that stand at several leaves are tried cell by cell, so that what is certain is seen to be certain. */
function reckoned(e: Expression, chances: readonly (readonly number[])[]): Reckoned {
  const node = nodeOf(e, chances);
  let deciding: ReadonlySet<number> | null = null;
  const count = new Map<number, number>();
  for (const i of node.reads) count.set(i, (count.get(i) ?? 0) + 1);
  const repeated = [...count].flatMap(([i, n]) => (n > 1 ? [i] : [])).sort((a, b) => a - b);
  const open = (s: WorldState) => repeated.filter((i) => (s[i] ?? -1) < 0);
  const combinations = (list: readonly number[]) => list.reduce((n, i) => n * (chances[i]?.length ?? 1), 1);
  return {
    reads: new Set(node.reads),
    decidedBy: () => {
      const good = goodOrNot(e);
      deciding ??= new Set(good.vars.filter((v) => matters(good, v, effort())));
      return deciding;
    },
    interval: (s) => {
      const plain = node.interval(s);
      if (plain.lo === plain.hi || repeated.length === 0) return plain;
      const list = open(s);
      if (list.length === 0 || combinations(list) > CELL_COMBINATIONS) return plain;
      let lo: Rank = YES;
      let hi: Rank = NO;
      eachWorld(s, list, chances, (world) => {
        const i = node.interval(world);
        lo = Math.min(lo, i.lo) as Rank;
        hi = Math.max(hi, i.hi) as Rank;
        return lo > plain.lo || hi < plain.hi;
      });
      return { lo, hi };
    },
    chance: (s) => {
      const list = repeated.length === 0 ? [] : open(s);
      if (list.length === 0) return 1 - node.ranks(s)[0];
      let good = 0;
      if (combinations(list) <= ADDED_UP) {
        eachWorld(s, list, chances, (world, p) => {
          good += p * (1 - node.ranks(world)[0]);
          return true;
        });
        return good;
      }
      const random = seededRandom(list.length);
      for (let n = 0; n < SAMPLES; n += 1)
        good += (1 - node.ranks(drawWorld(s, list, chances, random))[0]) / SAMPLES;
      return good;
    },
  };
}

/** Visits every combination of cells. @param visit gives false where nothing more can be learnt */
function eachWorld(
  s: WorldState,
  facts: readonly number[],
  chances: readonly (readonly number[])[],
  visit: (world: WorldState, chance: number) => boolean,
): void {
  const world = s.slice();
  const go = (depth: number, p: number): boolean => {
    const fact = facts[depth];
    if (fact === undefined) return visit(world, p);
    for (const [cell, q] of (chances[fact] ?? []).entries()) {
      world[fact] = cell;
      if (!go(depth + 1, p * q)) return false;
    }
    world[fact] = -1;
    return true;
  };
  go(0, 1);
}

/** A world drawn by the chances of the given facts' cells. */
export function drawWorld(
  s: WorldState,
  facts: readonly number[],
  chances: readonly (readonly number[])[],
  random: () => number,
): WorldState {
  const world = s.slice();
  for (const fact of facts) {
    const list = chances[fact] ?? [];
    let x = random();
    let cell = 0;
    while (cell < list.length - 1 && x >= (list[cell] ?? 0)) {
      x -= list[cell] ?? 0;
      cell += 1;
    }
    world[fact] = cell;
  }
  return world;
}
