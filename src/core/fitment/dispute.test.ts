import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Shelf } from '../catalogue';
import { factRegistry, type FactValue } from '../vehicle';
import { judge } from './judge';
import type { Dispute } from '../rule';
import { indexShelf, planSwap } from './shortlist';

const shelf = JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Shelf;
const index = indexShelf(shelf);
const HEAD = ['headlamp.front.left', 'headlamp.front.right'];
/** The maker's table says from 2018, its note says only with plug X41, the shop has seen a 2018 with X40. */
const dispute: Dispute = {
  id: 'carrier',
  about: { 'en-GB': 'Which lamp carrier' },
  statements: [
    { source: 'maker-table', says: { op: 'range', id: 't', fact: 'model-year', from: 2018 } },
    { source: 'seen-here', times: 3, says: { op: 'range', id: 's', fact: 'model-year', from: 2019 } },
  ],
  settle: { op: 'plug-family', id: 'look', family: 'X41' },
};
function verdict(facts: Record<string, FactValue>) {
  const family = index.families.get('orrel-packet');
  const row = index.applications.get('packet-sounder-2');
  const plan =
    family &&
    row &&
    planSwap({ ...row, rule: { op: 'all', of: [] }, disputes: [dispute] }, family, HEAD, index.lamps);
  if (!plan) throw new Error('no plan');
  const known = new Map<string, FactValue>([
    ['system-voltage@vehicle', '12'],
    ['market@vehicle', 'none'],
  ]);
  for (const [k, v] of Object.entries(facts))
    if (k === 'plug') HEAD.forEach((at) => known.set(`plug@${at}`, v));
    else known.set(`${k}@vehicle`, v);
  return judge(plan, {
    known,
    registry: factRegistry(shelf.factKeys),
    profiles: shelf.profiles,
    parts: new Map(),
  });
}

describe('statements that differ', () => {
  it('agree for most years, and then nothing is asked', () => {
    expect(verdict({ 'model-year': 2021 })).toMatchObject({ verdict: 'fits', openFacts: [] });
    expect(verdict({ 'model-year': 2017 }).verdict).toBe('does-not-fit');
    expect(verdict({ 'model-year': 2021 }).reasons.some((r) => r.code.startsWith('statement'))).toBe(false);
  });

  it('for this very vehicle are at best a check first: both stand with their source and weight', () => {
    const j = verdict({ 'model-year': 2018 });
    expect(j.verdict).toBe('check-first');
    expect(j.openFacts).toEqual(HEAD.map((at) => `plug@${at}`));
    expect(j.reasons).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ code: 'dispute-open' }),
        expect.objectContaining({
          code: 'statement-yes',
          facts: expect.objectContaining({ source: 'maker-table' }) as object,
        }),
        expect.objectContaining({
          code: 'statement-no',
          facts: expect.objectContaining({ source: 'seen-here', times: 3 }) as object,
        }),
      ]),
    );
  });

  it('are settled by the look, and still shown', () => {
    const good = verdict({ 'model-year': 2018, plug: 'X41' });
    expect(good.verdict).toBe('fits');
    expect(good.reasons.map((r) => r.code)).toEqual(
      expect.arrayContaining(['dispute-settled', 'statement-yes', 'statement-no']),
    );
    expect(verdict({ 'model-year': 2018, plug: 'X40' }).verdict).toBe('does-not-fit');
  });
});
