import { compareText } from '../kernel/reason';
import { type FactRef, type FactRegistry, type FactValue, type Prior, splitFactRef } from '../vehicle';
import { cellsOf } from './cells';
import { type Condition, type Leaf, leavesOf, MEND, type MendOption, NO, type Rank, YES } from './condition';
import type { Interval, Known } from './evaluate';
import { cellChances } from './prior';
import { seededRandom } from '../kernel/seededRandom';
import { accepted } from '../rule';

/** What is known of the unknown facts: the index of a cell, or -1. */
export type WorldState = Int8Array;

/** A condition reckoned ahead: everything known is folded in, only unknown facts are left as variables. */
export interface Reckoned {
  /** Indexes of the unknown facts that it reads. */
  readonly reads: ReadonlySet<number>;
  /** The interval of its rank; exact while at most {@link MAX_TRIED} combinations of repeated facts are open. */
  readonly interval: (s: WorldState) => Interval;
  /** Chance that it ends up good (mends counted as good). */
  readonly chance: (s: WorldState) => number;
}

/** The unknown facts of several conditions with their cells and how likely each cell is. */
export interface Worlds {
  readonly facts: readonly FactRef[];
  readonly cells: readonly (readonly FactValue[])[];
  readonly chances: readonly (readonly number[])[];
  readonly conditions: readonly Reckoned[];
}

/** Combinations of facts that stand at several leaves: tried one by one up to this many, sampled beyond. */
export const MAX_TRIED = 1024;
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
  const leaves = new Map<FactRef, Leaf[]>();
  for (const leaf of conditions.flatMap(leavesOf))
    if (!known.has(leaf.ref)) leaves.set(leaf.ref, [...(leaves.get(leaf.ref) ?? []), leaf]);
  const facts = [...leaves.keys()].sort(compareText);
  const cut = cellsOf([...leaves.values()].flat(), registry);
  const cells = facts.map((ref) => cut.get(ref) ?? []);
  const chances = facts.map((ref, i) =>
    cellChances(ref, cells[i] ?? [], leaves.get(ref) ?? [], registry.find(splitFactRef(ref).key), priors),
  );
  const at = new Map(facts.map((ref, i) => [ref, i]));
  const reckon = (c: Condition): Node => {
    const node = nodeOf(c);
    if (node.reads.length > 0) return node;
    const [interval, ranks] = [node.interval(NOTHING), node.ranks(NOTHING)];
    return { reads: [], interval: () => interval, ranks: () => ranks };
  };
  const nodeOf = (c: Condition): Node => {
    switch (c.kind) {
      case 'all':
      case 'any':
        return joined(
          c.kind,
          c.of.map((x) => reckon(x)),
        );
      case 'not': {
        const of = reckon(c.of);
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
      case 'constant': {
        if (c.value === 'yes') return GOOD;
        const unmet = unmetNode(c.mends);
        return c.value === 'no' ? unmet : perhaps(unmet);
      }
      case 'leaf': {
        const unmet = unmetNode(c.mends);
        const value = known.get(c.ref);
        if (value !== undefined) return accepted(c.accepts, value) ? GOOD : unmet;
        const i = at.get(c.ref) ?? 0;
        return openLeaf(
          i,
          (cells[i] ?? []).map((v) => accepted(c.accepts, v)),
          chances[i] ?? [],
          unmet,
        );
      }
    }
  };
  const unmetNode = (mends: readonly MendOption[]): Node =>
    joined(
      'any',
      mends.map((m) => capped(m.when ? reckon(m.when) : GOOD)),
    );
  return { facts, cells, chances, conditions: conditions.map((c) => exact(reckon(c), chances)) };
}

const NOTHING: WorldState = new Int8Array(0);
const BEST: Interval = { lo: YES, hi: YES };
const GOOD: Node = { reads: [], interval: () => BEST, ranks: () => [0, 0, 1] };

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

/** Nobody can say: as likely right as not. */
const perhaps = (unmet: Node): Node => ({
  reads: unmet.reads,
  interval: (s) => ({ lo: unmet.interval(s).lo, hi: YES }),
  ranks: (s) => {
    const [no, mend, yes] = unmet.ranks(s);
    return [no / 2, mend / 2, (yes + 1) / 2];
  },
});

function joined(kind: 'all' | 'any', of: readonly Node[]): Node {
  const reads = of.flatMap((n) => n.reads);
  return {
    reads,
    interval: (s) => {
      let lo: number = kind === 'all' ? YES : NO;
      let hi = lo;
      for (const n of of) {
        const i = n.interval(s);
        lo = kind === 'all' ? Math.min(lo, i.lo) : Math.max(lo, i.lo);
        hi = kind === 'all' ? Math.min(hi, i.hi) : Math.max(hi, i.hi);
      }
      return { lo: lo as Rank, hi: hi as Rank };
    },
    ranks: (s) => {
      // The least of all is good where every one is; the greatest of any is bad where every one is.
      let good = 1;
      let best = 1;
      for (const n of of) {
        const [no, mend, yes] = n.ranks(s);
        good *= kind === 'all' ? mend + yes : no;
        best *= kind === 'all' ? yes : no + mend;
      }
      return kind === 'all' ? [1 - good, good - best, best] : [good, best - good, 1 - best];
    },
  };
}

function openLeaf(i: number, accepts: readonly boolean[], chances: readonly number[], unmet: Node): Node {
  const canMeet = accepts.includes(true);
  const canMiss = accepts.includes(false);
  const meets = chances.reduce((sum, p, cell) => sum + (accepts[cell] ? p : 0), 0);
  return {
    reads: [i, ...unmet.reads],
    interval: (s) => {
      const cell = s[i] ?? -1;
      if (cell >= 0) return accepts[cell] ? BEST : unmet.interval(s);
      if (!canMiss) return BEST;
      const miss = unmet.interval(s);
      return { lo: miss.lo, hi: canMeet ? YES : miss.hi };
    },
    ranks: (s) => {
      const cell = s[i] ?? -1;
      if (cell >= 0) return accepts[cell] ? [0, 0, 1] : unmet.ranks(s);
      const [no, mend, yes] = unmet.ranks(s);
      return [(1 - meets) * no, (1 - meets) * mend, meets + (1 - meets) * yes];
    },
  };
}

/** Facts that stand at several leaves are tried cell by cell, so that what is certain is seen to be certain. */
function exact(node: Node, chances: readonly (readonly number[])[]): Reckoned {
  const count = new Map<number, number>();
  for (const i of node.reads) count.set(i, (count.get(i) ?? 0) + 1);
  const repeated = [...count].flatMap(([i, n]) => (n > 1 ? [i] : [])).sort((a, b) => a - b);
  const open = (s: WorldState) => repeated.filter((i) => (s[i] ?? -1) < 0);
  const combinations = (list: readonly number[]) => list.reduce((n, i) => n * (chances[i]?.length ?? 1), 1);
  return {
    reads: new Set(node.reads),
    interval: (s) => {
      const plain = node.interval(s);
      if (plain.lo === plain.hi || repeated.length === 0) return plain;
      const list = open(s);
      if (list.length === 0 || combinations(list) > MAX_TRIED) return plain;
      let lo: Rank = YES;
      let hi: Rank = NO;
      eachWorld(s, list, chances, (world) => {
        const i = node.interval(world);
        lo = Math.min(lo, i.lo) as Rank;
        hi = Math.max(hi, i.hi) as Rank;
      });
      return { lo, hi };
    },
    chance: (s) => {
      const list = repeated.length === 0 ? [] : open(s);
      if (list.length === 0) return 1 - node.ranks(s)[0];
      let good = 0;
      if (combinations(list) <= MAX_TRIED) {
        eachWorld(s, list, chances, (world, p) => (good += p * (1 - node.ranks(world)[0])));
        return good;
      }
      const random = seededRandom(list.length);
      for (let n = 0; n < SAMPLES; n += 1)
        good += (1 - node.ranks(drawWorld(s, list, chances, random))[0]) / SAMPLES;
      return good;
    },
  };
}

function eachWorld(
  s: WorldState,
  facts: readonly number[],
  chances: readonly (readonly number[])[],
  visit: (world: WorldState, chance: number) => void,
): void {
  const world = s.slice();
  const go = (depth: number, p: number): void => {
    const fact = facts[depth];
    if (fact === undefined) return visit(world, p);
    (chances[fact] ?? []).forEach((q, cell) => {
      world[fact] = cell;
      go(depth + 1, p * q);
    });
    world[fact] = -1;
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
