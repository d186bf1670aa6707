import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type FastenerEntry, FASTENER_ACTS, fastenerBalance, totalBalance } from './fastenerCount';

describe('the fastener count', () => {
  const screws = { step: 'lamp', group: { id: 'screws', kind: 'screw', count: 6, reuse: 'reuse' } } as const;
  const count = (...entries: [FastenerEntry['act'], number][]) =>
    fastenerBalance(
      entries.map(([act, n]) => ({ step: 'lamp', group: 'screws', act, count: n })),
      [screws],
    )[0];

  it.each<[string, [FastenerEntry['act'], number][], object]>([
    ['nothing yet', [], { stillIn: 6, holes: 0, inHand: 0, balanced: true }],
    ['four of six out', [['out', 4]], { stillIn: 2, holes: 4, inHand: 4, balanced: false }],
    [
      'out and in',
      [
        ['out', 6],
        ['in', 6],
      ],
      { stillIn: 0, holes: 0, inHand: 0, balanced: true },
    ],
    [
      'six out, five named on the way back',
      [
        ['out', 6],
        ['in', 5],
      ],
      { holes: 1, inHand: 1, balanced: false },
    ],
    [
      'one broken, nothing for it',
      [
        ['out', 6],
        ['broken', 1],
        ['in', 5],
      ],
      { holes: 1, inHand: 0, balanced: false },
    ],
    [
      'one broken, a spare in its place',
      [
        ['out', 6],
        ['broken', 1],
        ['spare', 1],
        ['in', 6],
      ],
      { balanced: true },
    ],
    [
      'one replaced by a new one',
      [
        ['out', 6],
        ['replaced', 1],
        ['in', 6],
      ],
      { balanced: true },
    ],
    [
      'one broken, one borrowed',
      [
        ['out', 6],
        ['broken', 1],
        ['borrowed', 1],
        ['in', 6],
      ],
      { balanced: true },
    ],
    [
      'one lost, a spare in its hole: one is still about',
      [
        ['out', 6],
        ['spare', 1],
        ['in', 6],
      ],
      { holes: 0, inHand: 1, balanced: false },
    ],
    [
      'one found on the floor',
      [
        ['out', 6],
        ['in', 6],
        ['found', 1],
      ],
      { holes: 0, inHand: 1, balanced: false },
    ],
    [
      'more in than out',
      [
        ['out', 6],
        ['in', 7],
      ],
      { holes: -1, inHand: -1, balanced: false },
    ],
  ])('%s', (_, entries, expected) => expect(count(...entries)).toMatchObject(expected));

  it('keeps counts of a group that the sheet does not have', () => {
    const [, stray] = fastenerBalance([{ step: 'lamp', group: 'nuts', act: 'out', count: 2 }], [screws]);
    expect(stray).toMatchObject({ group: 'nuts', sheet: null, holes: 2, stillIn: 0 });
  });

  it('is the same for every order of the entries, and adds up over any parting of them', () => {
    const entry = fc.record({
      step: fc.constantFrom('lamp', 'grille'),
      group: fc.constantFrom('screws', 'clips'),
      act: fc.constantFrom(...FASTENER_ACTS),
      count: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(
        fc
          .array(entry, { maxLength: 30 })
          .chain((list) =>
            fc.tuple(
              fc.constant(list),
              fc.shuffledSubarray(list, { minLength: list.length }),
              fc.nat(list.length),
            ),
          ),
        ([list, shuffled, at]) => {
          const whole = fastenerBalance(list, [screws]);
          expect(fastenerBalance(shuffled, [screws])).toEqual(whole);
          const total = (part: FastenerEntry[]) => totalBalance(fastenerBalance(part, [screws]));
          expect(total(list).out).toBe(total(list.slice(0, at)).out + total(list.slice(at)).out);
          for (const g of whole)
            expect(g.inHand - g.holes).toBe(
              g.counts.spare + g.counts.borrowed + g.counts.found - g.counts.broken - g.counts.lost,
            );
        },
      ),
    );
  });
});
