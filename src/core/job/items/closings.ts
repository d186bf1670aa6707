import type { StoredEvent } from '../events';
import type { JobRecord } from '../fold';
import { compareEvents } from '../log/frontier';
import type { Unfit } from '../log/standing';
import { CLOSABLE, type ClosesBy, type OpenItem } from './openItem';
import { may } from '../rights';
import { closesBy, saysSomething } from './evidence';

/** The entry that an item rests on. */
export interface Since {
  readonly id: string;
  readonly at: string;
}

/** An item before anybody has closed it. */
export interface Raised extends Omit<OpenItem, 'closed' | 'closableBy' | 'closesBy' | 'since'> {
  /** Another id that closings may name it by. */
  readonly closedAs?: string;
  /** null: it has no beginning that a closing could come before. */
  readonly since: Since | null;
}

/** An item with the first closing in the history that stands. */
export function closable(record: Pick<JobRecord, 'closings'>, raised: Raised): OpenItem {
  const { since, closedAs, ...item } = raised;
  const by = raised.raisedBy !== null && raised.closedAs !== undefined ? 'words' : closesBy(item.origin);
  const named = [item.id, ...(closedAs !== undefined && closedAs !== item.id ? [closedAs] : [])];
  const closing = named
    .flatMap((id) => record.closings.get(id) ?? [])
    .sort(compareEvents)
    .find((c) => whyNot(item.origin, by, c, since) === null);
  return {
    ...item,
    closableBy: CLOSABLE[item.origin],
    closesBy: by,
    closed: closing
      ? { how: closing.body.how, words: closing.body.words, by: closing.user, at: closing.at }
      : null,
    ...(since ? { since: { id: since.id, at: since.at } } : {}),
  };
}

/** Why a closing does not close an item of an origin; null: it does. Entries of before roles were kept were judged then. */
function whyNot(
  origin: OpenItem['origin'],
  closes: ClosesBy,
  closing: Pick<StoredEvent<'item-closed'>, 'id' | 'at' | 'role' | 'v' | 'body'>,
  since: Since | null,
): string | null {
  const by = CLOSABLE[origin];
  if (by === 'nobody') return 'closes-by-itself';
  if (since && compareEvents(closing, since) < 0) return 'closed-before-raised';
  // Closings of before were judged by the rules of then.
  if (closing.v > 1) {
    if (!saysSomething(closing.body.words)) return 'words-say-nothing';
    if (closes === 'record' && closing.body.how === 'done') return 'closes-by-record';
  }
  const { role } = closing;
  if (role === null || may(role, 'close-any-item')) return null;
  if (by === 'lead') return 'lead-only';
  return by === 'anyone' || may(role, 'work-at-vehicle') ? null : 'technician-only';
}

/** Closings of items that are here which do not close them, each with the code of why. */
export function closingsThatDoNot(
  record: Pick<JobRecord, 'closings'>,
  items: readonly OpenItem[],
): readonly Unfit[] {
  const byId = new Map(items.map((i) => [i.id.replace(/^person\//, ''), i]));
  return [...record.closings].flatMap(([id, closings]) => {
    const item = byId.get(id.replace(/^person\//, ''));
    if (!item) return [];
    return closings.flatMap((c): Unfit[] => {
      const code = whyNot(item.origin, item.closesBy, c, item.since ?? null);
      if (code !== null) return [{ event: c as Unfit['event'], code }];
      const closes = item.closed?.at === c.at && item.closed.by === c.user;
      return closes ? [] : [{ event: c as Unfit['event'], code: 'item-closed-already' }];
    });
  });
}
