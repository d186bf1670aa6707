import { numberCells, type NumberCell, SOME_OTHER } from '../rule/cells';
import { evaluate, type Known, type Prepared } from '../rule/evaluate';
import { type Verdict, verdictOf } from '../rule/rank';
import { type FactRef, type FactValue, splitFactRef } from '../vehicle';

/**
 * If this fact were otherwise, all else as it is known, the verdict would be another. A range holds every value from
 * one bound to the other; a missing bound is the end of what the fact can be, `without` says which bounds are not in it.
 */
export interface Change {
  readonly ref: FactRef;
  readonly to:
    | { readonly kind: 'value'; readonly value: FactValue }
    | { readonly kind: 'other' }
    | {
        readonly kind: 'range';
        readonly from?: number;
        readonly to?: number;
        readonly without: 'from' | 'to' | 'both' | 'none';
      };
  readonly verdict: Verdict;
}

/** For each fact that a settled verdict stands on, the nearest other values that would change it, each tried. */
export function whatWouldChange(p: Prepared, known: Known, facts: readonly FactRef[]): readonly Change[] {
  const now = verdictOf(evaluate(p, known));
  const at = (ref: FactRef, value: FactValue) => verdictOf(evaluate(p, new Map(known).set(ref, value)));
  return facts.flatMap((ref): readonly Change[] => {
    const value = known.get(ref);
    const cells = p.cells.get(ref) ?? [];
    if (typeof value === 'number') {
      const cut = p.cuts.filter((c) => c.ref === ref);
      const all = numberCells(p.registry.find(splitFactRef(ref).key), cut);
      // The cell that it lies in itself changes nothing.
      const here = all.findIndex((c) =>
        c.out ? value > c.from && value < c.to : value >= c.from && value <= c.to,
      );
      return [
        ...nearest(ref, all, all.slice(0, Math.max(0, here)).reverse()),
        ...nearest(ref, all, all.slice(here + 1)),
      ];
    }
    return cells
      .filter((cell) => cell !== value)
      .map((cell) => ({ cell, verdict: at(ref, cell) }))
      .filter((c) => c.verdict !== now)
      .map(({ cell, verdict }) => ({
        ref,
        to: cell === SOME_OTHER ? { kind: 'other' } : { kind: 'value', value: cell },
        verdict,
      }));
  });

  /** From the present value outwards: the first cells with another verdict, as far as it stays the same. */
  function nearest(
    ref: FactRef,
    all: readonly NumberCell[],
    outwards: readonly NumberCell[],
  ): readonly Change[] {
    const run: NumberCell[] = [];
    let verdict: Verdict | null = null;
    for (const cell of outwards) {
      const there = at(ref, cell.value);
      if (verdict === null && there === now) continue;
      if (verdict !== null && there !== verdict) break;
      verdict = there;
      run.push(cell);
    }
    return verdict === null ? [] : [{ ref, to: rangeOf(all, run), verdict }];
  }
}

/** What neighbouring cells hold together. */
function rangeOf(all: readonly NumberCell[], run: readonly NumberCell[]): Change['to'] {
  const ordered = [...run].sort((a, b) => a.from - b.from || a.to - b.to);
  const [first, last] = [ordered[0], ordered.at(-1)];
  if (!first || !last) return { kind: 'other' };
  const [start, end] = [all[0] === first, all.at(-1) === last];
  const [openFrom, openTo] = [first.out && !start, last.out && !end];
  return {
    kind: 'range',
    ...(start ? {} : { from: first.from }),
    ...(end ? {} : { to: last.to }),
    without: openFrom && openTo ? 'both' : openFrom ? 'from' : openTo ? 'to' : 'none',
  };
}
