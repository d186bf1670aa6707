import { cellClasses, constantOf, type Expression, joined, negated, outerSpan, restrict } from './expression';
import { MEND, YES } from './rank';
import { type Effort, mayTry, spanOf } from './span';

/**
 * Whether an unknown fact can change the rank in some world: whether there are values of all others for which two of its
 * values lead to different ranks. Where that would take too many combinations, it is taken to matter.
 */
export function matters(e: Expression, v: number, tried: Effort): boolean {
  if (!e.vars.includes(v)) return false;
  const cells = cellClasses([e], v).map(([cell]) => restrict(e, v, cell ?? 0));
  return cells.some((one, i) => cells.slice(i + 1).some((two) => canDiffer(one, two, tried)));
}

/** Whether two expressions have different ranks in some world. */
function canDiffer(one: Expression, two: Expression, tried: Effort): boolean {
  const [a, b] = [outerSpan(one), outerSpan(two)];
  if (a.hi < b.lo || b.hi < a.lo) return true;
  if (a.lo === a.hi && b.lo === b.hi) return a.lo !== b.lo;
  // Against one that hangs on nothing the other's exact span decides.
  for (const [fixed, other] of [
    [a, two],
    [b, one],
  ] as const)
    if (fixed.lo === fixed.hi) {
      const s = spanOf(other, tried);
      return s.lo !== fixed.lo || s.hi !== fixed.lo;
    }
  const v = one.vars.find((x) => two.vars.includes(x)) ?? one.vars[0] ?? two.vars[0];
  if (v === undefined) return false;
  for (const [cell] of cellClasses([one, two], v)) {
    if (!mayTry(tried)) return true;
    if (canDiffer(restrict(one, v, cell ?? 0), restrict(two, v, cell ?? 0), tried)) return true;
  }
  return false;
}

/** The expression with a mend counted as good: what is left is whether it goes in at all. */
export function goodOrNot(e: Expression): Expression {
  switch (e.kind) {
    case 'rank':
      return e.rank === MEND ? constantOf(YES) : e;
    case 'var':
      return e;
    case 'mend':
      return goodOrNot(e.when);
    case 'not':
      return negated(goodOrNot(e.of));
    case 'min':
    case 'max':
      return joined(e.kind, e.of.map(goodOrNot));
  }
}
