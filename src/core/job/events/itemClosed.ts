import { itemAsCompared } from '../../kernel/ids';
import { id, oneOf, shape, words, yesNo } from './form';
import { eventKind } from './kind';

/**
 * A person closed an open item, or a lead handed it over in writing. Whether it stands, the item says: since version 2
 * some items are closed only by what they are about, and words have to say something.
 */
export const itemClosed = eventKind({
  type: 'item-closed',
  form: shape({
    item: id(1000),
    how: oneOf(['done', 'handed-over']),
    words: words(),
    /** It closes by a lead's right alone: where that is not proven it waits for one instead of closing nothing. */
    asLead: yesNo().optional(),
  }),
  lifts: [(body) => body],
  needs: (b) => (b.how === 'handed-over' || b.asLead ? 'close-any-item' : 'close-own-item'),
  asked: (b, shape) => (shape.items.has(itemAsCompared(b.item)) ? null : 'no-such-item'),
  reduce: (log) => {
    const closings = new Map<string, (typeof log.standing)[number][]>();
    for (const e of log.standing) {
      const item = itemAsCompared(e.body.item);
      closings.set(item, [...(closings.get(item) ?? []), e]);
    }
    return { closings: closings as ReadonlyMap<string, typeof log.standing> };
  },
});
