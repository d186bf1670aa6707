import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeoverOf } from './leastOrder';
import { listedOrder } from './listedOrder';
import { improved, lowerBound } from './localOrder';
import { type Orderable, orderAsListed, orderSteps, TOOL_CHANGE_MIN, ZONE_CHANGE_MIN } from './order';
import type { OrderTask, StateMove } from './orderTask';

const ZONES = ['front', 'cab', 'rear'];
const TOOLS = ['', 'socket 10', 'trim', 'pick'];
const BATTERY: readonly StateMove[] = [
  { name: 'battery', from: 'connected', to: 'disconnected', minutes: 1, tool: 'socket 10', zone: 'front' },
  { name: 'battery', from: 'disconnected', to: 'connected', minutes: 3, tool: 'socket 10', zone: 'front' },
];

const steps = (most: number) =>
  fc.integer({ min: 1, max: most }).chain((n) =>
    fc
      .tuple(
        ...Array.from({ length: n }, (_, i) =>
          fc.record({
            after: fc.subarray(
              Array.from({ length: i }, (_, j) => `s${j}`),
              { maxLength: Math.min(2, i) },
            ),
            place: fc.constantFrom(...ZONES),
            tool: fc.constantFrom(...TOOLS),
            battery: fc.constantFrom(null, 'connected', 'disconnected'),
          }),
        ),
      )
      .map((list) =>
        list.map(({ battery, ...s }, i): Orderable => ({
          ...s,
          id: `s${i}`,
          needs: battery ? { battery } : {},
          sets: {},
        })),
      ),
  );

const START = { battery: 'connected' };

/** The least changeover by trying every order, with the battery changed at any moment. */
function byTrying(list: readonly Orderable[]): number {
  let best = Infinity;
  const go = (
    done: readonly Orderable[],
    cost: number,
    tool: string,
    zone: string,
    battery: string,
    changed = false,
  ) => {
    if (cost >= best) return;
    if (done.length === list.length) {
      best = cost;
      return;
    }
    const reached = (nextTool: string, nextZone: string) =>
      (nextTool && nextTool !== tool ? TOOL_CHANGE_MIN : 0) + (nextZone !== zone ? ZONE_CHANGE_MIN : 0);
    if (!changed) {
      const off = battery === 'connected';
      const [to, minutes] = [off ? 'disconnected' : 'connected', off ? 1 : 3];
      go(done, cost + minutes + reached('socket 10', 'front'), 'socket 10', 'front', to, true);
    }
    for (const s of list) {
      if (done.includes(s) || s.after.some((id) => !done.some((d) => d.id === id))) continue;
      if (s.needs.battery && s.needs.battery !== battery) continue;
      go([...done, s], cost + reached(s.tool, s.place), s.tool || tool, s.place, battery);
    }
  };
  go([], 0, '', '', 'connected');
  return best;
}

describe('the order of a sheet', () => {
  it('is the least, edges kept and states brought, within two in a hundred, whatever the steps', () =>
    fc.assert(
      fc.property(steps(6), (list) => {
        const found = orderSteps(list, { start: START, moves: BATTERY });
        if (found.kind !== 'order') throw new Error(found.kind);
        const least = byTrying(list);
        expect(found.boundMin).toBeCloseTo(least, 9);
        expect(found.changeoverMin).toBeLessThanOrEqual(least * 1.02 + 0.011);
        let battery = 'connected';
        found.steps.forEach((s, i) => {
          for (const c of found.changes[i] ?? []) {
            expect(c.from).toBe(battery);
            battery = c.to;
          }
          if (s.needs.battery) expect(battery).toBe(s.needs.battery);
          const before = found.steps.slice(0, i).map((x) => x.id);
          expect(s.after.filter((id) => !before.includes(id))).toEqual([]);
        });
      }),
      { numRuns: 150 },
    ));

  it('keeps to the list where nothing is to be won', () => {
    const list = ['c', 'a', 'b'].map((id): Orderable => ({
      id,
      after: [],
      needs: {},
      sets: {},
      place: 'front',
      tool: '',
    }));
    const found = orderSteps(list);
    expect(found.kind === 'order' && found.steps.map((s) => s.id)).toEqual(['c', 'a', 'b']);
  });

  it('power is joined for a test only while every restraint is plugged in', () => {
    const move: readonly StateMove[] = BATTERY.map((m) =>
      m.to === 'connected' ? { ...m, needs: { restraint: 'mated' } } : m,
    );
    const step = (id: string, more: Partial<Orderable>): Orderable => ({
      id,
      after: [],
      needs: {},
      sets: {},
      place: 'front',
      tool: '',
      ...more,
    });
    const list = [
      step('airbag-plug', {
        needs: { battery: 'disconnected', restraint: 'mated' },
        sets: { restraint: 'open' },
      }),
      step('bumper', { after: ['airbag-plug'], needs: { battery: 'disconnected' } }),
    ];
    const test = (after: string) => step('test', { after: [after], needs: { battery: 'connected' } });
    const start = { battery: 'disconnected', restraint: 'mated' };
    // Before the plug is opened it can be joined; after it no order gives the test its power.
    expect(orderSteps([...list, test('none')], { start, moves: move })).toMatchObject({
      kind: 'order',
      steps: [{ id: 'test' }, { id: 'airbag-plug' }, { id: 'bumper' }],
    });
    expect(orderSteps([...list, test('bumper')], { start, moves: move })).toMatchObject({
      kind: 'state',
      step: 'test',
    });
  });

  it('as listed: states are changed where a step asks for it, and stand at the end as they have to', () => {
    const list: Orderable[] = ['on', 'off'].map((id) => ({
      id,
      after: [],
      needs: { battery: id === 'on' ? 'connected' : 'disconnected' },
      sets: {},
      place: 'front',
      tool: '',
    }));
    const found = orderAsListed(list, { start: START, moves: BATTERY, end: START });
    if (found.kind !== 'order') throw new Error(found.kind);
    expect(found.changes.map((c) => c.map((x) => x.to))).toEqual([[], ['disconnected'], ['connected']]);
  });
});

describe('beyond what can be tried out', () => {
  const task = (list: readonly Orderable[]): OrderTask => ({
    steps: list.map((s) => ({
      id: s.id,
      tool: s.tool,
      zone: s.place,
      after: s.after,
      needs: s.needs as Readonly<Record<string, string>>,
    })),
    moves: BATTERY,
    start: { tool: '', zone: '', states: START },
    toolChangeMin: TOOL_CHANGE_MIN,
    zoneChangeMin: ZONE_CHANGE_MIN,
  });

  it('moving blocks about never breaks an edge, never makes it dearer, and stays above the bound', () =>
    fc.assert(
      fc.property(steps(14), fc.integer({ min: 1, max: 99 }), (list, seed) => {
        const t = task(list);
        const from = listedOrder(t, 'list');
        if (from.kind !== 'moves') throw new Error(from.kind);
        const better = improved(t, from.moves, { tries: 300, seed });
        expect(better.minutes).toBeLessThanOrEqual(changeoverOf(t, from.moves) + 1e-9);
        expect(better.minutes).toBeGreaterThanOrEqual(lowerBound(t) - 1e-9);
        expect(better.minutes).toBeCloseTo(changeoverOf(t, better.moves), 9);
        const order = better.moves.flatMap((m) => (m.kind === 'step' ? [m.id] : []));
        expect([...order].sort()).toEqual(list.map((s) => s.id).sort());
        for (const s of list)
          for (const id of s.after) expect(order.indexOf(id)).toBeLessThan(order.indexOf(s.id));
        // The same seed, the same order.
        expect(improved(t, from.moves, { tries: 300, seed })).toEqual(better);
      }),
      { numRuns: 60 },
    ));

  it('is given up when it is told to', () => {
    const list = Array.from({ length: 40 }, (_, i): Orderable => ({
      id: `s${i}`,
      after: [],
      needs: {},
      sets: {},
      place: ZONES[i % 3] ?? '',
      tool: TOOLS[i % 4] ?? '',
    }));
    const t = task(list);
    const from = listedOrder(t, 'list');
    if (from.kind !== 'moves') throw new Error(from.kind);
    const told: number[] = [];
    const ended = improved(t, from.moves, {
      tries: 10_000,
      goOn: (done) => {
        told.push(done);
        return told.length < 3;
      },
    });
    expect(told.length).toBe(3);
    expect(ended.tried).toBeLessThanOrEqual(1500);
  });
});
