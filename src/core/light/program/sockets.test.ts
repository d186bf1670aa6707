import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bar } from '../testing/vehicle';
import { exchangesFor, isSocketOrder, type SocketOrder, withSockets } from './sockets';

const orders = fc.integer({ min: 1, max: 7 }).chain((n) =>
  fc.shuffledSubarray(
    Array.from({ length: n }, (_, i) => i + 1),
    { minLength: n, maxLength: n },
  ),
);

const exchanged = (order: SocketOrder, a: number, b: number): number[] =>
  order.map((hole) => (hole === a ? b : hole === b ? a : hole));

/** The fewest exchanges by trying all, breadth first. */
function fewest(order: SocketOrder): number {
  const goal = [...order].sort((a, b) => a - b).join();
  let front: readonly number[][] = [[...order]];
  const seen = new Set([order.join()]);
  for (let n = 0; ; n += 1) {
    if (front.some((o) => o.join() === goal)) return n;
    const next: number[][] = [];
    for (const o of front)
      for (let a = 1; a <= o.length; a += 1)
        for (let b = a + 1; b <= o.length; b += 1) {
          const made = exchanged(o, a, b);
          if (!seen.has(made.join())) next.push(made);
          seen.add(made.join());
        }
    front = next;
  }
}

describe('sockets in the wrong holes', () => {
  it('the exchanges put every output into its own hole, and no fewer do', () =>
    fc.assert(
      fc.property(orders, (order) => {
        const list = exchangesFor(order);
        const after = list.reduce((o, { a, b }) => exchanged(o, a, b), [...order]);
        expect(after).toEqual([...order].sort((a, b) => a - b));
        if (order.length <= 5) expect(list).toHaveLength(fewest(order));
      }),
      { numRuns: 200 },
    ));

  it('worked by hand: holes 3, 1, 2 came on in this order; two exchanges', () =>
    // Output 1 is in hole 3, output 2 in hole 1, output 3 in hole 2.
    expect(exchangesFor([3, 1, 2])).toEqual([
      { a: 1, b: 3 },
      { a: 2, b: 3 },
    ]));

  it('an order that names a hole twice, or one that is not there, is none', () => {
    expect(isSocketOrder([1, 1, 2], 3)).toBe(false);
    expect(isSocketOrder([1, 2, 4], 3)).toBe(false);
    expect(isSocketOrder([2, 1], 3)).toBe(false);
  });

  it('a program lights the holes in the order in which the outputs sit', () => {
    const program = bar(3, [{ does: 'turn', sockets: true }]);
    expect(withSockets(program, 'turn', [3, 1, 2]).functions[0]?.segments).toEqual(['b3', 'b1', 'b2']);
    const plain = bar(3, [{ does: 'turn' }]);
    expect(withSockets(plain, 'turn', [3, 1, 2])).toEqual(plain);
  });
});
