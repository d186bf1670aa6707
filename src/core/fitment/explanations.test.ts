import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factRegistry, type FactValue } from '../vehicle';
import { type Mend, predicatesOf, predicateTest, type Rule, verdictOf } from '../rule';
import { because } from '../rule/because';
import { bindRule } from '../rule/condition';
import { evaluate, type Known, prepare, residual } from '../rule/evaluate';
import { needsOf } from '../rule/needs';
import { whatWouldChange } from './whatWouldChange';

const registry = factRegistry();
const [L, R] = ['headlamp.front.left', 'headlamp.front.right'];
const part = (name: string, minutes = 5, when?: Rule): Mend => ({
  parts: [{ part: name, quantity: 1, per: 'side' }],
  minutes,
  ...(when ? { when } : {}),
});
const plug = (mends: readonly Mend[]): Rule => ({ op: 'plug-family', id: 'plug', family: 'X41', mends });
const year = (from?: number, to?: number): Rule => ({
  op: 'range',
  id: `y${from ?? ''}-${to ?? ''}`,
  fact: 'model-year',
  ...(from ? { from } : {}),
  ...(to ? { to } : {}),
});
const ready = (rule: Rule, at: readonly string[] = [L]) => prepare(bindRule(rule, at, registry), registry);
const known = (facts: Record<string, FactValue>): Known => new Map(Object.entries(facts));
const needs = (rule: Rule, facts: Record<string, FactValue>, at: readonly string[] = [L]) =>
  needsOf(ready(rule, at), known(facts), ['left']).parts.map((n) => `${n.part}${n.certain ? '' : '?'}`);

describe('a rule bound to two sides', () => {
  it('asks a vehicle fact once and a position fact at each side', () => {
    const p = ready({ op: 'all', of: [year(2018), plug([])] }, [L, R]);
    expect([...p.cells.keys()].sort()).toEqual(['model-year@vehicle', `plug@${L}`, `plug@${R}`]);
    expect(residual(p, new Map()).expression.vars).toEqual([0, 1, 2]);
  });

  it('is as good as its worse side', () => {
    const rule = plug([part('a')]);
    const on = (left: string, right: string) =>
      verdictOf(evaluate(ready(rule, [L, R]), known({ [`plug@${L}`]: left, [`plug@${R}`]: right })));
    expect(on('X41', 'X41')).toBe('fits');
    expect(on('X41', 'X40')).toBe('fits-with-parts');
    expect(on('X40', 'X40')).toBe('fits-with-parts');
  });
});

describe('the parts to add', () => {
  it('come from every unmet leaf of an `all`', () => {
    const rule: Rule = {
      op: 'all',
      of: [plug([part('a')]), { op: 'has-option', id: 'o', option: 'tow', mends: [part('b')] }],
    };
    expect(needs(rule, { [`plug@${L}`]: 'X40', 'option.tow@vehicle': false })).toEqual(['a', 'b']);
    expect(needs(rule, { [`plug@${L}`]: 'X41', 'option.tow@vehicle': false })).toEqual(['b']);
  });

  it('come from the quickest branch of an `any`', () => {
    const rule: Rule = {
      op: 'any',
      of: [plug([part('slow', 30)]), { op: 'has-option', id: 'o', option: 'tow', mends: [part('quick', 3)] }],
    };
    expect(needs(rule, { [`plug@${L}`]: 'X40', 'option.tow@vehicle': false })).toEqual(['quick']);
  });

  it('are not needed where a branch is met', () => {
    const rule: Rule = { op: 'any', of: [plug([part('a')]), year(2018)] };
    expect(needs(rule, { [`plug@${L}`]: 'X40', 'model-year@vehicle': 2020 })).toEqual([]);
  });

  it('are only perhaps needed while the fact, or the other branch, is open', () => {
    expect(needs(plug([part('a')]), {})).toEqual(['a?']);
    expect(needs({ op: 'any', of: [plug([part('a')]), year(2018)] }, { [`plug@${L}`]: 'X40' })).toEqual([
      'a?',
    ]);
  });

  it('are the mend whose condition holds, the quicker of two that both hold', () => {
    const two = plug([
      part('late', 9, year(2018)),
      part('early', 9, year(undefined, 2017)),
      part('always', 20),
    ]);
    expect(needs(two, { [`plug@${L}`]: 'X40', 'model-year@vehicle': 2020 })).toEqual(['late']);
    expect(needs(two, { [`plug@${L}`]: 'X40', 'model-year@vehicle': 2010 })).toEqual(['early']);
    // The slower one, that always holds, is needed in no year: a quicker one is there in each.
    expect(needs(two, { [`plug@${L}`]: 'X40' })).toEqual(['early?', 'late?']);
  });
});

describe('what would change a verdict', () => {
  const changes = (rule: Rule, facts: Record<string, FactValue>) => {
    const p = ready(rule);
    const k = known(facts);
    return whatWouldChange(p, k, because(p, k)).map((c) => ({ ...c.to, verdict: c.verdict }));
  };

  it('names the boundary on the side where it lies', () => {
    expect(changes(year(2018), { 'model-year@vehicle': 2021 })).toEqual([
      { kind: 'range', to: 2017, without: 'none', verdict: 'does-not-fit' },
    ]);
    expect(changes(year(2018, 2022), { 'model-year@vehicle': 2021 })).toEqual([
      { kind: 'range', to: 2017, without: 'none', verdict: 'does-not-fit' },
      { kind: 'range', from: 2023, without: 'none', verdict: 'does-not-fit' },
    ]);
    expect(changes(year(2018), { 'model-year@vehicle': 2015 })).toMatchObject([
      { kind: 'range', from: 2018, verdict: 'fits' },
    ]);
  });

  it('names the value, or any other one where the choice is open', () => {
    const led: Rule = { op: 'equals', id: 'f', fact: 'factory-lamp', value: 'led' };
    expect(changes(led, { [`factory-lamp@${L}`]: 'led' })).toEqual([
      { kind: 'value', value: 'filament', verdict: 'does-not-fit' },
      { kind: 'value', value: 'hid', verdict: 'does-not-fit' },
    ]);
    expect(changes(plug([part('a')]), { [`plug@${L}`]: 'X41' })).toEqual([
      { kind: 'other', verdict: 'fits-with-parts' },
    ]);
  });

  it('every change it names does change the verdict', () => {
    const rule: Rule = {
      op: 'any',
      of: [{ op: 'all', of: [year(2010, 2015), plug([part('a')])] }, year(2019)],
    };
    fc.assert(
      fc.property(fc.integer({ min: 2000, max: 2030 }), fc.constantFrom('X40', 'X41'), (y, p41) => {
        const p = ready(rule);
        const k = known({ 'model-year@vehicle': y, [`plug@${L}`]: p41 });
        const now = verdictOf(evaluate(p, k));
        if (now === 'check-first') return;
        for (const change of whatWouldChange(p, k, because(p, k))) {
          expect(change.verdict).not.toBe(now);
          if (change.to.kind === 'value')
            expect(verdictOf(evaluate(p, new Map(k).set(change.ref, change.to.value)))).toBe(change.verdict);
        }
      }),
    );
  });
});

describe('a rule’s own words', () => {
  it('every predicate form comes down to one fact and its right values', () => {
    const forms: [Rule, string][] = [
      [{ op: 'equals', id: 'a', fact: 'plug', value: 'X' }, 'plug'],
      [{ op: 'one-of', id: 'a', fact: 'plug', values: ['X'] }, 'plug'],
      [{ op: 'at-least', id: 'a', fact: 'room-behind', value: 1, unit: 'mm' }, 'room-behind'],
      [{ op: 'at-most', id: 'a', fact: 'room-behind', value: 1, unit: 'mm' }, 'room-behind'],
      [{ op: 'has-option', id: 'a', option: 'tow' }, 'option.tow'],
      [{ op: 'plug-family', id: 'a', family: 'X' }, 'plug'],
      [{ op: 'circuit-present', id: 'a', circuit: 'drl' }, 'circuit.drl'],
    ];
    for (const [rule, fact] of forms)
      expect(predicatesOf(rule).map((p) => predicateTest(p).fact)).toEqual([fact]);
  });

  it('predicates inside mend conditions are found too', () => {
    expect(predicatesOf({ op: 'not', of: plug([part('a', 1, year(2018))]) }).map((p) => p.id)).toEqual([
      'plug',
      'y2018-',
    ]);
  });

  it('a fact that nobody defined is a broken promise of the importer', () => {
    expect(() => ready({ op: 'equals', id: 'a', fact: 'paint', value: 'x' })).toThrow(/paint/);
  });
});
