import { compareText } from '../kernel/reason';
import {
  type Accepts,
  factRef,
  type FactRef,
  type FactRegistry,
  type FactValue,
  offShelfRef,
  splitFactRef,
} from '../vehicle';
import { cellsOf, type Cut } from './cells';
import { type Condition, type Leaf, leavesOf, type MendOption } from './condition';
import { constantOf, type Expression, joined, mended, negated, variable } from './expression';
import { accepted } from './language';
import { type Interval, NO, YES } from './rank';
import { effort, spanOf } from './span';

/** Facts that are known, by reference. */
export type Known = ReadonlyMap<FactRef, FactValue>;

/**
 * A condition made ready for repeated evaluation: the facts that it reads with their cells. What else a world decides,
 * which of several claims is true, say, stands behind the facts as variables of its own.
 */
export interface Prepared {
  readonly condition: Condition;
  readonly facts: readonly FactRef[];
  readonly cells: ReadonlyMap<FactRef, readonly FactValue[]>;
  readonly index: ReadonlyMap<FactRef, number>;
  /** The tests that cut the cells. */
  readonly cuts: readonly Cut[];
  readonly registry: FactRegistry;
}

/** Binds a condition to the facts it reads, once for many evaluations. */
export const prepare = (condition: Condition, registry: FactRegistry): Prepared =>
  prepareAll([condition], registry, new Map())(condition);

/** Binds several conditions to one common set of facts, without those that are known. */
export function prepareAll(
  conditions: readonly Condition[],
  registry: FactRegistry,
  known: Known,
): (condition: Condition) => Prepared {
  const leaves = conditions.flatMap(leavesOf).filter((l) => !known.has(l.ref));
  const derived = leaves.flatMap((l) => derivedTests(l.ref, registry)).filter((l) => !known.has(l.ref));
  const cuts = [...leaves, ...derived];
  const cells = cellsOf(cuts, registry);
  const facts = [...cells.keys()].sort(compareText);
  const index = new Map(facts.map((ref, i) => [ref, i]));
  return (condition) => ({ condition, facts, cells, index, cuts, registry });
}

/** The tests on other facts from which a fact follows. */
function derivedTests(ref: FactRef, registry: FactRegistry): readonly Cut[] {
  return (registry.derived?.(ref) ?? []).flatMap((d) =>
    d.when.map((w) => ({ ref: factRef(w.fact, 'vehicle'), accepts: w.accepts })),
  );
}

/** What is known folded into a condition: an expression over what is not. */
export interface Residual {
  readonly expression: Expression;
  /** Variables that are no fact: which of several claims is true, what a lens carries; with the look that would tell. */
  readonly hidden: readonly {
    readonly v: number;
    readonly cells: number;
    readonly settledBy: FactRef | null;
  }[];
}

/** Folds what is known into a condition. */
export function residual(p: Prepared, known: Known): Residual {
  const hidden = new Map<string, Residual['hidden'][number]>();
  const hide = (
    name: string,
    cells: number,
    meets: (cell: number) => boolean,
    settledBy: FactRef | null = null,
  ): Expression => {
    const had = hidden.get(name);
    const v = had?.v ?? p.facts.length + hidden.size;
    if (!had) hidden.set(name, { v, cells, settledBy });
    return variable(
      v,
      Array.from({ length: cells }, (_, i) => meets(i)),
    );
  };
  const test = (ref: FactRef, accepts: Accepts): Expression => {
    const value = known.get(ref);
    if (value !== undefined) return constantOf(accepted(accepts, value) ? YES : NO);
    const v = p.index.get(ref);
    if (v === undefined) throw new Error(`A condition reads ${ref}, which it was not prepared for`);
    return variable(
      v,
      (p.cells.get(ref) ?? []).map((cell) => accepted(accepts, cell)),
    );
  };
  const mends = (leaf: string, options: readonly MendOption[]): readonly Expression[] =>
    options.map((o, at) => mended({ leaf, at }, o.when ? of(o.when) : constantOf(YES)));
  const leafOf = (l: Leaf): Expression => {
    const repairs = mends(l.id, l.mends);
    if (known.has(l.ref)) return joined('max', [test(l.ref, l.accepts), ...repairs]);
    let plain = joined('max', [test(l.ref, l.accepts), ...repairs]);
    // A plug that the shelf does not have: what would make another plug good is not known to make this one good.
    if (splitFactRef(l.ref).key === 'plug' && known.has(offShelfRef(l.ref)))
      plain = joined('min', [plain, hide(`named ${l.ref}`, 2, (i) => i === 1)]);
    // The first derivation whose conditions hold gives the value; where none does, any value can be.
    for (const d of [...(p.registry.derived?.(l.ref) ?? [])].reverse()) {
      const when = joined(
        'min',
        d.when.map((w) => test(factRef(w.fact, 'vehicle'), w.accepts)),
      );
      const then = accepted(l.accepts, d.value) ? constantOf(YES) : joined('max', repairs);
      plain = joined('max', [joined('min', [when, then]), joined('min', [negated(when), plain])]);
    }
    return plain;
  };
  const of = (c: Condition): Expression => {
    switch (c.kind) {
      case 'all':
      case 'any':
        return joined(c.kind === 'all' ? 'min' : 'max', c.of.map(of));
      case 'not':
        return negated(of(c.of));
      case 'constant': {
        if (c.value === 'yes') return constantOf(YES);
        const repairs = mends(c.id, c.mends);
        return joined(
          'max',
          c.value === 'no' ? repairs : [...repairs, hide(`const ${c.id}`, 2, (i) => i === 1)],
        );
      }
      case 'claims':
        if (known.has(c.look.ref) || known.has(offShelfRef(c.look.ref))) return leafOf(c.look);
        return joined(
          'max',
          c.says.map((s, i) => {
            const name = `claims ${c.id}@${c.look.position ?? ''}`;
            return joined('min', [hide(name, c.says.length, (x) => x === i, c.look.ref), of(s)]);
          }),
        );
      case 'leaf':
        return leafOf(c);
    }
  };
  return { expression: of(p.condition), hidden: [...hidden.values()] };
}

/** A span, and whether it is exactly that; see {@link CELL_COMBINATIONS}. */
export interface Evaluation extends Interval {
  readonly exact: boolean;
}

/**
 * The span of a condition's rank over all worlds that agree with what is known: an unknown that cannot matter does not
 * count (`≤ 2017 or ≥ 2018` is true).
 */
export function evaluate(p: Prepared, known: Known): Evaluation {
  const tried = effort();
  const span = spanOf(residual(p, known).expression, tried);
  return { ...span, exact: tried.exact };
}
