import {
  type AnyEvent,
  type AnyStoredEvent,
  type JobPack,
  type Job,
  readPack,
  type Role,
  lacksRows,
  NO_ROWS,
  type ShelfSlice,
  withEntries,
  withRows,
} from '@/core/job';
import type { Outbox } from '../outbox/outbox';

/** News of a job since a place in the order of arrival. */
export interface JobNews {
  readonly events: readonly AnyStoredEvent[];
  readonly cursor: number;
  readonly names: Readonly<Record<string, string>>;
  /** Counts of changes of what a pack holds besides entries. */
  readonly shelf: number;
  readonly vehicle: number;
}

/** A job on this device, with all that comes and goes. */
export interface JobClient {
  /** The job as it is on this device: what the server sent, with what was written here since. */
  readonly state: () => Job;
  readonly subscribe: (listen: () => void) => () => void;
  /** The job as the server told it last, without what waits here to be sent. */
  readonly told: () => JobPack;
  /** Fetches what came since. */
  readonly sync: () => Promise<void>;
  /** Takes a newer pack of the server’s; an older one is passed over. */
  readonly take: (pack: JobPack) => void;
  /** Lends rows of the shelf that a choice may pin, so that it can be read here at once. */
  readonly lend: (rows: ShelfSlice) => void;
  /** Asks once what came since the pack was read, and follows what is written on this device. @returns the end of it */
  readonly follow: (outbox: Outbox) => () => void;
}

/** An entry of this device before the server has given it its place. */
const unplaced = (entry: AnyEvent, role: Role): AnyStoredEvent =>
  ({ ...entry, seq: Number.MAX_SAFE_INTEGER, receivedAt: '', role }) as AnyStoredEvent;

/**
 * The one job client, of desk and bay: reads the job here from its pack and its entries, and again after every entry,
 * whether the server has answered for it or not.
 * @param role what the person at this device counts as in an entry that was written under this mark of a lead's password
 */
export function openJobClient(
  first: JobPack,
  role: (mark: string | undefined) => Role,
  fetch: typeof globalThis.fetch,
): JobClient {
  const listeners = new Set<() => void>();
  let pack = first;
  /** Written here and not in the pack yet, oldest first. */
  let local: readonly AnyStoredEvent[] = [];
  let lent: ShelfSlice = NO_ROWS;
  let state: Job | null = null;
  let syncing: Promise<void> | null = null;
  let again = false;

  const changed = () => {
    state = null;
    for (const l of listeners) l();
  };
  const read = (): Job => {
    const whole = withRows(withEntries(pack, local), lent);
    return { pack: whole, reading: readPack(whole) };
  };
  const get = async <T>(path: string): Promise<T | null> => {
    try {
      const answer = await fetch(path);
      return answer.ok ? ((await answer.json()) as T) : null;
    } catch {
      // No line: what is here stands; the next entry or the next look tries again.
      return null;
    }
  };

  const take: JobClient['take'] = (next) => {
    if (next === pack || next.id !== pack.id || next.cursor < pack.cursor) return;
    pack = next;
    const known = new Set(pack.events.map((e) => e.id));
    local = local.filter((e) => !known.has(e.id));
    changed();
  };
  const fetchNews = async () => {
    const news = await get<JobNews>(`/api/jobs/${pack.id}/entries?after=${pack.cursor}`);
    if (!news) return;
    const next = {
      ...withEntries(pack, news.events),
      names: { ...pack.names, ...news.names },
      cursor: news.cursor,
    };
    const old = news.shelf !== pack.shelf || news.vehicle !== pack.vehicle.version;
    if (old || lacksRows(withRows(next, lent))) {
      const whole = await get<JobPack>(`/api/jobs/${pack.id}/pack`);
      if (whole) take(whole);
    } else if (news.cursor !== pack.cursor) take(next);
  };
  const sync: JobClient['sync'] = () => {
    if (syncing) {
      again = true;
      return syncing;
    }
    syncing = (async () => {
      try {
        do {
          again = false;
          await fetchNews();
        } while (again);
      } finally {
        syncing = null;
      }
    })();
    return syncing;
  };

  const follow: JobClient['follow'] = (outbox) => {
    let seen: readonly unknown[] = [];
    const look = () => {
      const { waiting } = outbox.state();
      if (waiting === seen) return;
      seen = waiting;
      const mine = waiting.filter((w) => w.entry.job === pack.id);
      const here = new Set(mine.map((w) => w.id));
      const inPack = new Set(pack.events.map((e) => e.id));
      const gone = local.filter((e) => !here.has(e.id));
      // Held entries stand in nothing; the others are the server’s now, and shown until its next news has them.
      const stays = gone.filter((e) => outbox.answerTo(e.id)?.outcome !== 'held' && !inPack.has(e.id));
      const before = new Map(local.map((e) => [e.id, e]));
      const next = [
        ...stays,
        ...mine
          .filter((w) => !inPack.has(w.id))
          .map((w) => before.get(w.id) ?? unplaced(w.entry, role(w.mark))),
      ];
      const same = next.length === local.length && next.every((e, i) => e.id === local[i]?.id);
      local = next;
      if (!same) changed();
      if (gone.length > 0) void sync();
    };
    look();
    // A page may have been read while an entry of its last self was on the way: it is in neither pack nor outbox then.
    void sync();
    return outbox.subscribe(look);
  };

  return {
    state: () => (state ??= read()),
    subscribe: (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    told: () => pack,
    sync,
    take,
    lend: (rows) => {
      lent = rows;
      changed();
    },
    follow,
  };
}
