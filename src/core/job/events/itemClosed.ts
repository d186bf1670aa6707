import { itemAsCompared } from '../../kernel/ids';
import { id, oneOf, shape, words } from './form';
import { eventKind } from './kind';

/**
 * A person closed an open item, or a lead handed it over in writing. Whether it stands, the item says: since version 2
 * some items are closed only by what they are about, and words have to say something.
 */
export const itemClosed = eventKind({
  type: 'item-closed',
  form: shape({ item: id(1000), how: oneOf(['done', 'handed-over']), words: words() }),
  lifts: [(body) => body],
  needs: (b) => (b.how === 'handed-over' ? 'close-any-item' : 'close-own-item'),
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
