import type { Wish } from '../fitment';
import type { FactStatement, PositionKey } from '../vehicle';
import { type AnyStoredEvent, type AsFound, compareEvents, type EventType, type StoredEvent } from './events';

/** A value of which the latest counts. `rivals` were written without knowledge of it: shown, never lost. */
export interface Latest<E> {
  readonly event: E;
  readonly rivals: readonly E[];
}

export interface SwapRecord {
  readonly id: string;
  readonly positions: readonly PositionKey[];
  readonly openedBy: StoredEvent<'swap-opened'>;
  readonly choice: Latest<StoredEvent<'lamp-chosen'>> | null;
}

/** What a job's events add up to, before any catalogue is asked. */
export interface JobRecord {
  readonly opened: StoredEvent<'job-opened'> | null;
  readonly asFound: ReadonlyMap<PositionKey, Latest<StoredEvent<'as-found'>>>;
  readonly wishes: Latest<StoredEvent<'wishes-stated'>> | null;
  readonly modifications: readonly StoredEvent<'modification-noted'>[];
  /** In the order of opening. */
  readonly swaps: readonly SwapRecord[];
  /** By position and plug: `headlamp.front.left/X41-left`. */
  readonly plugs: ReadonlyMap<string, Latest<StoredEvent<'plug-recorded'>>>;
  /** By swap and function: `<swap>/drl`. */
  readonly feeds: ReadonlyMap<string, Latest<StoredEvent<'feed-chosen'>>>;
  /** By swap and matter: `<swap>/cure/turn-left`. */
  readonly decisions: ReadonlyMap<string, Latest<StoredEvent<'wire-decided'>>>;
  /** By position and lamp. */
  readonly pins: ReadonlyMap<string, Latest<StoredEvent<'pins-set'>>>;
  /** By position, lamp and check. */
  readonly harnessReads: ReadonlyMap<string, Latest<StoredEvent<'check-read'>>>;
  readonly figures: readonly StoredEvent<'figure-noted'>[];
  /** By position, lamp and step: `headlamp.front.left/skerry-620-left/main/4`. */
  readonly bench: ReadonlyMap<string, Latest<StoredEvent<'bench-read'>>>;
  /** By swap. */
  readonly sheets: ReadonlyMap<string, Latest<StoredEvent<'sheet-chosen'>>>;
  /** By way and step: `out/bumper-off`. */
  readonly ticks: ReadonlyMap<string, Latest<StoredEvent<'step-ticked'>>>;
  readonly counts: readonly StoredEvent<'fastener-counted'>[];
  /** By position, lamp and proof step. */
  readonly proofs: ReadonlyMap<string, Latest<StoredEvent<'proof-seen'>>>;
  /** By swap. */
  readonly quotes: ReadonlyMap<string, Latest<StoredEvent<'quote-agreed'>>>;
  readonly partMoves: readonly StoredEvent<'part-moved'>[];
  /** By position and lamp. */
  readonly boxes: ReadonlyMap<string, Latest<StoredEvent<'box-checked'>>>;
  readonly scopes: readonly StoredEvent<'scope-added'>[];
  readonly photos: readonly StoredEvent<'photo-added'>[];
  readonly warranty: Latest<StoredEvent<'warranty-linked'>> | null;
  readonly raised: readonly StoredEvent<'item-raised'>[];
  /** Latest closing per item. */
  readonly closings: ReadonlyMap<string, StoredEvent<'item-closed'>>;
  /** Locks by revision, first to last. */
  readonly locks: readonly StoredEvent<'release-locked'>[];
  /** Taken in after the last lock. */
  readonly late: readonly AnyStoredEvent[];
  /** All events that stand, in history order; voided ones and voids are out. */
  readonly standing: readonly AnyStoredEvent[];
  /** Latest hybrid clock reading, voided events included. */
  readonly lastAt: string | null;
}

/**
 * Events that stand: doubles once, voided ones out. A void cannot be voided, and a lock stays: it is history
 * that somebody holds on paper.
 */
export function standingEvents(events: readonly AnyStoredEvent[]): readonly AnyStoredEvent[] {
  const once = [...new Map(events.map((e) => [e.id, e])).values()].sort(compareEvents);
  const voided = new Set(once.flatMap((e) => (e.type === 'void' ? [e.body.target] : [])));
  return once.filter((e) => e.type !== 'void' && (e.type === 'release-locked' || !voided.has(e.id)));
}

/** Folds a job's events. Any arrival order gives the same record, except `late`, which is about arrival. */
export function foldJob(events: readonly AnyStoredEvent[]): JobRecord {
  const standing = standingEvents(events);
  const of = <T extends EventType>(type: T) =>
    standing.filter((e) => e.type === type) as unknown as readonly StoredEvent<T>[];
  const locks = [...of('release-locked')].sort(
    (a, b) => a.body.revision - b.body.revision || compareEvents(a, b),
  );
  const lockedAt = Math.max(-1, ...locks.map((l) => l.seq));
  const lastAt = events.reduce<string | null>((max, e) => (max === null || e.at > max ? e.at : max), null);
  return {
    opened: of('job-opened')[0] ?? null,
    asFound: latestBy(of('as-found'), (e) => e.body.position),
    wishes: latest(of('wishes-stated')),
    modifications: of('modification-noted'),
    swaps: foldSwaps(of('swap-opened'), of('lamp-chosen')),
    plugs: latestBy(of('plug-recorded'), (e) => `${e.body.position}/${e.body.plug}`),
    feeds: latestBy(of('feed-chosen'), (e) => `${e.body.swap}/${e.body.does}`),
    decisions: latestBy(of('wire-decided'), (e) => `${e.body.swap}/${e.body.matter}`),
    pins: latestBy(of('pins-set'), (e) => `${e.body.position}/${e.body.lamp}`),
    harnessReads: latestBy(of('check-read'), (e) => `${e.body.position}/${e.body.lamp}/${e.body.check}`),
    figures: of('figure-noted'),
    bench: latestBy(of('bench-read'), (e) => `${e.body.position}/${e.body.lamp}/${e.body.step}`),
    sheets: latestBy(of('sheet-chosen'), (e) => e.body.swap),
    ticks: latestBy(of('step-ticked'), (e) => `${e.body.way}/${e.body.step}`),
    counts: of('fastener-counted'),
    proofs: latestBy(of('proof-seen'), (e) => `${e.body.position}/${e.body.lamp}/${e.body.step}`),
    quotes: latestBy(of('quote-agreed'), (e) => e.body.swap),
    partMoves: of('part-moved'),
    boxes: latestBy(of('box-checked'), (e) => `${e.body.position}/${e.body.lamp}`),
    scopes: of('scope-added'),
    photos: of('photo-added'),
    warranty: latest(of('warranty-linked')),
    raised: of('item-raised'),
    closings: new Map(of('item-closed').map((e) => [e.body.item, e])),
    locks,
    late: locks.length === 0 ? [] : standing.filter((e) => e.seq > lockedAt && e.type !== 'release-locked'),
    standing,
    lastAt,
  };
}

function foldSwaps(
  opened: readonly StoredEvent<'swap-opened'>[],
  chosen: readonly StoredEvent<'lamp-chosen'>[],
): readonly SwapRecord[] {
  const swaps = new Map<string, SwapRecord>();
  for (const e of opened) {
    if (swaps.has(e.body.swap)) continue;
    const choice = latest(chosen.filter((c) => c.body.swap === e.body.swap));
    swaps.set(e.body.swap, { id: e.body.swap, positions: e.body.positions, openedBy: e, choice });
  }
  return [...swaps.values()];
}

/** The latest of events in history order; rivals are those that nobody built upon. */
function latest<E extends { readonly id: string; readonly body: { readonly basis: string | null } }>(
  events: readonly E[],
): Latest<E> | null {
  const event = events.at(-1);
  if (!event) return null;
  const builtUpon = new Set(events.map((e) => e.body.basis));
  return { event, rivals: events.filter((e) => e !== event && !builtUpon.has(e.id)) };
}

function latestBy<E extends { readonly id: string; readonly body: { readonly basis: string | null } }>(
  events: readonly E[],
  key: (e: E) => string,
): ReadonlyMap<string, Latest<E>> {
  const groups = new Map<string, E[]>();
  for (const e of events) groups.set(key(e), [...(groups.get(key(e)) ?? []), e]);
  const result = new Map<string, Latest<E>>();
  for (const [k, list] of groups) {
    const found = latest(list);
    if (found) result.set(k, found);
  }
  return result;
}

/** Fact statements among events; those of other jobs of the same vehicle count as well. */
export function statementsOf(events: readonly AnyStoredEvent[]): readonly FactStatement[] {
  return standingEvents(events).flatMap((e) =>
    e.type === 'fact-stated'
      ? [
          {
            id: e.id,
            key: e.body.key,
            subject: e.body.subject,
            value: e.body.value,
            source: e.body.source,
            by: e.user,
            at: e.at,
          },
        ]
      : [],
  );
}

/** What was found at a position; empty while nobody looked. */
export function foundAt(record: JobRecord, position: PositionKey): readonly AsFound[] {
  return record.asFound.get(position)?.event.body.found ?? [];
}

export function wishesOf(record: JobRecord): readonly Wish[] {
  return record.wishes?.event.body.wishes ?? [];
}
