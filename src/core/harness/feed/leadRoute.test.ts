import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type LeadRun, leadRoute, type LeadWays, leadWaysFaults, type Waypoint } from './leadRoute';

const point = (id: string, xMm: number, yMm: number, more: Partial<Waypoint> = {}): Waypoint => ({
  id,
  name: { en: id },
  kind: 'clip',
  xMm,
  yMm,
  ...more,
});

/** From a box in the cab through the bulkhead, then past the cooler to the lamp, or shorter past the exhaust. */
const ways = (hot = true): LeadWays => ({
  points: [
    point('box', -600, 1300, { serves: ['box:cabin'] }),
    point('bulkhead', -400, 1000, { kind: 'grommet' }),
    point('cooler', -400, 200, { kind: 'behind' }),
    point('exhaust', -700, 700),
    point('lamp', -700, 400, { serves: ['headlamp-left'] }),
  ],
  runs: [
    { from: 'box', to: 'bulkhead', lengthMm: 450, fish: true },
    { from: 'bulkhead', to: 'cooler', lengthMm: 900 },
    { from: 'cooler', to: 'lamp', lengthMm: 500 },
    { from: 'bulkhead', to: 'exhaust', lengthMm: 400, hot },
    { from: 'lamp', to: 'exhaust', lengthMm: 320 },
  ],
});

describe('the way of a lead', () => {
  it('keeps clear of heat where it can, and says what it passes, draws and ties', () => {
    const route = leadRoute(ways(), 'box:cabin', 'headlamp-left');
    expect(route?.points.map((p) => p.id)).toEqual(['box', 'bulkhead', 'cooler', 'lamp']);
    // 450 + 900 + 500, and 400 for the ends. Ties: none where it is drawn through, 3 on 900 mm, 1 on 500 mm.
    expect(route).toMatchObject({ lengthMm: 2250, ties: 4, fishPulls: 1 });
    expect(route?.runs.map((r) => [r.from, r.to, r.ties])).toEqual([
      ['box', 'bulkhead', 0],
      ['bulkhead', 'cooler', 3],
      ['cooler', 'lamp', 1],
    ]);
  });

  it('is the shorter one where that is as cool', () => {
    const route = leadRoute(ways(false), 'box:cabin', 'headlamp-left');
    expect(route?.points.map((p) => p.id)).toEqual(['box', 'bulkhead', 'exhaust', 'lamp']);
    expect(route?.lengthMm).toBe(450 + 400 + 320 + 400);
  });

  it('reckons a stretch without a length from where its points are: 300 across, 400 along, a seventh more', () => {
    const route = leadRoute(
      {
        points: [point('a', 0, 0, { serves: ['battery'] }), point('b', 300, 400, { serves: ['tail-left'] })],
        runs: [{ from: 'b', to: 'a' }],
      },
      'battery',
      'tail-left',
    );
    expect(route?.runs).toMatchObject([{ from: 'a', to: 'b', lengthMm: 575, known: 'reckoned', ties: 1 }]);
  });

  it('is none where the line names none, and never a guess', () => {
    expect(leadRoute(undefined, 'box:cabin', 'headlamp-left')).toBeNull();
    expect(leadRoute(ways(), 'box:cabin', 'headlamp-right')).toBeNull();
    expect(leadRoute({ ...ways(), runs: ways().runs.slice(1) }, 'box:cabin', 'headlamp-left')).toBeNull();
  });

  it('finds names that nothing bears, and stretches that go nowhere', () => {
    const ends = { sources: ['box:cabin'], positions: ['headlamp-left'] };
    expect(leadWaysFaults(ways(), ends)).toEqual([]);
    expect(
      leadWaysFaults(
        {
          points: [...ways().points, point('box', 0, 0, { serves: ['tail-left'] })],
          runs: [
            { from: 'lamp', to: 'lamp' },
            { from: 'lamp', to: 'moon' },
          ],
        },
        ends,
      ),
    ).toEqual([
      { kind: 'point-twice', path: '/points/5', point: 'box' },
      { kind: 'serves-nothing', path: '/points/5', point: 'box', what: 'tail-left' },
      { kind: 'run-loop', path: '/runs/0', point: 'lamp' },
      { kind: 'run-nowhere', path: '/runs/1', point: 'moon' },
    ]);
  });

  it('law: no other simple path is cooler, or as cool and shorter; backwards it is as long', () => {
    const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
    const runs = fc.array(
      fc.record({
        from: fc.constantFrom(...ids),
        to: fc.constantFrom(...ids),
        lengthMm: fc.integer({ min: 1, max: 900 }),
        hot: fc.boolean(),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(runs, (list) => {
        const net: LeadWays = {
          points: ids.map((id) =>
            point(id, 0, 0, id === 'a' ? { serves: ['battery'] } : id === 'f' ? { serves: ['x'] } : {}),
          ),
          runs: list,
        };
        const [least] = allPaths(list, 'a', 'f').sort((p, q) => p[0] - q[0] || p[1] - q[1]);
        const found = leadRoute(net, 'battery', 'x');
        const back = leadRoute(net, 'x', 'battery');
        expect(found === null).toBe(least === undefined);
        if (!found || !least || !back) return;
        const cost = (r: typeof found) => [r.runs.filter((x) => x.hot).length, r.lengthMm - 400];
        expect(cost(found)).toEqual(least);
        expect(cost(back)).toEqual(least);
      }),
      { seed: 11, numRuns: 200 },
    );
  });
});

/** Every simple path: how many hot stretches, how long. */
function allPaths(
  runs: readonly LeadRun[],
  from: string,
  to: string,
  been: readonly string[] = [],
): [number, number][] {
  if (from === to) return [[0, 0]];
  return runs.flatMap((r) => {
    const next = r.from === from ? r.to : r.to === from ? r.from : null;
    if (next === null || next === from || been.includes(next)) return [];
    return allPaths(runs, next, to, [...been, from]).map(([hot, mm]): [number, number] => [
      hot + (r.hot ? 1 : 0),
      mm + (r.lengthMm ?? 0),
    ]);
  });
}
