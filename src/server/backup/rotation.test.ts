import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toRemove } from './rotation';

const NOW = new Date('2026-12-01T03:00:00.000Z');
const daysAgo = (n: number, hour = 3) =>
  new Date(Date.parse(`2026-12-01T0${hour}:00:00.000Z`) - n * 86_400_000).toISOString();
const made = (...ages: number[]) => ages.map((n) => ({ name: `d${n}`, at: daysAgo(n) }));

describe('back-ups that may go', () => {
  it('of a nightly one for a year, two weeks of days and eight of weeks stay', () => {
    const gone = new Set(toRemove(made(...Array.from({ length: 365 }, (_, i) => i)), NOW, 14, 8));
    const stays = Array.from({ length: 365 }, (_, i) => i).filter((n) => !gone.has(`d${n}`));
    expect(stays.slice(0, 14)).toEqual(Array.from({ length: 14 }, (_, i) => i));
    expect(stays.slice(14)).toEqual([16, 23, 30, 37, 44, 51]);
  });

  it('of two of a day the newer stays; the newest of all stays however old', () => {
    const two = [
      { name: 'early', at: daysAgo(1, 1) },
      { name: 'late', at: daysAgo(1, 5) },
    ];
    expect(toRemove(two, NOW, 14, 8)).toEqual(['early']);
    expect(toRemove(made(900, 901), NOW, 14, 8)).toEqual(['d901']);
    expect(toRemove([], NOW, 14, 8)).toEqual([]);
  });

  it('done again nothing more goes, and the newest is never among them', () => {
    const ages = fc.uniqueArray(fc.integer({ min: 0, max: 400 }), { maxLength: 60 });
    fc.assert(
      fc.property(ages, (list) => {
        const all = made(...list);
        const gone = new Set(toRemove(all, NOW, 7, 4));
        const left = all.filter((k) => !gone.has(k.name));
        expect(toRemove(left, NOW, 7, 4)).toEqual([]);
        if (list.length > 0) expect(gone.has(`d${Math.min(...list)}`)).toBe(false);
      }),
    );
  });
});
