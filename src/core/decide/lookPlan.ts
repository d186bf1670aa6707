import { compareText } from '../kernel/reason';
import type { FactRef } from '../vehicle';
import { NO } from '../rule/rank';
import { cheapestPlan } from './cheapestPlan';
import {
  decidingLooks,
  type Look,
  type LookPlanInput,
  minutesOf,
  openTargets,
  outcomesOf,
  type Quest,
  questOf,
  usefulLooks,
} from './quest';
import { seededRandom } from '../kernel/seededRandom';
import { askedBy, drawWorld, type WorldState } from './worlds';

/** One look: what it answers at once and what it takes. */
export interface PlannedLook {
  /** `plug-behind-lamp@headlamp.front.left`. */
  readonly id: string;
  readonly facts: readonly FactRef[];
  readonly minutes: number;
  /** What has to be opened for it, where that is not open yet; its minutes are in `minutes`. */
  readonly opens: string | null;
  /** Lamps that one of its answers would settle. */
  readonly maySettle: number;
}

/** What to look at next, in order, and how long that is expected to take. */
export interface LookPlan {
  /** Best first; empty: nothing is left to ask, or nothing can be told. */
  readonly looks: readonly PlannedLook[];
  /** Minutes until the aim is reached, on average over what is usual. */
  readonly expectedMinutes: number;
  /** `exact`: no other order is quicker on average. `greedy`: the next look alone was weighed. */
  readonly method: 'exact' | 'greedy';
  /** Lamps that the aim still waits for. */
  readonly open: number;
}

/** States that the exact plan may visit before the greedy one takes over. */
const EXACT_BUDGET = 12_000;
const ROLL_OUTS = 32;

/**
 * The order of looks that reaches the aim soonest on average. Small cases are solved outright; in large ones the next
 * look is the one with the greatest expected drop of uncertainty per minute, and the minutes are averaged over seeded
 * roll-outs. Facts that can change nothing are never asked.
 */
export function planLooks(input: LookPlanInput): LookPlan {
  const quest = questOf(input);
  const start = new Int8Array(quest.worlds.facts.length).fill(-1);
  const targets = openTargets(quest, start);
  if (targets.length === 0) return { looks: [], expectedMinutes: 0, method: 'exact', open: 0 };
  // A look that decides nothing in any world is not listed.
  const deciding = new Set(decidingLooks(quest, targets));
  const scored = scoreLooks(quest, start, targets).filter((x) => deciding.has(x.look));
  const exact = cheapestPlan(quest, start, EXACT_BUDGET);
  const order = exact
    ? [...scored].sort((a, b) => expected(exact.byLook, a.look) - expected(exact.byLook, b.look))
    : scored;
  return {
    looks: order.map(({ look }) => planned(quest, start, look, targets)),
    expectedMinutes: exact ? exact.minutes : rolledOut(quest, start, scored, input.seed ?? 1),
    method: exact ? 'exact' : 'greedy',
    open: targets.length,
  };
}

const expected = (by: ReadonlyMap<string, number>, look: Look) => by.get(look.id) ?? Infinity;

/** Uncertainty of a yes-or-no with chance p, in bits. */
const entropy = (p: number): number =>
  p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));

/** Looks by expected drop of uncertainty per minute, best first. */
export function scoreLooks(
  quest: Quest,
  s: WorldState,
  targets: readonly number[],
): readonly { readonly look: Look; readonly score: number }[] {
  const conditions = targets.flatMap((t) => quest.worlds.conditions[t] ?? []);
  const now = conditions.map((c) => c.chance(s));
  const weight = quest.aim === 'settle-all' ? now.map(() => 1) : promise(quest, s, targets, now);
  return usefulLooks(quest, s, targets)
    .map((look) => {
      const outcomes = outcomesOf(quest, s, look);
      let drop = 0;
      conditions.forEach((c, i) => {
        if (!look.facts.some((f) => c.reads.has(f))) return;
        const after = outcomes.reduce((sum, o) => sum + o.chance * entropy(c.chance(o.state)), 0);
        drop += (weight[i] ?? 0) * (entropy(now[i] ?? 0) - after);
      });
      return { look, score: drop / Math.max(0.01, minutesOf(quest, s, look).minutes) };
    })
    .sort((a, b) => b.score - a.score || compareText(a.look.id, b.look.id));
}

/** To find one, the lamp that is likeliest to fit for the minutes it still takes counts most. */
function promise(
  quest: Quest,
  s: WorldState,
  targets: readonly number[],
  chances: readonly number[],
): readonly number[] {
  const perMinute = targets.map((t, i) => {
    const left = usefulLooks(quest, s, [t]).reduce((sum, l) => sum + minutesOf(quest, s, l).minutes, 0);
    return (chances[i] ?? 0) / Math.max(0.01, left);
  });
  const best = Math.max(...perMinute);
  return perMinute.map((p) => (best > 0 ? (p / best) ** 4 : 1));
}

function planned(quest: Quest, s: WorldState, look: Look, targets: readonly number[]): PlannedLook {
  const settled = new Set<number>();
  for (const o of outcomesOf(quest, s, look))
    for (const t of targets) {
      const i = quest.worlds.conditions[t]?.interval(o.state);
      if (i && (i.lo > NO || i.hi === NO)) settled.add(t);
    }
  return {
    id: look.id,
    facts: [...new Set(look.facts.flatMap((f) => askedBy(quest.worlds.facts[f] ?? '') ?? []))],
    ...minutesOf(quest, s, look),
    maySettle: settled.size,
  };
}

/** Average minutes over drawn worlds, following the order of the scores as far as each look still tells something. */
function rolledOut(
  quest: Quest,
  start: WorldState,
  scored: readonly { readonly look: Look }[],
  seed: number,
): number {
  const random = seededRandom(seed);
  const all = quest.worlds.facts.map((_, i) => i);
  let total = 0;
  for (let n = 0; n < ROLL_OUTS; n += 1) {
    const world = drawWorld(start, all, quest.worlds.chances, random);
    const s = start.slice();
    for (;;) {
      const targets = openTargets(quest, s);
      if (targets.length === 0) break;
      const useful = new Set(usefulLooks(quest, s, targets));
      const next = scored.find((x) => useful.has(x.look))?.look ?? [...useful][0];
      if (!next) break;
      total += minutesOf(quest, s, next).minutes;
      for (const f of next.facts) s[f] = world[f] ?? 0;
    }
  }
  return total / ROLL_OUTS;
}
