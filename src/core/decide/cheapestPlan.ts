import { minutesOf, openTargets, outcomesOf, type Quest, usefulLooks } from './quest';
import type { WorldState } from './worlds';

/** The looks in their order, and the minutes they are expected to take. */
export interface CheapestPlan {
  readonly minutes: number;
  /** Expected minutes when a look is taken first and the best order follows. */
  readonly byLook: ReadonlyMap<string, number>;
}

/**
 * The least expected minutes to reach the aim, by dynamic programming over the states of knowledge; null where there
 * are more than the budget. A branch that costs more already than the best one known is left.
 */
export function cheapestPlan(quest: Quest, start: WorldState, budget: number): CheapestPlan | null {
  // Pruning visits far fewer states than there are; where even a hundredth is too many, nothing is tried.
  const states = quest.looks.reduce((n, l) => n * (1 + outcomesOf(quest, start, l).length), 1);
  if (states > budget * 100) return null;
  const least = new Map<string, number>();
  let visited = 0;
  const value = (s: WorldState): number | null => {
    const key = s.join();
    const before = least.get(key);
    if (before !== undefined) return before;
    if ((visited += 1) > budget) return null;
    const targets = openTargets(quest, s);
    let best = Infinity;
    const looks = targets.length === 0 ? [] : usefulLooks(quest, s, targets);
    for (const look of looks) {
      const here = through(s, look, best);
      if (here === null) return null;
      best = Math.min(best, here);
    }
    // Where nothing can be told any more, nothing is to be waited for.
    const found = looks.length === 0 ? 0 : best;
    least.set(key, found);
    return found;
  };
  const through = (s: WorldState, look: Quest['looks'][number], bound: number): number | null => {
    let sum = minutesOf(quest, s, look).minutes;
    for (const o of outcomesOf(quest, s, look)) {
      if (sum >= bound) return Infinity;
      const after = value(o.state);
      if (after === null) return null;
      sum += o.chance * after;
    }
    return sum;
  };
  const targets = openTargets(quest, start);
  const byLook = new Map<string, number>();
  for (const look of usefulLooks(quest, start, targets)) {
    const minutes = through(start, look, Infinity);
    if (minutes === null) return null;
    byLook.set(look.id, minutes);
  }
  return { minutes: byLook.size === 0 ? 0 : Math.min(...byLook.values()), byLook };
}
