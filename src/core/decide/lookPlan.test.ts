import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factRegistry } from '../vehicle';
import { cheapestPlan } from './cheapestPlan';
import { type Condition, fold, simplify } from '../rule/condition';
import { evaluate, prepare } from '../rule/evaluate';
import { planLooks } from './lookPlan';
import { all, any, key, leaf, plan } from './lookPlanKit';
import { type Aim, type LookPlanInput, openTargets, outcomesOf, questOf, usefulLooks } from './quest';
import { worldsOf, askedBy } from './worlds';

const first = (p: ReturnType<typeof plan>) => p.looks[0]?.id;

describe('the next best look', () => {
  it('is the cheap one that fails often, before the dear one: 1 + 0.5 × 5 = 3.5 minutes', () => {
    const p = plan(
      [key('cheap'), key('dear', { look: { id: 'dear', minutes: 5 } })],
      [all(leaf('cheap'), leaf('dear'))],
    );
    expect(first(p)).toBe('cheap@vehicle');
    expect(p).toMatchObject({ expectedMinutes: 3.5, method: 'exact', open: 1 });
  });

  it('follows what is usual: the fact that is nearly always right is left to the end', () => {
    const usual = {
      typical: [
        { value: true, weight: 99 },
        { value: false, weight: 1 },
      ],
    };
    const seldom = {
      typical: [
        { value: true, weight: 1 },
        { value: false, weight: 9 },
      ],
    };
    expect(first(plan([key('a', usual), key('b', seldom)], [all(leaf('a'), leaf('b'))]))).toBe('b@vehicle');
    // What is usual in this vehicle line outweighs what is usual at large.
    const priors = [{ fact: 'a', typical: [{ value: false, weight: 1 }] }];
    expect(first(plan([key('a', usual), key('b')], [all(leaf('a'), leaf('b'))], { priors }))).toBe(
      'a@vehicle',
    );
  });

  it('never asks what can change nothing', () => {
    const p = plan([key('a'), key('b')], [any(leaf('a', true), leaf('a', false), leaf('b'))]);
    expect(p).toEqual({ looks: [], expectedMinutes: 0, method: 'exact', open: 0 });
    const known = new Map([['a@vehicle', true]]);
    expect(plan([key('a'), key('b')], [any(leaf('a'), leaf('b'))], { known }).looks).toEqual([]);
  });

  it('counts an access once: what is open already is free for the next look', () => {
    const behind = { access: { id: 'bonnet', minutes: 4 } };
    const keys = ['a', 'b'].map((id) => key(id, { look: { id, minutes: 1, ...behind } }));
    const p = plan(keys, [all(leaf('a'), leaf('b'))]);
    // 4 + 1, then in half of the cases 1 more.
    expect(p.expectedMinutes).toBe(5.5);
    expect(p.looks[0]).toMatchObject({ minutes: 5, opens: 'bonnet' });
    expect(plan(keys, [all(leaf('a'), leaf('b'))], { opened: new Set(['bonnet']) })).toMatchObject({
      expectedMinutes: 1.5,
      looks: [{ minutes: 1, opens: null }, {}],
    });
  });

  it('one look may answer several facts', () => {
    const same = { look: { id: 'front', minutes: 2 } };
    const p = plan([key('a', same), key('b', same)], [all(leaf('a'), leaf('b'))]);
    expect(p).toMatchObject({ expectedMinutes: 2, looks: [{ facts: ['a@vehicle', 'b@vehicle'] }] });
  });

  it('does not ask again what somebody could not tell', () => {
    const p = plan([key('a'), key('b')], [all(leaf('a'), leaf('b'))], { untold: new Set(['a@vehicle']) });
    expect(p.looks.map((l) => l.id)).toEqual(['b@vehicle']);
  });

  it('a mend that always helps leaves nothing to ask; one that hangs on a fact asks that fact', () => {
    const mend = (when: Condition | null) => [{ mend: { parts: [], minutes: 1 }, when, counts: 'm' }];
    expect(plan([key('a')], [leaf('a', true, mend(null))]).looks).toEqual([]);
    expect(
      plan([key('a'), key('b')], [leaf('a', true, mend(leaf('b')))])
        .looks.map((l) => l.id)
        .sort(),
    ).toEqual(['a@vehicle', 'b@vehicle']);
  });
});

describe('two aims', () => {
  const keys = ['a', 'b', 'c'].map((id) => key(id));
  const lamps = [leaf('a'), all(leaf('b'), leaf('c'))];
  it('to find one, a single good answer is enough', () => {
    const p = plan(keys, lamps, { aim: 'find-one' });
    expect(first(p)).toBe('a@vehicle');
    // a, and where it fails b, and where that holds c: 1 + 0.5 × (1 + 0.5).
    expect(p.expectedMinutes).toBe(1.75);
  });
  it('to settle all, every lamp counts: 1 + 1 + 0.5', () => {
    expect(plan(keys, lamps).expectedMinutes).toBe(2.5);
  });
  it('to find one, the lamp that meets the wishes comes first, whatever it takes', () => {
    const p = plan(keys, lamps, { aim: 'find-one' }, [0, 1]);
    expect(p.looks.map((l) => l.id)).not.toContain('a@vehicle');
    // b, and where it holds c; in three of four cases a after that: 1.5 + 0.75.
    expect(p.expectedMinutes).toBe(2.25);
  });
});

const CHOICE = ['x', 'y', 'z'];
const anyKeys = Array.from({ length: 7 }, (_, i) =>
  key(`f${i}`, {
    type: i % 2 === 0 ? { kind: 'yes-no' } : { kind: 'choice', values: CHOICE },
    look: {
      id: `look${i % 5}`,
      minutes: 1 + ((i * 7) % 4),
      ...(i % 3 ? {} : { access: { id: 'lid', minutes: 2 } }),
    },
  }),
);
const anyLeaf: fc.Arbitrary<Condition> = fc
  .tuple(fc.nat(6), fc.nat(2), fc.boolean())
  .map(([i, v, mend]) =>
    leaf(
      `f${i}`,
      i % 2 === 0 ? v === 0 : (CHOICE[v] ?? 'x'),
      mend ? [{ mend: { parts: [], minutes: 1 }, when: leaf('f0'), counts: 'm' }] : [],
    ),
  );
const anyCondition: fc.Arbitrary<Condition> = fc
  .array(fc.array(anyLeaf, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 3 })
  .map((groups) => all(...groups.map((g) => any(...g))));
const anyQuest = fc.record({
  conditions: fc.array(anyCondition, { minLength: 1, maxLength: 3 }),
  aim: fc.constantFrom<Aim>('find-one', 'settle-all'),
});
const inputOf = (q: { conditions: readonly Condition[]; aim: Aim }): LookPlanInput => ({
  targets: q.conditions.map((condition, i) => ({ id: `l${i}`, condition, wishesMet: i % 2 })),
  known: new Map(),
  registry: factRegistry(anyKeys),
  aim: q.aim,
});

/** Conditions with parts that hang on no fact, as profiles make them. */
const withConstants: fc.Arbitrary<Condition> = fc.letrec<{ c: Condition }>((tie) => ({
  c: fc.oneof(
    { maxDepth: 3 },
    anyLeaf,
    fc.record({
      kind: fc.constant('constant' as const),
      id: fc.constant('k'),
      value: fc.constantFrom('yes' as const, 'no' as const, 'unknown' as const),
      mends: fc.constantFrom([], [{ mend: { parts: [], minutes: 1 }, when: null, counts: 'm' }]),
      origin: fc.constant({ kind: 'profile' as const, code: '', facts: {} }),
      position: fc.constant(null),
      side: fc.constant(null),
    }),
    fc.record({
      kind: fc.constantFrom('all' as const, 'any' as const),
      of: fc.array(tie('c'), { maxLength: 3 }),
    }),
    fc.record({ kind: fc.constant('not' as const), of: tie('c') }),
  ),
})).c;

/** What is known where some facts were looked at: as the reckoning's state and as the evaluator's facts. */
function knownWorld(condition: Condition, picks: readonly number[]) {
  const registry = factRegistry(anyKeys);
  const { facts, cells, conditions } = worldsOf([condition], new Map(), registry, []);
  const s = new Int8Array(facts.length).fill(-1);
  const known = new Map<string, string | number | boolean>();
  facts.forEach((ref, i) => {
    if (askedBy(ref) !== ref) return;
    const cell = (picks[i] ?? 0) - 4;
    const value = cells[i]?.[cell];
    if (value === undefined) return;
    s[i] = cell;
    known.set(ref, value);
  });
  return { reckoned: conditions[0], s, interval: evaluate(prepare(condition, registry), known) };
}

describe('whatever the rules', () => {
  it('working out what hangs on no fact changes no rank', () => {
    fc.assert(
      fc.property(withConstants, fc.subarray(anyKeys.map((k) => k.id)), (condition, told) => {
        const registry = factRegistry(anyKeys);
        const known = new Map(
          told.map((id) => [`${id}@vehicle`, Number(id.slice(1)) % 2 === 0 ? true : 'x']),
        );
        const of = (c: Condition) => evaluate(prepare(c, registry), known);
        expect(of(fold(condition))).toEqual(of(condition));
        expect(of(simplify(condition))).toEqual(of(condition));
      }),
    );
  });

  const picked = fc.array(fc.nat(8), { minLength: 7, maxLength: 7 });
  it('the reckoned interval is the evaluator’s, in every state of knowledge', () => {
    fc.assert(
      fc.property(anyCondition, picked, (condition, picks) => {
        const { reckoned, s, interval } = knownWorld(condition, picks);
        expect(reckoned?.interval(s)).toEqual({ lo: interval.lo, hi: interval.hi });
      }),
    );
  });

  it('so it is with parts that hang on no fact, some of which nobody can say', () => {
    fc.assert(
      fc.property(withConstants, picked, (condition, picks) => {
        const { reckoned, s, interval } = knownWorld(condition, picks);
        expect(reckoned?.interval(s)).toEqual({ lo: interval.lo, hi: interval.hi });
        // A chance is a chance, and certain where the interval is.
        const chance = reckoned?.chance(s) ?? -1;
        expect(chance).toBeGreaterThanOrEqual(-1e-9);
        expect(chance).toBeLessThanOrEqual(1 + 1e-9);
        if (interval.lo > 0) expect(chance).toBeCloseTo(1, 9);
        if (interval.hi === 0) expect(chance).toBeCloseTo(0, 9);
      }),
    );
  });

  it('the chance is the share of worlds that end well, weighed', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          anyCondition,
          anyCondition.map((of): Condition => ({ kind: 'not', of })),
        ),
        (condition) => {
          const { facts, chances, conditions } = worldsOf([condition], new Map(), factRegistry(anyKeys), []);
          let good = 0;
          const go = (i: number, s: Int8Array, p: number): void => {
            if (i === facts.length) {
              if ((conditions[0]?.interval(s).lo ?? 0) > 0) good += p;
              return;
            }
            chances[i]?.forEach((q, cell) => {
              const next = s.slice();
              next[i] = cell;
              go(i + 1, next, p * q);
            });
          };
          const start = new Int8Array(facts.length).fill(-1);
          go(0, start, 1);
          expect(conditions[0]?.chance(start)).toBeCloseTo(good, 9);
        },
      ),
      { numRuns: 50 },
    );
  });

  it('no other first look is quicker than the exact plan’s, which bounds every order', () => {
    fc.assert(
      fc.property(anyQuest, (q) => {
        const quest = questOf(inputOf(q));
        const start = new Int8Array(quest.worlds.facts.length).fill(-1);
        const best = cheapestPlan(quest, start, 50_000);
        if (!best) return;
        // The order as listed, reckoned to its end.
        const listed = (s: Int8Array): number => {
          const targets = openTargets(quest, s);
          const look = targets.length === 0 ? undefined : usefulLooks(quest, s, targets)[0];
          if (!look) return 0;
          const fresh =
            look.access &&
            !quest.looks.some(
              (l) => l.access?.id === look.access?.id && l.facts.some((f) => (s[f] ?? -1) >= 0),
            );
          return outcomesOf(quest, s, look).reduce(
            (sum, o) => sum + o.chance * listed(o.state),
            look.minutes + (fresh ? (look.access?.minutes ?? 0) : 0),
          );
        };
        expect(best.minutes).toBeLessThanOrEqual(listed(start) + 1e-9);
        for (const minutes of best.byLook.values())
          expect(minutes).toBeGreaterThanOrEqual(best.minutes - 1e-9);
      }),
      { numRuns: 40 },
    );
  });

  it('the order of the lamps is irrelevant', () => {
    fc.assert(
      fc.property(anyQuest, (q) => {
        const input = inputOf(q);
        expect(planLooks({ ...input, targets: [...input.targets].reverse() })).toEqual(planLooks(input));
      }),
      { numRuns: 40 },
    );
  });
});
