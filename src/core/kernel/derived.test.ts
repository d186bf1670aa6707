import { describe, expect, it } from 'vitest';
import { derived } from './derived';

describe('what is derived from rows and values', () => {
  it('is worked out once for the same rows and values of one text, anew for others', () => {
    let times = 0;
    const summed = derived((rows: { readonly list: readonly { n: number }[] }, plus: { of: number }) => {
      times += 1;
      return { sum: rows.list.reduce((all, r) => all + r.n, plus.of) };
    });
    const [a, b] = [{ n: 1 }, { n: 2 }];
    const first = summed({ list: [a, b] }, { of: 3 });
    expect(first.sum).toBe(6);
    expect(summed({ list: [a, b] }, { of: 3 })).toBe(first);
    expect(times).toBe(1);
    expect(summed({ list: [a, { n: 2 }] }, { of: 3 })).not.toBe(first);
    expect(summed({ list: [a] }, { of: 3 }).sum).toBe(4);
    expect(summed({ list: [a, b] }, { of: 4 }).sum).toBe(7);
    expect(times).toBe(4);
  });

  it('keeps the values that were asked last, and no more', () => {
    let times = 0;
    const same = derived((_rows: { readonly row: object }, n: number) => {
      times += 1;
      return n;
    });
    const rows = { row: {} };
    for (let n = 0; n < 150; n += 1) same(rows, n);
    expect(times).toBe(150);
    same(rows, 149);
    expect(times).toBe(150);
    same(rows, 0);
    expect(times).toBe(151);
  });
});
