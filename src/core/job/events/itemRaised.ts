import { STAGES } from '../stages/stages';
import { id, maybeOneOf, oneOf, shape, words } from './form';
import { eventKind } from './kind';

/** Origins of items that a person raises. */
export const ITEM_ORIGINS = ['promised', 'scope', 'borrowed', 'recheck', 'unsafe', 'other'] as const;
export type RaisedOrigin = (typeof ITEM_ORIGINS)[number];

/** Items of rules have a colon in their id, those of people never: neither can stand in for the other. */
export const isPersonsItem = (item: string): boolean => !item.includes(':');

/** A person raised an open item. */
export const itemRaised = eventKind({
  type: 'item-raised',
  form: shape({
    item: id().test('space', 'rules-own-id', (v) => v === undefined || isPersonsItem(v)),
    origin: oneOf(ITEM_ORIGINS),
    words: words(),
    stage: maybeOneOf(STAGES),
  }),
  needs: 'raise-item',
  reduce: (log) => {
    // The first in history order has the id.
    const first = new Map<string, (typeof log.standing)[number]>();
    for (const e of log.standing) if (!first.has(e.body.item)) first.set(e.body.item, e);
    return { raised: [...first.values()] };
  },
});
