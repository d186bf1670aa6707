import { describe, expect, it } from 'vitest';
import { seededRandom } from '../kernel/seededRandom';
import { factRegistry } from '../vehicle';
import { CELL_COMBINATIONS, type Rule } from '../rule';
import { bindRule } from '../rule/condition';
import { evaluate, prepare } from '../rule/evaluate';
import { tryFitLaws, judgedCase } from './testing/fitLaws';
import { randomCase } from './testing/randomCase';

describe('a verdict against every world, tried apart', () => {
  it('is the span over them, with its reasons, parts, changes and looks', () => {
    const { cases, broken } = tryFitLaws(160, 20_000);
    expect(broken).toEqual({});
    // Where nearly all were left out for their size, nothing would have been shown.
    expect(cases).toBeGreaterThan(120);
  });

  it('is never reopened by learning a fact that no dispute looks for', () => {
    for (let seed = 1; seed <= 150; seed += 1) {
      const c = randomCase(seededRandom(seed));
      if (judgedCase(c).verdict === 'check-first') continue;
      const looked = (c.application.disputes ?? []).map((d) => ('fact' in d.settle ? d.settle.fact : ''));
      for (const [ref, value] of [...randomCase(seededRandom(seed + 5000)).known]) {
        if (c.known.has(ref) || looked.includes(ref.split('@')[0] ?? '')) continue;
        // A plug that follows from the year is contradicted by one that was seen.
        if (ref.startsWith('plug@') && c.family.derives) continue;
        const then = judgedCase(c, new Map(c.known).set(ref, value));
        expect([seed, ref, then.verdict]).not.toEqual([seed, ref, 'check-first']);
      }
    }
  });

  it('does not depend on the order of the branches of a rule', () => {
    const flip = (r: Rule): Rule =>
      r.op === 'all' || r.op === 'any'
        ? { op: r.op, of: [...r.of].reverse().map(flip) }
        : r.op === 'not'
          ? { op: 'not', of: flip(r.of) }
          : r;
    for (let seed = 1; seed <= 100; seed += 1) {
      const c = randomCase(seededRandom(seed));
      const { application } = c;
      const other = judgedCase({ ...c, application: { ...application, rule: flip(application.rule) } });
      const { reasons: _, ...mine } = judgedCase(c);
      const { reasons: __, ...theirs } = other;
      expect(theirs).toEqual(mine);
    }
  });
});

describe('the limit of exactness', () => {
  const keys = (n: number) =>
    factRegistry(
      Array.from({ length: n }, (_, i) => ({
        id: `f${i}`,
        subject: 'vehicle' as const,
        type: { kind: 'yes-no' as const },
        sources: ['seen' as const],
      })),
    );
  const is = (i: number, value: boolean): Rule => ({
    op: 'equals',
    id: `p${i}${value}`,
    fact: `f${i}`,
    value,
  });
  /** Holds where an odd number of facts does: no fact can be left out, in no world. */
  const parity = (n: number): Rule =>
    n === 1
      ? is(0, true)
      : {
          op: 'any',
          of: [
            { op: 'all', of: [is(n - 1, true), { op: 'not', of: parity(n - 1) }] },
            { op: 'all', of: [is(n - 1, false), parity(n - 1)] },
          ],
        };
  const of = (rule: Rule, n: number) =>
    evaluate(prepare(bindRule(rule, ['vehicle'], keys(n)), keys(n)), new Map());

  it('is a number of combinations of cells, not of facts', () => {
    // Thirty unknown facts that stand twice each, two by two: sixty combinations, no more.
    const pairs: Rule = {
      op: 'all',
      of: Array.from({ length: 30 }, (_, i): Rule => ({ op: 'any', of: [is(i, true), is(i, false)] })),
    };
    expect(of(pairs, 30)).toEqual({ lo: 2, hi: 2, exact: true });
    expect(2 ** 12).toBeLessThan(CELL_COMBINATIONS);
    const never = (n: number): Rule => ({ op: 'all', of: [parity(n), { op: 'not', of: parity(n) }] });
    expect(of(never(10), 10)).toEqual({ lo: 0, hi: 0, exact: true });
  });

  /** So many things in so few places, one each: it cannot be, and no part of it says so. */
  const crowded = (things: number, places: number): Rule => {
    const at = (thing: number, place: number, yes: boolean) => is(thing * places + place, yes);
    const upTo = (n: number) => Array.from({ length: n }, (_, i) => i);
    return {
      op: 'all',
      of: [
        ...upTo(things).map((t): Rule => ({ op: 'any', of: upTo(places).map((p) => at(t, p, true)) })),
        ...upTo(places).flatMap((p) =>
          upTo(things).flatMap((t) =>
            upTo(t).map((u): Rule => ({ op: 'any', of: [at(t, p, false), at(u, p, false)] })),
          ),
        ),
      ],
    };
  };

  it('is said when it is passed, and the answer is then too wide, never too narrow', () => {
    expect(of(crowded(4, 3), 12)).toEqual({ lo: 0, hi: 0, exact: true });
    expect(of(crowded(9, 8), 72)).toEqual({ lo: 0, hi: 2, exact: false });
  });
});
