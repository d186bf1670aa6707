import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sheetFaults } from './checkSheet';
import { holdPoint, undoCost } from './lateFind';
import { smallestLoop } from './loop';
import { type Orderable, orderSteps } from './order';
import { stripPlan } from './plan';
import { BOTH, L, R, sheetOf, step } from './testing/sheets';
import type { Step } from './types';

const plan = (...steps: Step[]) => stripPlan([{ sheet: sheetOf(...steps), positions: BOTH }]);
const ids = (...steps: Step[]) => {
  const p = plan(...steps);
  return p.kind === 'plan' ? { out: p.out.map((s) => s.id), back: p.back.map((s) => s.id) } : p;
};

describe('the order on the way out', () => {
  it('keeps every edge, at the same lamp or over all of them', () => {
    const p = ids(
      step('grille', { after: [{ step: 'bonnet' }] }),
      step('lamp', { scope: 'each', after: [{ step: 'grille' }] }),
      step('carrier', { after: [{ step: 'lamp' }] }),
      step('bonnet'),
    );
    expect(p).toMatchObject({ out: ['bonnet', 'grille', `lamp@${L}`, `lamp@${R}`, 'carrier'] });
  });

  it('stays at a place and keeps the tool in the hand where it may', () => {
    const p = ids(
      step('a', { zone: 'front', tool: { kind: 'socket', size: '10' } }),
      step('b', { zone: 'cab' }),
      step('c', { zone: 'front', tool: { kind: 'trim-tool' } }),
      step('d', { zone: 'front', tool: { kind: 'socket', size: '10' } }),
    );
    // Front in one go, the socket once: b first leaves the list twice, b last three times.
    expect(p).toMatchObject({ out: ['b', 'a', 'd', 'c'] });
  });

  it('gives each step the state it needs: lid up, lid down, lid up', () => {
    const open = { lid: 'open' };
    const p = ids(
      step('inside', { needs: open, after: [{ step: 'up' }] }),
      step('up', { kind: 'isolate', sets: open, needs: { lid: 'closed' } }),
      step('down', {
        kind: 'look',
        sets: { lid: 'closed' },
        needs: open,
        after: [{ step: 'inside' }],
      }),
      step('outside', { needs: { lid: 'closed' }, after: [{ step: 'down' }] }),
    );
    expect(p).toMatchObject({ out: ['up', 'inside', 'down', 'outside'] });
  });

  it('has steps of one side only: mirror of, except', () => {
    expect(
      ids(step('lamp', { scope: 'each' }), step('bottle', { scope: 'each', sides: ['left'] })),
    ).toMatchObject({ out: [`lamp@${L}`, `bottle@${L}`, `lamp@${R}`] });
  });

  it('does a step that two sheets share once', () => {
    const lamp = sheetOf(step('bumper'), step('lamp', { scope: 'each', after: [{ step: 'bumper' }] }));
    const fog = {
      ...sheetOf(step('bumper'), step('fog', { scope: 'each', after: [{ step: 'bumper' }] })),
      id: 't',
    };
    const p = stripPlan([
      { sheet: lamp, positions: BOTH.slice(0, 1) },
      { sheet: fog, positions: [{ key: 'fog.front.left', side: 'left' }] },
    ]);
    expect(p.kind === 'plan' && p.out.map((s) => s.id)).toEqual([
      'bumper',
      `lamp@${L}`,
      'fog@fog.front.left',
    ]);
  });

  it('names the smallest ring, or the step whose state nothing gives', () => {
    expect(
      plan(
        step('a', { after: [{ step: 'b' }] }),
        step('b', { after: [{ step: 'c' }] }),
        step('c', { after: [{ step: 'a' }, { step: 'b' }] }),
      ),
    ).toEqual({ kind: 'fault', way: 'out', fault: { kind: 'loop', loop: ['b', 'c'] } });
    expect(plan(step('a'), step('b', { needs: { lift: 'up' } }))).toEqual({
      kind: 'fault',
      way: 'out',
      fault: { kind: 'state', step: 'b', needs: { lift: 'up' } },
    });
    expect(smallestLoop(new Map([['a', ['a']]]))).toEqual(['a']);
    expect(
      smallestLoop(
        new Map([
          ['a', ['b']],
          ['b', []],
        ]),
      ),
    ).toBeNull();
  });
});

describe('the way back', () => {
  it('is the reverse, without looks and proofs', () => {
    expect(
      ids(
        step('a'),
        step('look', { kind: 'look', after: [{ step: 'a' }] }),
        step('b', { after: [{ step: 'look' }] }),
      ),
    ).toEqual({ out: ['a', 'look', 'b'], back: ['b', 'a'] });
  });

  it('moves parts over first, and puts in first what cannot be reached later', () => {
    const p = ids(
      step('bolt', { back: { before: [{ step: 'panel', why: { en: 'hidden by it' } }] } }),
      step('panel', { after: [{ step: 'bolt' }] }),
      step('seal', { kind: 'transfer' }),
    );
    expect(p).toEqual({ out: ['bolt', 'panel'], back: ['seal', 'bolt', 'panel'] });
  });

  it('an edge may bind the way out alone', () => {
    const p = ids(
      step('a'),
      step('b', { after: [{ step: 'a', outOnly: true }], back: { before: [] } }),
      step('c', { after: [{ step: 'b' }] }),
    );
    expect(p).toMatchObject({ back: ['c', 'b', 'a'] });
    const q = plan(
      step('a', { back: { before: [{ step: 'b' }] } }),
      step('b', { after: [{ step: 'a', outOnly: true }] }),
    );
    expect(q.kind === 'plan' && q.back.map((s) => s.id)).toEqual(['a', 'b']);
  });

  it('restores the states in turn', () => {
    const p = plan(
      step('open', { kind: 'isolate', sets: { bonnet: 'open' } }),
      step('off', {
        kind: 'isolate',
        sets: { battery: 'disconnected' },
        needs: { bonnet: 'open' },
        after: [{ step: 'open' }],
      }),
    );
    expect(p.kind === 'plan' && p.apart).toMatchObject({ bonnet: 'open', battery: 'disconnected' });
    expect(p.kind === 'plan' && p.back.map((s) => s.sets)).toEqual([
      { battery: 'connected' },
      { bonnet: 'closed' },
    ]);
  });

  it('a ring on the way back is named too', () => {
    expect(
      plan(
        step('a', { back: { before: [{ step: 'b' }] } }),
        step('b', { back: { before: [{ step: 'a' }] } }),
      ),
    ).toMatchObject({ kind: 'fault', way: 'back', fault: { kind: 'loop' } });
  });

  const graphs = fc.integer({ min: 1, max: 9 }).chain((n) =>
    fc.tuple(
      ...Array.from({ length: n }, (_, i) =>
        fc.record({
          after: fc.subarray(Array.from({ length: i }, (_, j) => `s${j}`)),
          scope: fc.constantFrom('once' as const, 'each' as const),
          zone: fc.constantFrom('front' as const, 'cab' as const, 'rear' as const),
        }),
      ),
    ),
  );
  it('of the way back is the way out again, whatever the steps', () => {
    fc.assert(
      fc.property(graphs, (list) => {
        const p = ids(
          ...list.map((s, i) => step(`s${i}`, { ...s, after: s.after.map((id) => ({ step: id })) })),
        );
        if (!('out' in p)) throw new Error('no plan');
        expect([...p.back].reverse()).toEqual(p.out);
      }),
    );
  });

  it('both ways keep every edge, whatever the steps', () => {
    fc.assert(
      fc.property(graphs, (list) => {
        const p = plan(
          ...list.map((s, i) => step(`s${i}`, { ...s, after: s.after.map((id) => ({ step: id })) })),
        );
        if (p.kind !== 'plan') throw new Error('no plan');
        for (const way of [p.out, p.back])
          way.forEach((s, i) => {
            const earlier = way.slice(0, i).map((x) => x.id);
            expect(s.after.filter((id) => !earlier.includes(id))).toEqual([]);
          });
      }),
    );
  });
});

describe('what a late find costs', () => {
  const p = plan(
    step('bumper', { minutes: 10, back: { minutes: 12 } }),
    step('lamp', { scope: 'each', lampOut: true, minutes: 3, after: [{ step: 'bumper' }] }),
    step('fog-plate', { minutes: 4 }),
  );

  it('is what stands over the lamp, off and on again, as far as it is back', () => {
    expect(undoCost(p, L, new Set())).toEqual({ steps: [], minutes: 0 });
    expect(undoCost(p, L, new Set([`lamp@${L}`]))).toEqual({ steps: [`lamp@${L}`], minutes: 6 });
    expect(undoCost(p, L, new Set([`lamp@${L}`, `lamp@${R}`, 'bumper', 'fog-plate']))).toEqual({
      steps: [`lamp@${L}`, 'bumper'],
      minutes: 28,
    });
  });

  it('the hold point is before the panel that closes over it', () => {
    expect(holdPoint(p, L)).toEqual({ position: L, step: 'bumper', minutesBefore: 6, minutesAfter: 28 });
    expect(holdPoint(plan(step('lamp', { scope: 'each', lampOut: true })), L)).toBeNull();
  });
});

describe('faults of a sheet', () => {
  const lamp = step('lamp', { scope: 'each', lampOut: true });
  it.each<[string, Step[], string[]]>([
    ['none', [lamp], []],
    ['an id twice', [lamp, step('a'), step('a')], ['/steps/2/id id-twice']],
    [
      'an edge to nowhere, with the nearest name',
      [lamp, step('a', { after: [{ step: 'lamb' }] })],
      ['/steps/1/after/0/step no-such-step-near'],
    ],
    [
      'something that goes in before nothing',
      [lamp, step('a', { back: { before: [{ step: 'quite-other' }] } })],
      ['/steps/1/back/before/0/step no-such-step'],
    ],
    [
      'a state that no vehicle has',
      [lamp, step('a', { needs: { lid: 'ajar' } })],
      ['/steps/1/needs/lid no-such-state'],
    ],
    ['no step that takes the lamp out', [step('a')], ['/steps no-lamp-out']],
    [
      'a ring',
      [lamp, step('a', { after: [{ step: 'b' }] }), step('b', { after: [{ step: 'a' }] })],
      ['/steps step-loop'],
    ],
    ['a state that is never reached', [lamp, step('a', { needs: { lift: 'up' } })], ['/steps step-state']],
    [
      'two lengths in one bag',
      [
        {
          ...lamp,
          fasteners: [
            { id: 'x', kind: 'screw', count: 1, reuse: 'reuse', lengthMm: 16, bag: 'A' },
            { id: 'y', kind: 'screw', count: 1, reuse: 'reuse', lengthMm: 25, bag: 'A' },
          ],
        },
      ],
      ['/steps/0/fasteners/1/bag bag-mixes-lengths'],
    ],
    [
      'fasteners that never came out',
      [lamp, step('a', { way: 'back', fasteners: [{ id: 'x', kind: 'clip', count: 1, reuse: 'replace' }] })],
      ['/steps/1/fasteners fasteners-back-only'],
    ],
  ])('%s', (_, steps, expected) =>
    expect(sheetFaults(sheetOf(...steps)).map((f) => `${f.path} ${f.reason.code}`)).toEqual(expected),
  );
});

describe('an order that is hard to find', () => {
  /** Steps that need a state which only their neighbours give, in turn: few orders of many go through. */
  const turns = (n: number): Orderable[] =>
    Array.from({ length: n }, (_, i) => ({
      id: `s${String(i).padStart(2, '0')}`,
      after: [],
      needs: { ignition: i % 2 === 0 ? 'off' : 'on' },
      sets: { ignition: i % 2 === 0 ? 'on' : 'off' },
      place: `p${i % 3}`,
      tool: `t${i % 2}`,
    }));
  it('is found where there is one, for eighteen free steps', () => {
    const found = orderSteps(turns(18));
    expect(found.kind).toBe('order');
    if (found.kind !== 'order') return;
    expect(new Set(found.steps.map((s) => s.id)).size).toBe(18);
  });
  it('is said not to be there only where every one was tried', () => {
    const stuck = orderSteps([
      ...turns(4),
      { ...(turns(1)[0] as Orderable), id: 'z', needs: { lid: 'open' } as never },
    ]);
    expect(stuck).toMatchObject({ kind: 'state', step: 'z' });
    const many = orderSteps([
      ...Array.from({ length: 40 }, (_, i) => ({
        ...(turns(1)[0] as Orderable),
        id: `f${i}`,
        needs: {},
        sets: {},
      })),
      { ...(turns(1)[0] as Orderable), id: 'z', needs: { lid: 'open' } as never },
    ]);
    expect(many.kind).toBe('undecided');
  });
});
