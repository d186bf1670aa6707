import { itemAsCompared } from '../../kernel/ids';
import { type AnyStoredEvent, type BodyOf, type EventType, kindOf } from '../events';
import { isLeadOnly } from '../rights';
import type { OpenItem } from './openItem';

/** Something that a person says, before it is an entry. */
export type AnySaying = { [T in EventType]: { readonly type: T; readonly body: BodyOf<T> } }[EventType];

/**
 * Whether something counts by a lead's right alone: its kind wants one, the item is closed by nobody else so, or it takes
 * back what another wrote.
 * @param user who says it
 */
export function needsLead(
  { type, body }: AnySaying,
  at: {
    readonly items: readonly Pick<OpenItem, 'id' | 'closableBy' | 'closesBy'>[];
    readonly events: readonly Pick<AnyStoredEvent, 'id' | 'user'>[];
    readonly user: string;
  },
): boolean {
  if (isLeadOnly(kindOf(type).needs(body))) return true;
  if (type === 'item-closed') {
    const item = at.items.find((i) => itemAsCompared(i.id) === itemAsCompared(body.item));
    return item !== undefined && (item.closableBy === 'lead' || item.closesBy === 'record');
  }
  if (type !== 'void') return false;
  const target = at.events.find((e) => e.id === body.target);
  return target !== undefined && target.user !== at.user;
}

/** The same said as a lead's, where its form can say so: unproven it waits for a lead then instead of counting for nothing. */
export function saidAsLead(said: AnySaying): AnySaying {
  if (said.type === 'item-closed') return { type: said.type, body: { ...said.body, asLead: true } };
  if (said.type === 'void') return { type: said.type, body: { ...said.body, asLead: true } };
  return said;
}
