import { weakMapMemoize } from 'reselect';
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
import { sameList } from '../kernel/part';

/** What each kind of entry adds to the record, all together. */
type Slices = {
  [T in EventType]: (typeof EVENT_KINDS)[T] extends EventKind<string, infer _B, infer S> ? S : never;
}[EventType];
type Together<U> = (U extends unknown ? (u: U) => void : never) extends (all: infer I) => void ? I : never;

/** Lamps that are changed together, and what was chosen for them. */
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
  /** Taken in after the last lock, undos of what stood then among them. */
  readonly late: readonly AnyStoredEvent[];
  /** All entries that stand, in history order; those taken back and undos are out. */
  readonly standing: readonly AnyStoredEvent[];
  /** Entries that fit nowhere in a job of this frame. */
  readonly unfit: readonly Unfit[];
  /** Latest hybrid clock reading, entries taken back included. */
  readonly lastAt: string | null;
};

const TYPES = Object.keys(EVENT_KINDS) as EventType[];
type Kind = ReturnType<typeof kindOf>;
type Log = readonly AnyStoredEvent[];

function byType(events: Log): Readonly<Record<EventType, Log>> {
  const found = Object.fromEntries(TYPES.map((t) => [t, []])) as unknown as Record<
    EventType,
    AnyStoredEvent[]
  >;
  for (const e of events) found[e.type].push(e);
  return found;
}

/** What the entries of one kind come to: anew only when one of that kind came or went. */
const sliceOf = weakMapMemoize((kind: Kind, all: Log, standing: Log): object =>
  kind.reduce({ all, standing } as unknown as Parameters<Kind['reduce']>[0]),
);

/** What stands of each value of a kind. */
const frontierOf = weakMapMemoize(
  (kind: Kind, all: Log, standing: Log): readonly (readonly [string, readonly string[]])[] => {
    const { value } = kind;
    if (!value) return [];
    const log = { all, standing } as unknown as Parameters<typeof latestBy>[0];
    return [...latestBy(log, value)].map(
      ([key, latest]) => [`${kind.type} ${key}`, afterOf(latest, AFTER_MAX)] as const,
    );
  },
);

const swapsOf = weakMapMemoize(
  (
    opened: Together<Slices>['swapsOpened'],
    choices: Together<Slices>['choices'],
    everChosen: Together<Slices>['everChosen'],
  ): readonly SwapRecord[] =>
    opened.map(({ id, positions, openedBy }) => ({
      id,
      positions,
      openedBy: { id: openedBy.id, at: openedBy.at },
      choice: (choices.get(id) ?? null) as SwapRecord['choice'],
      chosenSince: everChosen.find((e) => e.body.swap === id) ?? null,
    })),
);

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
  const allOf = byType(all);
  const standingOf = byType(stands);
  const logs = TYPES.map((t) => [kindOf(t), sameList(allOf[t]), sameList(standingOf[t])] as const);
  const slices = Object.assign({}, ...logs.map((log) => sliceOf(...log))) as Together<Slices>;
  const lockedAt = Math.max(-1, ...slices.locks.map((l) => l.seq));
  return {
    ...slices,
    swaps: swapsOf(slices.swapsOpened, slices.choices, slices.everChosen),
    frontiers: Object.fromEntries(logs.flatMap((log) => frontierOf(...log))),
    late:
      slices.locks.length === 0
        ? []
        : [
            ...stands.filter((e) => e.seq > lockedAt && e.type !== 'release-locked'),
            ...undoneSince(all, unfit, lockedAt),
          ],
    standing: stands,
    unfit: misfits,
    lastAt: events.reduce<string | null>((max, e) => (max === null || e.at > max ? e.at : max), null),
  };
}

/** Undos that took back, after a lock, what stood when it was locked: the job is another than the one that was handed over. */
function undoneSince(all: Log, unfit: readonly Unfit[], lockedAt: number): Log {
  const idle = new Set(unfit.map((u) => u.event.id));
  const seqOf = new Map(all.map((e) => [e.id, e.seq]));
  return all.filter(
    (e) =>
      e.type === 'void' &&
      e.seq > lockedAt &&
      !idle.has(e.id) &&
      (seqOf.get(e.body.target) ?? Infinity) <= lockedAt,
  );
}

/** Key of a value among all types. */
export const valueKey = (type: EventType, body: unknown): string | null => {
  const value = kindOf(type).value?.(body);
  return value === undefined ? null : `${type} ${value}`;
};

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
    ...(e.body.cavities === undefined ? {} : { cavities: e.body.cavities }),
  }));

/** What the customer wants; nothing where nobody asked. */
export function wishesOf(record: JobRecord): readonly Wish[] {
  return record.wishes?.event.body.wishes ?? [];
}
