import { describe, expect, it } from 'vitest';
import type { Rule } from '../rule';
import type { Application, Family, Lamp, Profile } from '../catalogue/types';
import { factRegistry, type FactValue } from '../vehicle';
import { judge, type JudgeContext } from './judge';
import { planSwap } from './shortlist';
import { randomCase } from './testing/randomCase';

/** A line with a left and a right tail lamp, both of which do what is said. */
const base = randomCase(() => 0.99);
const [LEFT, RIGHT] = ['tail.rear.left', 'tail.rear.right'];
const year = (id: string, from?: number, to?: number): Rule => ({
  op: 'range',
  id,
  fact: 'model-year',
  ...(from ? { from } : {}),
  ...(to ? { to } : {}),
});
const always: Rule = { op: 'all', of: [] };
const family: Family = {
  ...base.family,
  places: base.family.places.map((p) => ({ ...p, functions: [{ does: 'stop' }, { does: 'licence-plate' }] })),
};
const lampOf = (side: 'left' | 'right', does: Lamp['functions']): Lamp => ({
  ...(base.lamps[0] as Lamp),
  id: `lamp-${side}`,
  side,
  functions: does,
  workingMaxV: 32,
});
const STOP = [{ does: 'stop' as const }];
const profile: Profile = {
  ...(base.profiles[0] as Profile),
  id: 'NA',
  requirements: [
    { id: 'plate', does: 'licence-plate', end: 'rear', sides: 'any', colours: [], source: 'made up' },
  ],
};

function judged(
  row: Partial<Application>,
  facts: Readonly<Record<string, FactValue>>,
  more: Partial<JudgeContext> & { lamps?: readonly Lamp[]; at?: readonly string[]; line?: Family } = {},
) {
  const application: Application = { ...base.application, disputes: [], supplies: [], rule: always, ...row };
  const lamps = more.lamps ?? [lampOf('left', STOP), lampOf('right', STOP)];
  const plan = planSwap(
    application,
    more.line ?? family,
    more.at ?? [LEFT, RIGHT],
    new Map(lamps.map((l) => [l.id, l])),
  );
  if (!plan) throw new Error('no plan');
  const known = new Map<string, FactValue>([
    ['system-voltage@vehicle', '12'],
    ['market@vehicle', 'none'],
    ...Object.entries(facts),
  ]);
  const context: JudgeContext = {
    known,
    registry: factRegistry(base.keys),
    profiles: more.profiles ?? [],
    parts: new Map(),
    others: more.others ?? [],
  };
  return { plan, ...judge(plan, context) };
}
const said = (j: ReturnType<typeof judged>) =>
  j.parts.map((p) => `${p.quantity} ${p.part}${p.certain ? '' : `? ${p.open.join()}`}`);
const part = (name: string, per: 'side' | 'set' = 'side', minutes = 5) => ({
  parts: [{ part: name, quantity: 1, per }],
  minutes,
});

describe('parts that hang on an unknown', () => {
  it('are named with the look that settles them, also where the verdict is settled', () => {
    // By hand: until 2017 plug K1 wants the adapter, from 2018 it fits as it is. The plug is seen, the year is not.
    const rule: Rule = {
      op: 'any',
      of: [
        {
          op: 'all',
          of: [
            year('early', undefined, 2017),
            { op: 'equals', id: 'k2', fact: 'plug', value: 'K2', mends: [part('adapter')] },
          ],
        },
        { op: 'all', of: [year('late', 2018), { op: 'equals', id: 'k1', fact: 'plug', value: 'K1' }] },
      ],
    };
    const j = judged({ rule }, { [`plug@${LEFT}`]: 'K1', [`plug@${RIGHT}`]: 'K1' });
    expect([j.verdict, j.mayRise, said(j)]).toEqual([
      'fits-with-parts',
      true,
      ['2 adapter? model-year@vehicle'],
    ]);
    expect(j.openFacts).toEqual(['model-year@vehicle']);
  });

  it('are called perhaps in the reasons too, while what they hang on is open', () => {
    // Either lead may be the one, by year; whether it goes in at all hangs on the tow bar.
    const mends = [
      { ...part('early-lead'), when: year('early', undefined, 2017) },
      { ...part('late-lead'), when: year('late', 2018) },
    ];
    const rule: Rule = {
      op: 'all',
      of: [
        { op: 'equals', id: 'k2', fact: 'plug', value: 'K2', mends },
        { op: 'equals', id: 'tow', fact: 'tow', value: true },
      ],
    };
    const j = judged({ rule }, { [`plug@${LEFT}`]: 'K1', [`plug@${RIGHT}`]: 'K1' });
    expect(j.verdict).toBe('check-first');
    expect(j.reasons.map((r) => r.code)).toContain('leaf-perhaps');
    expect(j.reasons.map((r) => r.code)).not.toContain('leaf-unmet');
    expect(said(j)).toEqual(['2 early-lead? model-year@vehicle', '2 late-lead? model-year@vehicle']);
  });

  it('count once for the set and once a side, as they are said', () => {
    const rule: Rule = {
      op: 'equals',
      id: 'k2',
      fact: 'plug',
      value: 'K2',
      mends: [
        {
          parts: [
            { part: 'switch', quantity: 1, per: 'set' },
            { part: 'lead', quantity: 1, per: 'side' },
          ],
          minutes: 5,
        },
      ],
    };
    expect(said(judged({ rule }, { [`plug@${LEFT}`]: 'K1', [`plug@${RIGHT}`]: 'K1' }))).toEqual([
      '2 lead',
      '1 switch',
    ]);
    const onVehicle: Rule = {
      op: 'equals',
      id: 'tow',
      fact: 'tow',
      value: true,
      mends: [part('bracket'), part('kit', 'set', 9)],
    };
    expect(said(judged({ rule: onVehicle }, { 'tow@vehicle': false }))).toEqual(['2 bracket']);
  });

  it('can be none: work, or parts that always go with it', () => {
    const rule: Rule = {
      op: 'equals',
      id: 'tow',
      fact: 'tow',
      value: true,
      mends: [{ parts: [], minutes: 7, work: { 'en-GB': 'Trim the foam' } }],
    };
    const j = judged(
      { rule, always: [{ part: 'gasket', quantity: 1, per: 'side' }] },
      { 'tow@vehicle': false },
    );
    expect([j.verdict, said(j), j.work]).toEqual([
      'fits-with-parts',
      ['2 gasket'],
      [{ words: { 'en-GB': 'Trim the foam' }, minutes: 7, certain: true }],
    ]);
    expect(j.minutes).toEqual({ low: 17, high: 27 });
  });
});

describe('functions', () => {
  const one = (at: string) => ({ at: [at] });
  it('are judged over the whole vehicle: two swaps that lose one plate lamp each lose it', () => {
    const left = judged({}, { 'market@vehicle': 'NA' }, { ...one(LEFT ?? ''), profiles: [profile] });
    expect(left.verdict).toBe('fits');
    const right = judged(
      {},
      { 'market@vehicle': 'NA' },
      { ...one(RIGHT ?? ''), profiles: [profile], others: [left.plan] },
    );
    expect([right.verdict, right.reasons.map((r) => r.code)]).toEqual([
      'does-not-fit',
      ['lost-and-required'],
    ]);
  });

  it('that a mend costs are judged like any lost one', () => {
    const lamps = [
      lampOf('left', [...STOP, { does: 'licence-plate' }]),
      lampOf('right', [...STOP, { does: 'licence-plate' }]),
    ];
    const rule = (cheap: boolean): Rule => ({
      op: 'equals',
      id: 'tow',
      fact: 'tow',
      value: true,
      mends: [
        { ...part('cover', 'set', 3), losesFunctions: ['licence-plate'] },
        ...(cheap ? [part('frame', 'set', 30)] : []),
      ],
    });
    const on = (cheap: boolean, market: string) =>
      judged(
        { rule: rule(cheap) },
        { 'tow@vehicle': false, 'market@vehicle': market },
        { lamps, profiles: [profile] },
      );
    expect(on(false, 'none').verdict).toBe('fits-with-parts');
    expect(on(false, 'none').functions.find((f) => f.does === 'licence-plate')?.change).toBe('lost');
    expect(on(false, 'NA').verdict).toBe('does-not-fit');
    // The dearer way keeps the plate lamp.
    expect(said(on(true, 'NA'))).toEqual(['1 frame']);
  });
});

describe('a reflector', () => {
  const tail = (shows?: 'side' | 'rear'): Lamp['functions'][number] => ({
    does: 'reflex-reflector',
    colour: 'red',
    ...(shows ? { shows } : {}),
  });
  const rules: Profile = {
    ...profile,
    requirements: (['rear', 'side'] as const).map((end) => ({
      id: end,
      does: 'reflex-reflector',
      end,
      sides: 'both',
      colours: ['red'],
      source: 'made up',
    })),
  };
  const line: Family = {
    ...family,
    places: family.places.map((p) => ({ ...p, functions: [tail('rear'), tail('side')] })),
  };
  const on = (...functions: Lamp['functions']) =>
    judged(
      {},
      { 'market@vehicle': 'NA' },
      { line, profiles: [rules], lamps: [lampOf('left', functions), lampOf('right', functions)] },
    );
  it('to the rear and one to the side are told apart in one housing', () => {
    expect(on(tail('rear'), tail('side')).verdict).toBe('fits');
    expect(on(tail('rear')).reasons.map((r) => r.facts)).toMatchObject([{ requirement: 'side' }]);
    // One that does not say which way it shows counts for both, as a lamp at a corner does.
    expect(on(tail()).verdict).toBe('fits');
  });
});

describe('one row', () => {
  it('can treat its lines differently', () => {
    const rule: Rule = { op: 'equals', id: 'l', fact: 'line', value: 'line', mends: [part('bracket')] };
    expect(judged({ rule }, {}).verdict).toBe('fits');
    expect(said(judged({ rule, families: ['other'] }, {}, { line: { ...family, id: 'other' } }))).toEqual([
      '2 bracket',
    ]);
  });

  it('can have unlike lamps inside and outside', () => {
    const places = (['outer', 'inner'] as const).flatMap((layer) =>
      family.places.map((p) => ({ ...p, position: { ...p.position, layer } })),
    );
    const lamps = ['left', 'right'].flatMap((side) =>
      ['outer', 'inner'].map((l) => ({ ...lampOf(side as 'left', STOP), id: `${l}-${side}` })),
    );
    const j = judged(
      {
        lamps: {
          left: 'outer-left',
          right: 'outer-right',
          'left.inner': 'inner-left',
          'right.inner': 'inner-right',
        },
      },
      {},
      {
        line: { ...family, places },
        lamps,
        at: places.map((p) => `tail.rear.${p.position.side}.${p.position.layer}`),
      },
    );
    expect(j.lamps).toEqual({
      'tail.rear.left.outer': 'outer-left',
      'tail.rear.right.outer': 'outer-right',
      'tail.rear.left.inner': 'inner-left',
      'tail.rear.right.inner': 'inner-right',
    });
  });
});

describe('a fact that follows for a year group', () => {
  const line: Family = {
    ...family,
    derives: [{ fact: 'plug', value: 'K1', when: year('d', 2016, 2019), source: 'maker-table' }],
  };
  const rule: Rule = { op: 'equals', id: 'k1', fact: 'plug', value: 'K1' };
  it('holds while nobody has looked', () => {
    expect(judged({ rule }, { 'model-year@vehicle': 2017 }, { line })).toMatchObject({
      verdict: 'fits',
      because: ['model-year@vehicle'],
    });
    expect(judged({ rule }, { 'model-year@vehicle': 2020 }, { line }).verdict).toBe('check-first');
    expect(judged({ rule }, {}, { line }).openFacts).toEqual([
      'model-year@vehicle',
      `plug@${LEFT}`,
      `plug@${RIGHT}`,
    ]);
  });
  it('gives way to a look', () =>
    expect(judged({ rule }, { 'model-year@vehicle': 2017, [`plug@${LEFT}`]: 'K3' }, { line }).verdict).toBe(
      'does-not-fit',
    ));
});

describe('what would change a verdict', () => {
  it('says the numbers that do it: above 2018 is not 2018', () => {
    const rule: Rule = { op: 'any', of: [year('a', 2016, 2016), year('b', 2019)] };
    expect(judged({ rule }, { 'model-year@vehicle': 2017 }).wouldChange.map((c) => c.to)).toEqual([
      { kind: 'range', from: 2016, to: 2016, without: 'none' },
      { kind: 'range', from: 2019, without: 'none' },
    ]);
  });
});
