import { describe, expect, it } from 'vitest';
import { seededRandom } from '../kernel/seededRandom';
import { type FreeStep, leastOrder, type OrderTask } from './leastOrder';

const step = (id: string, tool: string, zone: string, more: Partial<FreeStep> = {}): FreeStep => ({
  id,
  tool,
  zone,
  after: [],
  needs: {},
  ...more,
});
const BATTERY = [
  { name: 'battery', from: 'on', to: 'off', minutes: 1 },
  { name: 'battery', from: 'off', to: 'on', minutes: 3 },
] as const;
/** Worked example 12. */
const WORKED: OrderTask = {
  steps: [
    step('A', 'hand', 'rear'),
    step('B', '10', 'front', { needs: { battery: 'on' } }),
    step('C', '10', 'front', { after: ['B'] }),
    step('D', '10', 'rear', { needs: { battery: 'off' } }),
    step('E', '10', 'front', { needs: { battery: 'off' }, after: ['A'] }),
  ],
  moves: BATTERY,
  start: { tool: 'hand', zone: 'front', states: { battery: 'on' } },
  end: { battery: 'on' },
  toolChangeMin: 0.5,
  zoneChangeMin: 1,
};

/** Every order of steps, each state changed as late and as cheaply as can be: apart from the search, by permutations. */
function leastByTrying(task: OrderTask): number {
  let best = Infinity;
  const names = [...new Set(task.moves.map((m) => m.name))];
  /** Cheapest minutes to bring states from one to another; moves here have no tool and no place. */
  const bring = (from: Record<string, string>, to: Record<string, string | undefined>): number =>
    names.reduce((sum, name) => {
      const wanted = to[name];
      if (wanted === undefined || from[name] === wanted) return sum;
      const m = task.moves.find((x) => x.name === name && x.from === from[name] && x.to === wanted);
      return m ? sum + m.minutes : Infinity;
    }, 0);
  const go = (
    left: readonly FreeStep[],
    at: { tool: string; zone: string; states: Record<string, string> },
    cost: number,
  ): void => {
    if (cost >= best) return;
    if (left.length === 0) {
      best = Math.min(best, cost + bring(at.states, task.end ?? {}));
      return;
    }
    for (const s of left) {
      if (s.after.some((id) => left.some((x) => x.id === id))) continue;
      const change =
        (s.tool === at.tool ? 0 : task.toolChangeMin) + (s.zone === at.zone ? 0 : task.zoneChangeMin);
      go(
        left.filter((x) => x !== s),
        { tool: s.tool, zone: s.zone, states: { ...at.states, ...s.needs, ...s.sets } },
        cost + change + bring(at.states, s.needs),
      );
    }
  };
  go(task.steps, { ...task.start, states: { ...task.start.states } }, 0);
  return best;
}

function randomTask(seed: number, count: number, states: number): OrderTask {
  const random = seededRandom(seed);
  const below = (n: number) => Math.floor(random() * n);
  const names = Array.from({ length: states }, (_, i) => `s${i}`);
  const steps = Array.from({ length: count }, (_, i) =>
    step(`x${i}`, `t${below(3)}`, `z${below(3)}`, {
      after: Array.from({ length: i }, (_, j) => `x${j}`).filter(() => random() < 0.12),
      needs: Object.fromEntries(
        names.flatMap((n) => (random() < 0.4 ? [[n, below(2) === 0 ? 'on' : 'off']] : [])),
      ),
    }),
  );
  return {
    steps,
    moves: names.flatMap((name) => [
      { name, from: 'on', to: 'off', minutes: 1 + below(3) },
      { name, from: 'off', to: 'on', minutes: 1 + below(3) },
    ]),
    start: { tool: 't0', zone: 'z0', states: Object.fromEntries(names.map((n) => [n, 'on'])) },
    end: Object.fromEntries(names.map((n) => [n, 'on'])),
    toolChangeMin: 0.5,
    zoneChangeMin: 1,
  };
}

describe('the least order', () => {
  it('12: 6.5 minutes, A D E B C with the battery off and on again between', () => {
    const found = leastOrder(WORKED);
    if (found.kind !== 'found') throw new Error(found.kind);
    expect(found.minutes).toBe(6.5);
    expect(found.moves.flatMap((m) => (m.kind === 'step' ? [m.id] : [])).join('')).toBe('ADEBC');
    expect(found.moves.flatMap((m) => (m.kind === 'state' ? [m.to] : []))).toEqual(['off', 'on']);
  });

  it('12: it is the only one at that price', () => {
    const price = (order: string) =>
      leastOrder({
        ...WORKED,
        steps: WORKED.steps.map((s) => ({
          ...s,
          after: [...s.after, ...(order.indexOf(s.id) > 0 ? [order[order.indexOf(s.id) - 1] ?? ''] : [])],
        })),
      });
    const orders = (left: string): string[] =>
      left.length === 0
        ? ['']
        : [...left].flatMap((c) => orders(left.replace(c, '')).map((rest) => c + rest));
    const cheapest = orders('ABCDE').filter((o) => {
      const p = price(o);
      return p.kind === 'found' && p.minutes <= 6.5;
    });
    expect(cheapest).toEqual(['ADEBC']);
  });

  it('is what trying every permutation finds: 60 random tasks of up to 8 steps with up to two states', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const task = randomTask(seed, 4 + (seed % 5), seed % 3);
      const found = leastOrder(task);
      expect(found.kind === 'found' ? found.minutes : found.kind, `seed ${seed}`).toBeCloseTo(
        leastByTrying(task),
        9,
      );
    }
  });

  it('a ring is named by its smallest loop; a state that nobody can set, and an end that cannot be had, are said', () => {
    const ring = [step('a', 't', 'z', { after: ['b'] }), step('b', 't', 'z', { after: ['a'] })];
    expect(leastOrder({ ...WORKED, steps: ring })).toEqual({ kind: 'loop', loop: ['a', 'b'] });
    const lid = [step('a', 't', 'z'), step('b', 't', 'z', { needs: { lid: 'open' } })];
    expect(leastOrder({ ...WORKED, steps: lid })).toEqual({
      kind: 'state',
      step: 'b',
      needs: { lid: 'open' },
    });
    const left = { ...WORKED, moves: BATTERY.slice(0, 1), steps: WORKED.steps.slice(3, 4) };
    expect(leastOrder(left)).toEqual({ kind: 'end', end: { battery: 'on' } });
    expect(leastOrder({ ...WORKED, steps: [] })).toMatchObject({ kind: 'found', minutes: 0 });
  });

  it('a search that is ended says undecided, never that there is no order', () =>
    expect(leastOrder(randomTask(5, 12, 2), 20)).toEqual({ kind: 'undecided', expanded: 21 }));

  it('a state move may want a tool and a place of its own', () => {
    const under = { name: 'lift', from: 'down', to: 'up', minutes: 2, tool: 'hand', zone: 'side' };
    const found = leastOrder({
      ...WORKED,
      steps: [step('a', '10', 'front', { needs: { lift: 'up' } })],
      moves: [under],
      start: { tool: '10', zone: 'front', states: { lift: 'down' } },
      end: {},
    });
    // To the side without the tool, up, back with it: 2 + 2 × 0.5 + 2 × 1.
    expect(found).toMatchObject({ kind: 'found', minutes: 5 });
  });
});
