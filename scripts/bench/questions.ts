/** Seeded instances for the question planner: rules as a catalogue has them, over facts with looks and usual values. */
import { cheapestPlan } from '@/core/decide/cheapestPlan';
import type { Condition, Leaf } from '@/core/rule/condition';
import { scoreLooks } from '@/core/decide/lookPlan';
import {
  type Aim,
  type Look,
  type LookPlanInput,
  minutesOf,
  openTargets,
  outcomesOf,
  type Quest,
  questOf,
  usefulLooks,
} from '@/core/decide/quest';
import { seededRandom } from '@/core/kernel/seededRandom';
import { type FactKey, factRegistry } from '@/core/vehicle';

/** A question instance: some lamps whose rules read some of the facts, by a seed. */
export function questionInstance(seed: number, lamps: number, facts: number, aim: Aim): LookPlanInput {
  const random = seededRandom(seed);
  const pick = (n: number) => Math.floor(random() * n);
  const keys: FactKey[] = Array.from({ length: facts }, (_, i) => {
    const yes = 1 + pick(9);
    return {
      id: `f${i}`,
      subject: 'vehicle',
      type: pick(3) === 0 ? { kind: 'choice', values: ['x', 'y', 'z'] } : { kind: 'yes-no' },
      sources: ['seen'],
      look: {
        id: `look${i}`,
        minutes: 1 + pick(5),
        ...(pick(3) === 0 ? { access: { id: `open${pick(2)}`, minutes: 1 + pick(3) } } : {}),
      },
      typical: [
        { value: true, weight: yes },
        { value: false, weight: 10 - yes },
        { value: 'x', weight: yes },
        { value: 'y', weight: 2 },
        { value: 'z', weight: 2 },
      ],
    };
  });
  const leaf = (): Leaf => {
    const i = pick(facts);
    const choice = keys[i]?.type.kind === 'choice';
    const values = choice ? (pick(2) === 0 ? ['x'] : ['x', 'y']) : [pick(4) > 0];
    return {
      kind: 'leaf',
      id: `f${i}`,
      ref: `f${i}@vehicle`,
      accepts: { kind: 'values', values },
      mends: pick(5) === 0 ? [{ mend: { parts: [], minutes: 5 }, when: null, counts: 'm' }] : [],
      origin: { kind: 'lamp', code: '', facts: {} },
      position: null,
      side: null,
    };
  };
  const rule = (): Condition => ({
    kind: 'all',
    of: Array.from({ length: 2 + pick(3) }, () =>
      pick(4) === 0 ? { kind: 'any', of: [leaf(), leaf()] } : leaf(),
    ),
  });
  return {
    targets: Array.from({ length: lamps }, (_, i) => ({
      id: `l${i}`,
      condition: rule(),
      wishesMet: pick(2),
    })),
    known: new Map(),
    registry: factRegistry(keys),
    aim,
  };
}

/** Expected minutes when each look is chosen by a policy, reckoned over every answer. */
function minutesUnder(quest: Quest, policy: (s: Int8Array, targets: readonly number[]) => Look | undefined) {
  const known = new Map<string, number>();
  const value = (s: Int8Array): number => {
    const key = s.join();
    const before = known.get(key);
    if (before !== undefined) return before;
    const targets = openTargets(quest, s);
    const look = targets.length === 0 ? undefined : policy(s, targets);
    const found = look
      ? outcomesOf(quest, s, look).reduce(
          (sum, o) => sum + o.chance * value(o.state),
          minutesOf(quest, s, look).minutes,
        )
      : 0;
    known.set(key, found);
    return found;
  };
  return value(new Int8Array(quest.worlds.facts.length).fill(-1));
}

/** How the orders compare on small instances, where the optimum can be had by exhaustive search. */
export function compareOrders(seeds: readonly number[], aim: Aim) {
  const rows = seeds.flatMap((seed) => {
    const input = questionInstance(seed, 2 + (seed % 4), 4 + (seed % 5), aim);
    const quest = questOf(input);
    const start = new Int8Array(quest.worlds.facts.length).fill(-1);
    const best = cheapestPlan(quest, start, 1_000_000);
    if (!best || best.minutes === 0) return [];
    return [
      {
        seed,
        best: best.minutes,
        greedy: minutesUnder(quest, (s, targets) => scoreLooks(quest, s, targets)[0]?.look),
        listed: minutesUnder(quest, (s, targets) => usefulLooks(quest, s, targets)[0]),
      },
    ];
  });
  const mean = (of: (r: (typeof rows)[number]) => number) =>
    rows.reduce((sum, r) => sum + of(r), 0) / rows.length;
  return {
    instances: rows.length,
    best: mean((r) => r.best),
    greedy: mean((r) => r.greedy),
    listed: mean((r) => r.listed),
    greedyOverBest: mean((r) => r.greedy / r.best),
    worstGreedy: Math.max(...rows.map((r) => r.greedy / r.best)),
    worstSeed: rows.reduce(
      (a, b) => (b.greedy / b.best > a.greedy / a.best ? b : a),
      rows[0] ?? { seed: 0, best: 1, greedy: 1, listed: 1 },
    ).seed,
  };
}
