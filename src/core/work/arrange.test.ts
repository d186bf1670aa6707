import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrangedIds } from './arrange';
import { gradeOf } from './grade';
import { changeovers, halfCost, halfSequence } from './half';
import { stripPlan, type PlanWish, type StripPlan } from './plan';
import type { StateRow } from './states';
import { BOTH, L, R, sheetOf, step } from './testing/sheets';
import type { Step } from './types';

/** A cover that only a step takes off. */
const COVER: StateRow = {
  id: 'cover',
  name: { en: 'Cover' },
  values: [
    { id: 'on', name: { en: 'on' } },
    { id: 'off', name: { en: 'off' } },
  ],
  moves: [],
};
type Plan = Extract<StripPlan, { kind: 'plan' }>;
function laid(steps: readonly Step[], wish: PlanWish = {}, states: readonly StateRow[] = []): Plan {
  const plan = stripPlan([{ sheet: sheetOf(...steps), positions: BOTH }], states, wish);
  if (plan.kind !== 'plan') throw new Error(JSON.stringify(plan));
  return plan;
}
const ids = (list: readonly { readonly id: string }[]) => list.map((s) => s.id);

describe('an order of one’s own', () => {
  const STEPS = [step('a'), step('b'), step('c', { after: [{ step: 'a' }] }), step('d')];

  it('stands where nothing is in its way, and the way back is its reverse', () => {
    const plan = laid(STEPS, { arranged: ['d', 'a', 'c', 'b'] });
    expect(ids(plan.out)).toEqual(['d', 'a', 'c', 'b']);
    expect(ids(plan.back)).toEqual(['b', 'c', 'a', 'd']);
    expect(plan.arrangeFault).toBeNull();
  });

  it('is refused by the step that would come before one it waits for; the plan’s own stands', () => {
    const plan = laid(STEPS, { arranged: ['c', 'a', 'b', 'd'] });
    expect(plan.arrangeFault).toEqual({ kind: 'waits', step: 'c', after: 'a' });
    expect(ids(plan.out)).toEqual(ids(laid(STEPS).out));
  });

  it('is refused where a step cannot have the state it needs there', () => {
    const steps = [
      step('cover', { sets: { cover: 'off' } }),
      step('look', { kind: 'look', needs: { cover: 'on' } }),
    ];
    expect(ids(laid(steps, {}, [COVER]).out)).toEqual(['look', 'cover']);
    expect(laid(steps, { arranged: ['cover', 'look'] }, [COVER]).arrangeFault).toEqual({
      kind: 'lacks',
      step: 'look',
      needs: { cover: 'on' },
    });
  });

  it('moves what is named and leaves what is not, whatever else there is', () => {
    expect(arrangedIds(['a', 'b', 'c', 'd', 'e'], ['d', 'b', 'gone'])).toEqual(['a', 'd', 'c', 'b', 'e']);
    const some = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'g'));
    fc.assert(
      fc.property(some, some, (plan, wanted) => {
        const made = arrangedIds(plan, wanted);
        expect([...made].sort()).toEqual([...plan].sort());
        expect(made.filter((id) => wanted.some((w) => w === id))).toEqual(
          wanted.filter((id) => plan.includes(id)),
        );
        plan.forEach((id, i) => !wanted.includes(id) && expect(made[i]).toBe(id));
      }),
    );
  });
});

describe('half and half', () => {
  const STEPS = [
    step('panel', { minutes: 10 }),
    step('lamp', { scope: 'each', minutes: 6, lampOut: true, after: [{ step: 'panel' }] }),
  ];
  const kept = { kept: [{ keep: R, others: [L] }] };

  it('leaves one lamp until the other is out and in again', () => {
    const plan = laid(STEPS, kept);
    expect(ids(plan.out)).toEqual(['panel', `lamp@${L}`, `lamp@${R}`]);
    expect(ids(plan.back)).toEqual([`lamp@${L}`, `lamp@${R}`, 'panel']);
    expect(halfSequence(plan, R, [L]).map((s) => `${s.way} ${s.id}`)).toEqual([
      'out panel',
      `out lamp@${L}`,
      `back lamp@${L}`,
      `out lamp@${R}`,
      `back lamp@${R}`,
      'back panel',
    ]);
    // The other one first, where that is wanted.
    expect(ids(laid(STEPS, { kept: [{ keep: L, others: [R] }] }).out)).toEqual([
      'panel',
      `lamp@${R}`,
      `lamp@${L}`,
    ]);
  });

  it('costs more changes of place, and a wrong lamp costs less', () => {
    const cost = halfCost(laid(STEPS), laid(STEPS, kept), R, [L]);
    // Places: front, left, right, right, left, front = 5 changes; half: front, left, right, front = 4.
    expect(cost.bothMin).toBe(2 * 10 + 4 * 6 + 5);
    expect(cost.halfMin).toBe(2 * 10 + 4 * 6 + 4);
    // Both in and the panel on: everything again. One in, panel still off: one lamp again.
    expect(cost.wrongBothMin).toBe(44);
    expect(cost.wrongHalfMin).toBe(12);
  });

  it('what stands over both comes first all the same; only what is the lamp’s own waits', () => {
    const plan = laid(
      [
        step('plug', { scope: 'each' }),
        step('carrier', { after: [{ step: 'plug' }] }),
        step('lamp', { scope: 'each', lampOut: true, after: [{ step: 'carrier' }] }),
      ],
      kept,
    );
    expect(ids(plan.out)).toEqual([`plug@${L}`, `plug@${R}`, 'carrier', `lamp@${L}`, `lamp@${R}`]);
    expect(halfSequence(plan, R, [L]).map((s) => `${s.way} ${s.id}`)).toEqual([
      `out plug@${L}`,
      `out plug@${R}`,
      'out carrier',
      `out lamp@${L}`,
      `back lamp@${L}`,
      `out lamp@${R}`,
      `back lamp@${R}`,
      'back carrier',
      `back plug@${L}`,
      `back plug@${R}`,
    ]);
  });

  it('changes are counted by tool and place, whatever has none being done in passing', () => {
    const at = (tool: string, place: string) => ({ tool, place });
    expect(changeovers([at('', 'f'), at('s10', 'f'), at('', ''), at('s10', 'r'), at('t20', 'r')])).toBe(
      1 + 0.5 + 1 + 0.5,
    );
  });
});

describe('grade', () => {
  const deep = (n: number) =>
    Array.from({ length: n }, (_, i) => step(`s${i}`, i > 0 ? { after: [{ step: `s${i - 1}` }] } : {}));
  const lamp = (over: number) =>
    step('lamp', { scope: 'each', lampOut: true, after: over > 0 ? [{ step: `s${over - 1}` }] : [] });

  it('a lamp behind three screws is plain', () => {
    expect(gradeOf(laid([lamp(0)]).out, 12, 0)).toEqual({ grade: 'plain', points: 0, reasons: [] });
  });

  it('says what makes it hard, the weightiest first', () => {
    const steps = [
      ...deep(6),
      step('hole', { kind: 'lasting-change' }),
      step('glass', { fragile: [{ kind: 'glass', what: { en: 'lens' }, chance: 0.1 }] }),
      lamp(6),
    ];
    const graded = gradeOf(laid(steps).out, 95, 3);
    // Minutes 2, depth 2 (six over it), fragile 1, lasting 2, by hand 2.
    expect(graded.points).toBe(9);
    expect(graded.grade).toBe('hard');
    expect(graded.reasons.map((r) => [r.code, r.value, r.points])).toEqual([
      ['minutes', 95, 2],
      ['depth', 6, 2],
      ['lasting', 1, 2],
      ['by-hand', 3, 2],
      ['fragile', 1, 1],
    ]);
    expect(gradeOf(laid(steps).out, 400, 9).grade).toBe('daunting');
  });
});
