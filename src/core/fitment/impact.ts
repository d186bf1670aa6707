import type { Application, Family, Lamp } from '../catalogue/types';
import type { PositionKey } from '../vehicle';
import type { Verdict } from '../rule';
import { judge, type JudgeContext } from './judge';
import { planSwap } from './shortlist';

/** A swap of an open job, as far as a changed rule can touch it. */
export interface TouchedSwap {
  readonly job: string;
  readonly number: number;
  readonly positions: readonly PositionKey[];
  readonly family: Family;
  readonly context: JudgeContext;
  /** The application that was chosen, if any. */
  readonly chosen: string | null;
}

/** What a changed rule would do to an open job. */
export interface Impact {
  readonly job: string;
  readonly number: number;
  readonly positions: readonly PositionKey[];
  readonly chosen: boolean;
  /** null: it did not serve this swap before, or would not any more. */
  readonly before: Verdict | null;
  readonly after: Verdict | null;
}

/** Which open jobs' verdicts a changed application would change, by job number. */
export function ruleImpact(
  swaps: readonly TouchedSwap[],
  before: Application | null,
  after: Application | null,
  lamps: ReadonlyMap<string, Lamp>,
): readonly Impact[] {
  const verdict = (row: Application | null, s: TouchedSwap): Verdict | null => {
    const plan = row && planSwap(row, s.family, s.positions, lamps);
    return plan ? judge(plan, s.context).verdict : null;
  };
  return swaps
    .map((s) => ({
      job: s.job,
      number: s.number,
      positions: s.positions,
      chosen: s.chosen !== null && s.chosen === (after ?? before)?.id,
      before: verdict(before, s),
      after: verdict(after, s),
    }))
    .filter((i) => i.before !== i.after)
    .sort((a, b) => a.number - b.number);
}
