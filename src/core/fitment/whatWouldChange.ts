import type { FactRef, FactValue } from '../vehicle';
import { SOME_OTHER } from './cells';
import { evaluate, type Known, type Prepared, type Verdict, verdictOf } from './evaluate';

/** If this fact were otherwise, the verdict would be another. Numbers name the side of a boundary. */
export interface Change {
  readonly ref: FactRef;
  readonly to:
    | { readonly kind: 'value'; readonly value: FactValue }
    | { readonly kind: 'other' }
    | { readonly kind: 'below' | 'above'; readonly bound: number };
  readonly verdict: Verdict;
}

/** For each fact that a settled verdict stands on, the nearest other values that would change it. */
export function whatWouldChange(p: Prepared, known: Known, facts: readonly FactRef[]): readonly Change[] {
  const now = verdictOf(evaluate(p, known));
  const at = (ref: FactRef, value: FactValue) => verdictOf(evaluate(p, new Map(known).set(ref, value)));
  return facts.flatMap((ref): readonly Change[] => {
    const value = known.get(ref);
    const cells = p.cells.get(ref) ?? [];
    if (typeof value !== 'number') {
      return cells
        .filter((cell) => cell !== value)
        .map((cell) => ({ cell, verdict: at(ref, cell) }))
        .filter((c) => c.verdict !== now)
        .map(({ cell, verdict }) => ({
          ref,
          to: cell === SOME_OTHER ? { kind: 'other' } : { kind: 'value', value: cell },
          verdict,
        }));
    }
    const numbers = cells.filter((c): c is number => typeof c === 'number');
    const up = numbers.filter((c) => c > value);
    const down = numbers.filter((c) => c < value).reverse();
    return [...nearest(ref, 'below', value, down), ...nearest(ref, 'above', value, up)];
  });

  function nearest(
    ref: FactRef,
    kind: 'below' | 'above',
    from: number,
    cells: readonly number[],
  ): readonly Change[] {
    let last = from;
    for (const cell of cells) {
      const verdict = at(ref, cell);
      if (verdict !== now) return [{ ref, to: { kind, bound: last }, verdict }];
      last = cell;
    }
    return [];
  }
}
