import { type AnyStoredEvent, kindOf, type StoredEvent } from '../events';
import { compareEvents } from './frontier';

/** An entry that stands in no reading, and the code of why. It is kept all the same. */
export interface Unfit {
  readonly event: AnyStoredEvent;
  readonly code: string;
}

/** A job's entries with what was taken back of them. */
export interface Sifted {
  /** Every entry once, in history order. */
  readonly all: readonly AnyStoredEvent[];
  /** Ids of entries that were taken back. */
  readonly voided: ReadonlySet<string>;
  /** Undos that undo nothing (yet). */
  readonly unfit: readonly Unfit[];
}

/**
 * Sorts a job's entries into their history and finds which were taken back. An undo stands where its target is here,
 * can be undone, and is its author's own or a lead's; a target that comes later makes it stand then.
 */
export function sift(events: readonly AnyStoredEvent[]): Sifted {
  const byId = new Map(events.map((e) => [e.id, e]));
  const all = [...byId.values()].sort(compareEvents);
  const voided = new Set<string>();
  const unfit: Unfit[] = [];
  for (const e of all) {
    if (e.type !== 'void') continue;
    const code = whyNot(e, byId.get(e.body.target));
    if (code === null) voided.add(e.body.target);
    else unfit.push({ event: e, code });
  }
  return { all, voided, unfit };
}

/** Why an undo undoes nothing; null: it does. */
function whyNot(e: StoredEvent<'void'>, target: AnyStoredEvent | undefined): string | null {
  if (!target) return 'nothing-to-undo';
  if (kindOf(target.type).undo === 'never') return 'cannot-be-undone';
  const may = e.role === null || e.role === 'lead' || e.user === target.user;
  return may ? null : 'not-your-own';
}

/** Entries that stand: doubles once, those taken back out, undos out. */
export function standingEvents(events: readonly AnyStoredEvent[]): readonly AnyStoredEvent[] {
  const { all, voided } = sift(events);
  return all.filter((e) => e.type !== 'void' && !voided.has(e.id));
}
