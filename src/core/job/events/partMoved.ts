import { partOf } from '../../kernel/ids';
import { id, maybeOneOf, note, oneOf, shape, text, whole } from './form';
import { eventKind } from './kind';

/** What happens to a part on its way here. `held`: bought only once something is proven. */
export const PART_MOVES = ['ordered', 'received', 'returned', 'held', 'let-go'] as const;
export type PartMove = (typeof PART_MOVES)[number];
/** What a part can wait for before it is bought. */
export const HELD_BEHIND = ['bench-proven', 'wire-proven', 'function-proven'] as const;
export type HeldBehind = (typeof HELD_BEHIND)[number];

const isDay = (v: string | undefined) =>
  v === undefined ||
  (/^\d{4}-\d\d-\d\d$/.test(v) && new Date(`${v}T00:00:00.000Z`).toJSON()?.slice(0, 10) === v);

/** A part or lamp was ordered, came, went back, or is held. `from`: it came off the shop's own shelf. */
export const partMoved = eventKind({
  type: 'part-moved',
  form: shape({
    swap: id(),
    /** A part of the shelf, or a lamp. */
    part: id(),
    move: oneOf(PART_MOVES),
    quantity: whole(1, 9999),
    from: maybeOneOf(['stock']),
    behind: maybeOneOf(HELD_BEHIND),
    /** When it should be here, `2026-03-05`. */
    due: text(10).optional().test('day', 'malformed', isDay),
    words: note(),
  }),
  needs: 'choose-parts',
  asked: (b, shape) =>
    shape.parts.has(partOf(b.swap, b.part))
      ? null
      : shape.chosen.has(b.swap)
        ? 'no-such-part'
        : 'no-lamp-chosen',
  reduce: (log) => ({ partMoves: log.standing }),
});
