import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../kernel/seededRandom';
import { crewAsWished, type CrewBar, type CrewPlan, crewPlan, type CrewTask, type CrewWish } from './crew';

const task = (id: string, minutes: number, more: Partial<CrewTask> = {}): CrewTask => ({
  id,
  minutes,
  people: 1,
  after: [],
  alone: null,
  ...more,
});

/** What is wrong with a plan: nobody does two things, nothing begins too early, nobody shares a place for one. */
function wrong(tasks: readonly CrewTask[], plan: CrewPlan): readonly string[] {
  const faults: string[] = [];
  const bar = new Map(plan.bars.map((b) => [b.id, b]));
  for (const t of tasks) {
    const b = bar.get(t.id);
    if (!b) {
      faults.push(`${t.id} is not done`);
      continue;
    }
    if (b.who.length !== t.people) faults.push(`${t.id} by ${b.who.length}`);
    if (Math.abs(b.toMin - b.fromMin - t.minutes) > 1e-9) faults.push(`${t.id} takes another time`);
    for (const id of t.after)
      if ((bar.get(id)?.toMin ?? 0) > b.fromMin + 1e-9) faults.push(`${t.id} before ${id}`);
    for (const other of tasks) {
      const o = bar.get(other.id);
      if (!o || other.id <= t.id) continue;
      const together = o.fromMin < b.toMin - 1e-9 && b.fromMin < o.toMin - 1e-9;
      if (together && o.who.some((w) => b.who.includes(w))) faults.push(`${t.id} and ${other.id} at once`);
      if (together && t.alone !== null && t.alone === other.alone) faults.push(`${t.alone} twice`);
    }
  }
  return faults;
}

describe('a plan for two', () => {
  it('worked by hand: two sides at once, the bumper by both', () => {
    const tasks = [
      task('left screws', 6),
      task('right screws', 6),
      task('bumper', 4, { people: 2, after: ['left screws', 'right screws'] }),
      task('left lamp', 5, { after: ['bumper'] }),
      task('right lamp', 5, { after: ['bumper'] }),
    ];
    expect(crewPlan(tasks)).toMatchObject({
      makespanMin: 15,
      boundMin: 15,
      aloneMin: 26,
      idleMin: [0, 0],
    });
  });

  it('where only one has room it takes as long as alone', () => {
    const tasks = ['a', 'b', 'c'].map((id) => task(id, 5, { alone: 'under' }));
    expect(crewPlan(tasks)).toMatchObject({ makespanMin: 15, boundMin: 15 });
  });

  it('a chain cannot be shared: the second waits', () => {
    const tasks = [task('a', 3), task('b', 4, { after: ['a'] }), task('c', 5, { after: ['b'] })];
    expect(crewPlan(tasks)).toMatchObject({ makespanMin: 12, critical: ['a', 'b', 'c'], idleMin: [0, 12] });
  });

  const tasksOf = fc.integer({ min: 1, max: 12 }).chain((n) =>
    fc.tuple(
      ...Array.from({ length: n }, (_, i) =>
        fc.record({
          minutes: fc.integer({ min: 1, max: 20 }),
          people: fc.constantFrom(1 as const, 1 as const, 2 as const),
          after: fc.subarray(
            Array.from({ length: i }, (_, j) => `t${j}`),
            { maxLength: Math.min(2, i) },
          ),
          alone: fc.constantFrom(null, null, 'cab', 'under'),
        }),
      ),
    ),
  );

  it('keeps every rule, stays between its bound and the work of one, and is the same again', () =>
    fc.assert(
      fc.property(tasksOf, (list) => {
        const tasks = list.map((t, i): CrewTask => ({ ...t, id: `t${i}` }));
        const plan = crewPlan(tasks, { tries: 60 });
        expect(wrong(tasks, plan)).toEqual([]);
        expect(plan.makespanMin).toBeGreaterThanOrEqual(plan.boundMin - 1e-9);
        expect(plan.makespanMin).toBeLessThanOrEqual(plan.aloneMin + 1e-9);
        expect(crewPlan(tasks, { tries: 60 })).toEqual(plan);
      }),
      { numRuns: 120 },
    ));

  /** Two lanes without a gap, cut at random, with edges that they keep: the optimum is their length. */
  function packed(seed: number, steps: number, length: number): readonly CrewTask[] {
    const random = seededRandom(seed);
    const spans: { id: string; from: number; to: number }[] = [];
    for (const lane of [0, 1]) {
      const n = steps / 2;
      const cuts = Array.from({ length: n - 1 }, () => 1 + Math.floor(random() * (length - 2)));
      const at = [0, ...[...new Set(cuts)].sort((a, b) => a - b), length];
      at.slice(1).forEach((to, i) => spans.push({ id: `l${lane}s${i}`, from: at[i] ?? 0, to }));
    }
    return spans.map((s) => ({
      ...task(s.id, s.to - s.from),
      after: spans.filter((o) => o.to <= s.from && random() < 0.06).map((o) => o.id),
    }));
  }

  it.each(Array.from({ length: 12 }, (_, i) => i + 1))(
    'forty steps with a known best are within a tenth of it (seed %i)',
    (seed) => {
      const tasks = packed(seed, 40, 240);
      const plan = crewPlan(tasks);
      expect(wrong(tasks, plan)).toEqual([]);
      expect(plan.boundMin).toBeLessThanOrEqual(240);
      expect(plan.makespanMin).toBeLessThanOrEqual(240 * 1.1);
    },
  );
});

describe('the work of two as somebody wants it', () => {
  const bars = (tasks: readonly CrewTask[], wishes: readonly CrewWish[]) =>
    Object.fromEntries(
      crewAsWished(tasks, wishes).bars.map((b) => [b.id, [b.who.join(''), b.fromMin, b.toMin].join(' ')]),
    );

  it('a step goes to the person and into the turn that is wanted; the others fill up', () => {
    const tasks = [task('a', 4), task('b', 3), task('c', 2)];
    expect(bars(tasks, [])).toEqual({ a: '0 0 4', b: '1 0 3', c: '1 3 5' });
    expect(
      bars(tasks, [
        { id: 'c', who: 0 },
        { id: 'a', who: 0 },
      ]),
    ).toEqual({ c: '0 0 2', a: '0 2 6', b: '1 0 3' });
  });

  it('waits for what it waits for, though it was wanted first; two hands are two whatever is wished', () => {
    const tasks = [task('a', 4), task('b', 3, { after: ['a'] }), task('c', 2, { people: 2 })];
    expect(
      bars(tasks, [
        { id: 'b', who: 1 },
        { id: 'c', who: 1 },
      ]),
    ).toEqual({ a: '0 2 6', b: '1 6 9', c: '01 0 2' });
  });

  it('law: whatever is wished, no step before what it waits for, nobody at two things, one at a time where there is room for one', () => {
    const arb = fc.array(
      fc.record({
        minutes: fc.integer({ min: 1, max: 9 }),
        people: fc.constantFrom(1 as const, 2 as const),
        alone: fc.constantFrom(null, 'under'),
        after: fc.array(fc.nat(7), { maxLength: 2 }),
        who: fc.constantFrom(0 as const, 1 as const, null),
        turn: fc.nat(100),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(arb, (rows) => {
        const tasks = rows.map((r, i) =>
          task(`t${i}`, r.minutes, {
            people: r.people,
            alone: r.alone,
            after: r.after.filter((a) => a < i).map((a) => `t${a}`),
          }),
        );
        const wishes = rows
          .map((r, i) => ({ id: `t${i}`, who: r.who, turn: r.turn }))
          .filter((w): w is { id: string; who: 0 | 1; turn: number } => w.who !== null)
          .sort((a, b) => a.turn - b.turn);
        const plan = crewAsWished(tasks, wishes);
        const at = new Map(plan.bars.map((b) => [b.id, b]));
        expect(at.size).toBe(tasks.length);
        const apart = (list: readonly CrewBar[]) =>
          list.every((a, i) => list.every((b, j) => i === j || a.toMin <= b.fromMin || b.toMin <= a.fromMin));
        for (const t of tasks) {
          const bar = at.get(t.id);
          for (const a of t.after) expect(at.get(a)?.toMin).toBeLessThanOrEqual(bar?.fromMin ?? -1);
          const wish = wishes.find((w) => w.id === t.id);
          if (wish && t.people === 1) expect(bar?.who).toEqual([wish.who]);
        }
        for (const who of [0, 1] as const)
          expect(apart(plan.bars.filter((b) => b.who.includes(who)))).toBe(true);
        const under = new Set(tasks.filter((t) => t.alone !== null).map((t) => t.id));
        expect(apart(plan.bars.filter((b) => under.has(b.id)))).toBe(true);
      }),
      { seed: 5, numRuns: 150 },
    );
  });
});
