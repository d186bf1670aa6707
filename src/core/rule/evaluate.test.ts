import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factRegistry, type FactKey, type FactValue } from '../vehicle';
import { because, openFacts } from './because';
import { bindRule } from './condition';
import { evaluate, type Known, prepare, residual } from './evaluate';
import { outerSpan } from './expression';
import type { Mend, Rule } from './language';
import { needsOf } from './needs';
import { type Rank, type Verdict, verdictOf } from './rank';

const registry = factRegistry();
const AT = 'headlamp.front.left';
const known = (facts: Record<string, FactValue>): Known =>
  new Map(
    Object.entries(facts).map(([k, v]) => [
      `${k}@${registry.find(k)?.subject === 'position' ? AT : 'vehicle'}`,
      v,
    ]),
  );
const ready = (rule: Rule) => prepare(bindRule(rule, [AT], registry), registry);
const verdict = (rule: Rule, facts: Record<string, FactValue>): Verdict =>
  verdictOf(evaluate(ready(rule), known(facts)));

const adapter: Mend = { parts: [{ part: 'adapter', quantity: 1, per: 'side' }], minutes: 5 };
const plug: Rule = { op: 'plug-family', id: 'plug', family: 'X41' };
const plugMended: Rule = { op: 'plug-family', id: 'plug', family: 'X41', mends: [adapter] };
const late: Rule = { op: 'range', id: 'late', fact: 'model-year', from: 2018 };
const notLed: Rule = { op: 'not', of: { op: 'equals', id: 'led', fact: 'factory-lamp', value: 'led' } };
const room: Rule = { op: 'at-least', id: 'room', fact: 'room-behind', value: 60, unit: 'mm' };

describe('the four verdicts', () => {
  const rule: Rule = { op: 'all', of: [late, plugMended, notLed, room] };
  const good = { 'model-year': 2021, plug: 'X41', 'factory-lamp': 'filament', 'room-behind': 64 };
  it.each<[string, Record<string, FactValue>, Verdict]>([
    ['everything met', good, 'fits'],
    ['a boundary is inside', { ...good, 'model-year': 2018, 'room-behind': 60 }, 'fits'],
    ['another plug, mended', { ...good, plug: 'X40' }, 'fits-with-parts'],
    ['a hard condition unmet', { ...good, 'model-year': 2017 }, 'does-not-fit'],
    ['unmet counts more than mended', { ...good, plug: 'X40', 'factory-lamp': 'led' }, 'does-not-fit'],
    [
      'one hard condition unknown',
      { 'model-year': 2021, plug: 'X41', 'factory-lamp': 'filament' },
      'check-first',
    ],
    [
      'mended and one unknown',
      { 'model-year': 2021, plug: 'X40', 'factory-lamp': 'filament' },
      'check-first',
    ],
    [
      'only the mendable one unknown',
      { 'model-year': 2021, 'factory-lamp': 'hid', 'room-behind': 80 },
      'fits-with-parts',
    ],
    ['unmet, the rest unknown', { 'room-behind': 59.9 }, 'does-not-fit'],
    ['nothing known', {}, 'check-first'],
  ])('%s', (_, facts, expected) => expect(verdict(rule, facts)).toBe(expected));

  it('without mends a wrong plug does not fit and an unknown one is to be checked', () => {
    expect(verdict(plug, { plug: 'X40' })).toBe('does-not-fit');
    expect(verdict(plug, {})).toBe('check-first');
    expect(verdict(plug, { plug: 'X41' })).toBe('fits');
  });

  it('`any` is as good as its best branch', () => {
    const either: Rule = { op: 'any', of: [plugMended, late] };
    expect(verdict(either, { plug: 'X40' })).toBe('fits-with-parts');
    expect(verdict(either, { plug: 'X40', 'model-year': 2020 })).toBe('fits');
    expect(verdict(either, { plug: 'X40', 'model-year': 2010 })).toBe('fits-with-parts');
    expect(verdict({ op: 'any', of: [plug, late] }, { plug: 'X40', 'model-year': 2010 })).toBe(
      'does-not-fit',
    );
  });

  it('an empty `all` holds and an empty `any` does not', () => {
    expect(verdict({ op: 'all', of: [] }, {})).toBe('fits');
    expect(verdict({ op: 'any', of: [] }, {})).toBe('does-not-fit');
  });
});

describe('a mend with its own condition', () => {
  const s1: Mend = {
    parts: [{ part: 'S1', quantity: 1, per: 'set' }],
    minutes: 9,
    when: { op: 'range', id: 'early', fact: 'model-year', to: 2017 },
  };
  const s2: Mend = { parts: [{ part: 'S2', quantity: 1, per: 'set' }], minutes: 9, when: late };
  const fogs: Rule = { op: 'has-option', id: 'switch', option: 'fog-switch', mends: [s1, s2] };
  const partsOf = (facts: Record<string, FactValue>) =>
    needsOf(ready(fogs), known(facts), ['left']).parts.map((p) => p.part);

  it('takes the switch of the right year group', () => {
    expect(verdict(fogs, { 'option.fog-switch': false, 'model-year': 2015 })).toBe('fits-with-parts');
    expect(partsOf({ 'option.fog-switch': false, 'model-year': 2015 })).toEqual(['S1']);
    expect(partsOf({ 'option.fog-switch': false, 'model-year': 2021 })).toEqual(['S2']);
    expect(partsOf({ 'option.fog-switch': true })).toEqual([]);
  });

  it('one of the two always holds, so an unknown year does not matter to the verdict', () => {
    expect(verdict(fogs, { 'option.fog-switch': false })).toBe('fits-with-parts');
  });

  it('with one switch alone the year decides', () => {
    const one: Rule = { op: 'has-option', id: 'switch', option: 'fog-switch', mends: [s1] };
    expect(verdict(one, { 'option.fog-switch': false })).toBe('check-first');
    expect(verdict(one, { 'option.fog-switch': false, 'model-year': 2021 })).toBe('does-not-fit');
  });
});

describe('an unknown that cannot matter', () => {
  it('does not count: cases that cover everything fit with the fact unknown', () => {
    const early: Rule = { op: 'range', id: 'early', fact: 'model-year', to: 2017 };
    const rule: Rule = { op: 'any', of: [early, late] };
    const p = ready(rule);
    expect(outerSpan(residual(p, new Map()).expression)).toEqual({ lo: 0, hi: 2 });
    expect(evaluate(p, new Map())).toEqual({ lo: 2, hi: 2, exact: true });
    expect(because(p, new Map())).toEqual([]);
  });

  it('a gap between the cases is found: years are whole, millimetres are not', () => {
    const width = (from?: number, to?: number): Rule => ({
      op: 'range',
      id: `w${from ?? ''}`,
      fact: 'overall-width',
      ...(from ? { from } : {}),
      ...(to ? { to } : {}),
    });
    expect(verdict({ op: 'any', of: [width(undefined, 2000), width(2001)] }, {})).toBe('check-first');
    expect(verdict({ op: 'any', of: [width(undefined, 2000), width(2000)] }, {})).toBe('fits');
  });

  it('opposite demands on one unknown fact do not fit', () => {
    const led: Rule = { op: 'equals', id: 'is-led', fact: 'factory-lamp', value: 'led' };
    expect(verdict({ op: 'all', of: [led, notLed] }, {})).toBe('does-not-fit');
  });

  it('is not asked for', () => {
    const rule: Rule = {
      op: 'all',
      of: [late, { op: 'any', of: [room, { op: 'range', id: 'y', fact: 'model-year', from: 2018 }] }],
    };
    expect(openFacts(ready(rule), new Map())).toEqual(['model-year@vehicle']);
  });
});

const FACTS: readonly FactKey[] = ['a', 'b', 'c', 'd'].map((id) => ({
  id,
  subject: 'vehicle',
  type: { kind: 'choice', values: ['1', '2', '3'] },
  sources: ['seen'],
}));
const small = factRegistry(FACTS);
const leafArb = fc.record({
  fact: fc.constantFrom('a', 'b', 'c', 'd'),
  values: fc.subarray(['1', '2', '3'], { minLength: 1, maxLength: 2 }),
  mend: fc.boolean(),
  id: fc.integer(),
});
const { rule: ruleArb } = fc.letrec<{ rule: Rule; leaf: Rule }>((tie) => ({
  leaf: leafArb.map((l): Rule => ({
    op: 'one-of',
    id: `p${l.id}`,
    fact: l.fact,
    values: l.values,
    ...(l.mend ? { mends: [adapter] } : {}),
  })),
  rule: fc.oneof(
    { maxDepth: 3, depthIdentifier: 'rule' },
    tie('leaf'),
    fc.record({
      op: fc.constantFrom('all' as const, 'any' as const),
      of: fc.array(tie('rule'), { minLength: 1, maxLength: 3 }),
    }),
    fc.record({ op: fc.constant('not' as const), of: tie('rule') }),
  ) as fc.Arbitrary<Rule>,
}));
const partlyArb = fc.record(
  Object.fromEntries(['a', 'b', 'c', 'd'].map((k) => [k, fc.option(fc.constantFrom('1', '2', '3'))])),
);
const toKnown = (facts: Record<string, string | null>): Known =>
  new Map(Object.entries(facts).flatMap(([k, v]) => (v === null ? [] : [[`${k}@vehicle`, v] as const])));
const worlds = (start: Known): Known[] =>
  ['a', 'b', 'c', 'd'].reduce<Known[]>(
    (list, k) =>
      list.flatMap((w) =>
        w.has(`${k}@vehicle`) ? [w] : ['1', '2', '3'].map((v) => new Map(w).set(`${k}@vehicle`, v)),
      ),
    [start],
  );

describe('laws, over random rules and facts', () => {
  const bound = (rule: Rule) => prepare(bindRule(rule, [AT], small), small);

  it('the interval is exactly what trying every world gives', () => {
    fc.assert(
      fc.property(ruleArb, partlyArb, (rule, facts) => {
        const p = bound(rule);
        const now = toKnown(facts);
        const ranks = worlds(now).map((w) => evaluate(p, w).lo);
        const found = evaluate(p, now);
        expect([found.lo, found.hi]).toEqual([Math.min(...ranks) as Rank, Math.max(...ranks) as Rank]);
      }),
      { numRuns: 300 },
    );
  });

  it('learning a fact never reopens a settled verdict', () => {
    fc.assert(
      fc.property(
        ruleArb,
        partlyArb,
        fc.constantFrom('a', 'b', 'c', 'd'),
        fc.constantFrom('1', '2', '3'),
        (rule, facts, k, v) => {
          const p = bound(rule);
          const before = toKnown(facts);
          if (before.has(`${k}@vehicle`) || verdictOf(evaluate(p, before)) === 'check-first') return;
          expect(verdictOf(evaluate(p, new Map(before).set(`${k}@vehicle`, v)))).not.toBe('check-first');
        },
      ),
    );
  });

  it('the because alone gives the verdict, none of it can go, and nothing outside it makes it worse', () => {
    fc.assert(
      fc.property(ruleArb, partlyArb, partlyArb, (rule, facts, others) => {
        const p = bound(rule);
        const now = toKnown(facts);
        const settled = evaluate(p, now);
        const v = verdictOf(settled);
        if (v === 'check-first') return;
        const set = because(p, now);
        const alone: Known = new Map([...now].filter(([ref]) => set.includes(ref)));
        expect(verdictOf(evaluate(p, alone))).toBe(v);
        for (const ref of set) {
          const without = new Map(alone);
          without.delete(ref);
          expect(verdictOf(evaluate(p, without))).not.toBe(v);
        }
        const changed = evaluate(p, new Map([...toKnown(others), ...alone]));
        expect(changed.lo).toBeGreaterThanOrEqual(settled.lo);
      }),
    );
  });

  it('the order of a rule’s branches changes nothing', () => {
    const flip = (rule: Rule): Rule =>
      rule.op === 'all' || rule.op === 'any'
        ? { op: rule.op, of: [...rule.of].reverse().map(flip) }
        : rule.op === 'not'
          ? { op: 'not', of: flip(rule.of) }
          : rule;
    fc.assert(
      fc.property(ruleArb, partlyArb, (rule, facts) => {
        const now = toKnown(facts);
        expect(evaluate(bound(flip(rule)), now)).toEqual(evaluate(bound(rule), now));
        expect(because(bound(flip(rule)), now)).toEqual(because(bound(rule), now));
      }),
    );
  });

  it('open facts are those and only those that can change the verdict’s rank', () => {
    fc.assert(
      fc.property(ruleArb, partlyArb, (rule, facts) => {
        const p = bound(rule);
        const now = toKnown(facts);
        if (verdictOf(evaluate(p, now)) !== 'check-first') return;
        const open = openFacts(p, now);
        const all = worlds(now);
        for (const k of ['a', 'b', 'c', 'd'].map((f) => `${f}@vehicle`)) {
          if (now.has(k)) continue;
          const can = all.some((w) =>
            ['1', '2', '3'].some((v) => evaluate(p, new Map(w).set(k, v)).lo !== evaluate(p, w).lo),
          );
          expect(open.includes(k)).toBe(can);
        }
      }),
      { numRuns: 150 },
    );
  });
});
