import type { Wish } from '../fitment';
import type { FactStatement, PositionKey } from '../vehicle';
import {
  AFTER_MAX,
  type AnyStoredEvent,
  EVENT_KINDS,
  type EventKind,
  type EventType,
  type JobFrame,
  kindOf,
  type StoredEvent,
} from './events';
import { afterOf, type Latest, latestBy } from './log/frontier';
import { sift, type Unfit } from './log/standing';

/** What each kind of entry adds to the record, all together. */
type Slices = {
  [T in EventType]: (typeof EVENT_KINDS)[T] extends EventKind<string, infer _B, infer S> ? S : never;
}[EventType];
type Together<U> = (U extends unknown ? (u: U) => void : never) extends (all: infer I) => void ? I : never;

export interface SwapRecord {
  readonly id: string;
  readonly positions: readonly PositionKey[];
  readonly openedBy: { readonly id: string; readonly at: string };
  readonly choice: Latest<StoredEvent<'lamp-chosen'>> | null;
  /** When its lamp was first chosen: what the choice raises has been there since. */
  readonly chosenSince: { readonly id: string; readonly at: string } | null;
}

/** What a job's entries add up to, before any catalogue is asked. Fields come from the files of `events/`. */
export type JobRecord = Together<Slices> & {
  /** In the order of opening. */
  readonly swaps: readonly SwapRecord[];
  /** What stands of each value, for the next writer to name: by `<type> <value>`. */
  readonly frontiers: Readonly<Record<string, readonly string[]>>;
  /** Taken in after the last lock. */
  readonly late: readonly AnyStoredEvent[];
  /** All entries that stand, in history order; those taken back and undos are out. */
  readonly standing: readonly AnyStoredEvent[];
  /** Entries that fit nowhere in a job of this frame. */
  readonly unfit: readonly Unfit[];
  /** Latest hybrid clock reading, entries taken back included. */
  readonly lastAt: string | null;
};

/**
 * Folds a job's entries. Any arrival order gives the same record, except `late`, which is about arrival.
 * @param frame what the job is about; null: every entry fits
 */
export function foldJob(events: readonly AnyStoredEvent[], frame: JobFrame | null = null): JobRecord {
  const { all, voided, unfit } = sift(events);
  const stands: AnyStoredEvent[] = [];
  const misfits: Unfit[] = [...unfit];
  for (const e of all) {
    if (e.type === 'void' || voided.has(e.id)) continue;
    const code = frame ? (kindOf(e.type).fits?.(e.body, frame) ?? null) : null;
    if (code === null) stands.push(e);
    else misfits.push({ event: e, code });
  }
  const logs = new Map<EventType, { all: AnyStoredEvent[]; standing: AnyStoredEvent[] }>();
  const logOf = (type: EventType) => {
    const found = logs.get(type) ?? { all: [], standing: [] };
    logs.set(type, found);
    return found;
  };
  for (const e of all) logOf(e.type).all.push(e);
  for (const e of stands) logOf(e.type).standing.push(e);
  const types = Object.keys(EVENT_KINDS) as EventType[];
  const slices = Object.assign(
    {},
    ...types.map((t) => kindOf(t).reduce(logOf(t) as Parameters<ReturnType<typeof kindOf>['reduce']>[0])),
  ) as Together<Slices>;
  const lockedAt = Math.max(-1, ...slices.locks.map((l) => l.seq));
  return {
    ...slices,
    swaps: slices.swapsOpened.map(({ id, positions, openedBy }) => ({
      id,
      positions,
      openedBy: { id: openedBy.id, at: openedBy.at },
      choice: (slices.choices.get(id) ?? null) as SwapRecord['choice'],
      chosenSince: slices.everChosen.find((e) => e.body.swap === id) ?? null,
    })),
    frontiers: frontiers(types.map((t) => [t, logOf(t)] as const)),
    late:
      slices.locks.length === 0 ? [] : stands.filter((e) => e.seq > lockedAt && e.type !== 'release-locked'),
    standing: stands,
    unfit: misfits,
    lastAt: events.reduce<string | null>((max, e) => (max === null || e.at > max ? e.at : max), null),
  };
}

/** Key of a value among all types. */
export const valueKey = (type: EventType, body: unknown): string | null => {
  const value = kindOf(type).value?.(body);
  return value === undefined ? null : `${type} ${value}`;
};

function frontiers(
  logs: readonly (readonly [
    EventType,
    { all: readonly AnyStoredEvent[]; standing: readonly AnyStoredEvent[] },
  ])[],
): JobRecord['frontiers'] {
  const found: [string, readonly string[]][] = [];
  for (const [type, log] of logs) {
    const { value } = kindOf(type);
    if (!value) continue;
    for (const [key, latest] of latestBy(log as unknown as Parameters<typeof latestBy>[0], value))
      found.push([`${type} ${key}`, afterOf(latest, AFTER_MAX)]);
  }
  return Object.fromEntries(found);
}

/** What standing fact entries state; those of other jobs of the same vehicle count as well. */
export const statementsOf = (facts: JobRecord['facts']): readonly FactStatement[] =>
  facts.map((e) => ({
    id: e.id,
    key: e.body.key,
    subject: e.body.subject,
    value: e.body.value,
    source: e.body.source,
    by: e.user,
    at: e.at,
  }));

export function wishesOf(record: JobRecord): readonly Wish[] {
  return record.wishes?.event.body.wishes ?? [];
}
