import { describe, expect, it } from 'vitest';
import { all, any, key, leaf, plan } from './lookPlanKit';
import { factRegistry } from '../vehicle';
import { drawWorld, worldsOf } from './worlds';

describe('more facts than can be tried one by one', () => {
  const names = Array.from({ length: 20 }, (_, i) => `g${String(i).padStart(2, '0')}`);
  const twenty = names.map((id, i) => key(id, { look: { id, minutes: 1 + i } }));

  it('are asked by what a minute tells; the minutes are an average over drawn worlds, the same each time', () => {
    const p = plan(twenty, [all(...names.map((n) => leaf(n)))]);
    expect(p.method).toBe('greedy');
    expect(p.looks.map((l) => l.id)).toEqual(names.map((n) => `${n}@vehicle`));
    expect(plan(twenty, [all(...names.map((n) => leaf(n)))])).toEqual(p);
    // Each holds in half of the worlds: the sum of (i + 1) ÷ 2^i is 4, less a trace, with ± 0.6 for 32 drawn worlds.
    expect(p.expectedMinutes).toBeGreaterThan(2.2);
    expect(p.expectedMinutes).toBeLessThan(5.8);
    expect(plan(twenty, [all(...names.map((n) => leaf(n)))], { seed: 2 }).expectedMinutes).not.toBe(
      p.expectedMinutes,
    );
  });

  it('that stand at several leaves are drawn, so that a fact never is two things at once', () => {
    const twelve = names.slice(0, 12);
    const { conditions, facts } = worldsOf(
      [
        any(...twelve.map((n) => all(leaf(n), leaf(n)))),
        all(...twelve.map((n) => any(leaf(n, true), leaf(n, false)))),
        any(...twelve.map((n) => all(leaf(n, true), leaf(n, false)))),
      ],
      new Map(),
      factRegistry(twenty),
      [],
    );
    const s = new Int8Array(facts.length).fill(-1);
    // Taken as independent the first would be 1 − 0.75^12 = 0.968; it is 1 − 0.5^12.
    expect(conditions[0]?.chance(s)).toBeGreaterThan(0.98);
    expect(conditions[1]?.chance(s)).toBe(1);
    expect(conditions[2]?.chance(s)).toBe(0);
  });

  it('a world is drawn by the chances of its cells', () => {
    const s = new Int8Array([-1, -1]);
    const draw = (x: number) => [...drawWorld(s, [1], [[1], [0.2, 0.5, 0.3]], () => x)];
    expect([0, 0.19, 0.21, 0.69, 0.71, 0.999].map(draw)).toEqual([
      [-1, 0],
      [-1, 0],
      [-1, 1],
      [-1, 1],
      [-1, 2],
      [-1, 2],
    ]);
    expect([...s]).toEqual([-1, -1]);
  });
});
