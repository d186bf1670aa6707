import { describe, expect, it } from 'vitest';
import { changeoverOf, leastOrder } from './leastOrder';
import { movesFor } from './listedOrder';
import type { FreeStep, OrderTask } from './orderTask';
import { searchOrder } from './searchOrder';

const step = (id: string, tool: string, zone: string, after: string[] = []): FreeStep => ({
  id,
  tool,
  zone,
  after,
  needs: {},
});
const task = (steps: readonly FreeStep[]): OrderTask => ({
  steps,
  moves: [],
  start: { tool: '', zone: 'front', states: {} },
  toolChangeMin: 0.5,
  zoneChangeMin: 1,
});

describe('a long search of an order', () => {
  it('finds the least where it can be proven, and tells how far it is', () => {
    const t = task([
      step('a', 'x', 'front'),
      step('b', 'y', 'rear'),
      step('c', 'x', 'rear', ['b']),
      step('d', 'y', 'front'),
    ]);
    const told: number[] = [];
    const found = searchOrder(t, (share) => {
      told.push(share);
      return true;
    });
    const least = leastOrder(t);
    expect(least.kind === 'found' && found?.minutes).toBe(least.kind === 'found' && least.minutes);
    expect(found?.boundMin).toBe(found?.minutes);
    expect(told.every((s) => s >= 0 && s <= 1)).toBe(true);
  });

  it('over forty steps keeps every edge, and is never dearer than what it began with', () => {
    const zones = ['front', 'rear', 'cab'];
    const steps = Array.from({ length: 40 }, (_, i) =>
      step(
        `s${i}`,
        ['x', 'y', ''][i % 3] ?? '',
        zones[(i * 7) % 3] ?? '',
        i > 3 && i % 4 === 0 ? [`s${i - 3}`] : [],
      ),
    );
    const t = task(steps);
    const found = searchOrder(t, () => true);
    const order = (found?.steps ?? []).flatMap((id) => steps.find((s) => s.id === id) ?? []);
    expect(new Set(order.map((s) => s.id)).size).toBe(40);
    for (const s of order)
      for (const a of s.after) expect(order.findIndex((o) => o.id === a)).toBeLessThan(order.indexOf(s));
    const listed = movesFor(t, steps);
    expect(found?.minutes).toBeLessThanOrEqual(listed ? changeoverOf(t, listed) : Infinity);
    expect(found && found.boundMin <= found.minutes).toBe(true);
  });
});
