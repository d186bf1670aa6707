import { v7 as uuidv7 } from 'uuid';
import { type AnyEvent, type BodyOf, type EventType, hybridNow, type LeadMark } from '@/core/job';
import { type Answer, post, type Posted } from './post';
import { change, type DeviceStore, noteOf, type Notes, type Waiting } from './store';

/** The world around an outbox: one in the browser, another in tests. */
export interface OutboxPort {
  readonly store: Promise<DeviceStore>;
  readonly fetch: typeof globalThis.fetch;
  readonly nowMs: () => number;
  /** Runs work while no other tab of this device does the like. */
  readonly alone: (work: () => Promise<void>) => Promise<void>;
  /** Tells the other tabs of this device, and hears them. */
  readonly channel: {
    readonly tell: (answers: readonly Answer[]) => void;
    readonly hear: (listen: (answers: readonly Answer[]) => void) => () => void;
  };
  /** Calls back after a time; the answer takes it back. */
  readonly later: (ms: number, work: () => void) => () => void;
}

/** Who writes, and where. */
export interface Me {
  readonly user: string;
  readonly name: string;
  readonly shop: string;
  /** Others whose entries are taken from this device as well, whoever of them is signed in. */
  readonly others?: readonly string[];
  /** Who is signed in, where that is another; null: it is not known. Absent: who writes. */
  readonly signedIn?: string | null;
}

/** What waits, and whether anybody answers. */
export interface OutboxState {
  /** Everything that waits on this device, oldest first, whoever wrote it. */
  readonly waiting: readonly Waiting[];
  readonly sending: boolean;
  /** Since when the server has not answered, ms of this device; null: it does. */
  readonly silentSinceMs: number | null;
  /** The server knows nobody at this device. */
  readonly signedOut: boolean;
  /** How many entries were answered with *held* since this page is open: whoever lists those asks anew. */
  readonly heldCount: number;
  /** A lead's password was given here a short while ago: what is written now counts as a lead's. */
  readonly lead: LeadMark | null;
}

/** What a person says, before it is an entry. */
export interface Saying {
  readonly type: EventType;
  /** Version of the body’s form. */
  readonly v: number;
  readonly body: BodyOf<EventType>;
}

/** The entries of this device on their way to the server. */
export interface Outbox {
  readonly state: () => OutboxState;
  readonly subscribe: (listen: () => void) => () => void;
  /** Writes entries of one job; once it is answered they are on the disk. */
  readonly write: (
    job: string,
    seenAt: string | null,
    sayings: readonly Saying[],
  ) => Promise<readonly AnyEvent[]>;
  /** A lead gave their password, or did before this page; null: nobody has, or it is over. */
  readonly prove: (lead: LeadMark | null) => void;
  /** Whether what is written now counts as a lead's. */
  readonly isProven: () => boolean;
  /** Sends what waits, as far as it is of who is signed in. `again`: also what the server would not take before. */
  readonly send: (again?: boolean) => Promise<void>;
  /** What the server said of an entry; null while it waits. */
  readonly answerTo: (id: string) => Answer | null;
  /** Identity and clock for a request that is no entry. */
  readonly envelope: (seenAt: string | null) => Promise<Pick<AnyEvent, 'id' | 'at' | 'device' | 'deviceSeq'>>;
  /** The server's clock, as it was just read: a device that is wrong writes right times all the same. */
  readonly setClock: (serverNow: string) => Promise<void>;
  readonly close: () => void;
}

/** Entries and UTF-16 code units in one batch. */
const BATCH = { entries: 200, length: 300_000 } as const;
/** Waiting between tries while the server is silent, ms. */
const WAIT_MS = [1000, 2000, 5000, 15_000, 60_000] as const;
/** Answers that are remembered for whoever asks. */
const ANSWERS_KEPT = 2000;

/** Opens the outbox of this device for who is signed in. */
export async function openOutbox(port: OutboxPort, me: Me | null): Promise<Outbox> {
  const store = await port.store;
  const answers = new Map<string, Answer>();
  const listeners = new Set<() => void>();
  let state: OutboxState = {
    waiting: [],
    sending: false,
    silentSinceMs: null,
    signedOut: false,
    heldCount: 0,
    lead: null,
  };
  /** How far this device's clock is behind the server's, as it was read last. */
  let clockOffMs = 0;
  let tries = 0;
  let writes = 0;
  let cancel: () => void = () => undefined;
  let closed = false;

  const set = (change: Partial<OutboxState>) => {
    state = { ...state, ...change };
    for (const l of listeners) l();
  };
  const refresh = async (): Promise<void> => {
    if (closed) return;
    const before = writes;
    const waiting = await store.getAll('waiting');
    // What was written meanwhile may not be in what was read.
    if (writes !== before) return refresh();
    set({ waiting });
  };
  const remember = (list: readonly Answer[]) => {
    for (const a of list) answers.set(a.id, a);
    for (const id of [...answers.keys()].slice(0, Math.max(0, answers.size - ANSWERS_KEPT)))
      answers.delete(id);
  };
  const unhear = port.channel.hear((list) => {
    remember(list);
    void refresh();
  });

  const stamp = async (notes: Notes, job: string | null, seenAt: string | null) => {
    const key = `last-at ${job ?? ''}`;
    const [device, seq, off, last] = await Promise.all([
      noteOf(notes, 'device', () => uuidv7()),
      noteOf(notes, 'seq', () => 0),
      noteOf(notes, 'clock-off-ms', () => 0),
      noteOf(notes, key, () => ''),
    ]);
    const deviceSeq = seq + 1;
    // What is written later here is later in the job’s history, whichever tab wrote. A clock for each job: one job that
    // a wrong clock has put ahead takes no other with it.
    const seen = seenAt !== null && seenAt > last ? seenAt : last === '' ? null : last;
    const at = hybridNow(port.nowMs() + off, seen);
    await Promise.all([notes.put({ key: 'seq', value: deviceSeq }), notes.put({ key, value: at })]);
    return { id: uuidv7(), at, device, deviceSeq };
  };

  const signedIn = me === null ? null : me.signedIn === undefined ? me.user : me.signedIn;
  const isProven: Outbox['isProven'] = () =>
    state.lead !== null && me?.user === signedIn && port.nowMs() + clockOffMs < state.lead.endsMs;

  const write: Outbox['write'] = async (job, seenAt, sayings) => {
    if (!me) throw new Error('Nobody is signed in');
    const rows = await change(store, ['waiting', 'notes'], async ({ waiting, notes }) => {
      const made: Waiting[] = [];
      for (const { type, v, body } of sayings) {
        const entry = {
          ...(await stamp(notes, job, seenAt)),
          job,
          type,
          v,
          user: me.user,
          body,
        } as AnyEvent;
        const row = {
          id: entry.id,
          shop: me.shop,
          user: me.user,
          name: me.name,
          entry,
          writtenAt: new Date(port.nowMs()).toISOString(),
          notTaken: null,
          ...(signedIn === null ? {} : { under: signedIn }),
          ...(isProven() && state.lead ? { mark: state.lead.mark } : {}),
        };
        // The store gives the place.
        made.push({ ...row, place: await waiting.add(row as Waiting) });
      }
      return made;
    });
    writes += 1;
    // Shown at once, without reading the disk again.
    set({ waiting: [...state.waiting, ...rows] });
    return rows.map((r) => r.entry);
  };

  /** Sends one batch and settles what was answered. @returns whether to go on with the next */
  const sendBatch = async (batch: readonly Waiting[]): Promise<boolean> => {
    const mark = (await store.get('notes', 'lead-mark'))?.value ?? '';
    const posted: Posted = await post(
      port.fetch,
      batch.map((w) => w.entry),
      {
        under: Object.fromEntries(batch.flatMap((w) => (w.under === undefined ? [] : [[w.id, w.under]]))),
        unproven: batch.flatMap((w) => (mark !== '' && w.mark === mark ? [] : [w.id])),
        clock: Math.round(port.nowMs()),
      },
    );
    if (posted.kind === 'no-answer') {
      set({ silentSinceMs: state.silentSinceMs ?? port.nowMs() });
      return false;
    }
    set({ silentSinceMs: null, signedOut: posted.kind === 'signed-out' });
    if (posted.kind === 'signed-out') return false;
    if (posted.kind === 'refused') {
      // One entry may spoil the batch: halves find it, and the others go.
      const half = Math.ceil(batch.length / 2);
      if (batch.length > 1) return (await sendBatch(batch.slice(0, half))) && sendBatch(batch.slice(half));
      await settle(
        batch.map((w) => ({ id: w.id, outcome: 'not-taken', code: `status-${posted.status}` })),
        batch,
      );
      return true;
    }
    if (posted.now !== null) await setClock(posted.now);
    await settle(posted.answers, batch);
    const answered = new Set(posted.answers.map((a) => a.id));
    if (batch.every((w) => answered.has(w.id))) return true;
    // Of these nothing was said that is understood here: they wait, and are sent again later, as if nobody had answered.
    set({ silentSinceMs: state.silentSinceMs ?? port.nowMs() });
    return false;
  };

  const settle = async (given: readonly Answer[], batch: readonly Waiting[]) => {
    const byId = new Map(batch.map((w) => [w.id, w]));
    const mine = given.filter((a) => byId.has(a.id));
    await change(store, ['waiting'], async ({ waiting }) => {
      const remark = async (place: number, notTaken: string | null) => {
        const row = await waiting.get(place);
        if (row) await waiting.put({ ...row, notTaken });
      };
      for (const a of mine) {
        const place = byId.get(a.id)?.place;
        if (place === undefined) continue;
        if (a.outcome === 'not-taken')
          // Written by somebody else than is signed in: it waits for its author, and nothing is wrong with it.
          await remark(place, a.code === 'other-author' ? null : (a.code ?? 'other'));
        else await waiting.delete(place);
      }
    });
    remember(mine);
    const held = mine.filter((a) => a.outcome === 'held').length;
    if (held > 0) set({ heldCount: state.heldCount + held });
    port.channel.tell(mine);
    await refresh();
  };

  const send: Outbox['send'] = async (again = false) => {
    if (!me || closed) return;
    cancel();
    await port.alone(async () => {
      if (closed) return;
      set({ sending: true });
      try {
        let from = -1;
        for (;;) {
          const authors = [me.user, ...(me.others ?? [])];
          const lots = await Promise.all(
            authors.map((user) => store.getAllFromIndex('waiting', '[shop+user]', [me.shop, user])),
          );
          const rows = lots.flat().sort((a, b) => a.place - b.place);
          const batch = fill(rows.filter((w) => w.place > from && (again || w.notTaken === null)));
          if (batch.length === 0 || !(await sendBatch(batch))) break;
          from = batch.at(-1)?.place ?? from;
        }
      } finally {
        set({ sending: false });
        await refresh();
      }
    });
    if (state.silentSinceMs === null) tries = 0;
    else {
      const wait = WAIT_MS[Math.min(tries, WAIT_MS.length - 1)] ?? 60_000;
      tries += 1;
      cancel = port.later(wait, () => void send());
    }
  };

  const setClock: Outbox['setClock'] = async (serverNow) => {
    const off = Date.parse(serverNow) - port.nowMs();
    // Less than the line takes is no error of the clock.
    if (Number.isFinite(off)) clockOffMs = Math.abs(off) < 5000 ? 0 : off;
    if (Number.isFinite(off))
      await change(store, ['notes'], async ({ notes }) => {
        await notes.put({ key: 'clock-off-ms', value: Math.abs(off) < 5000 ? 0 : off });
      });
  };

  await refresh();
  return {
    state: () => state,
    subscribe: (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    write,
    prove: (lead) => {
      if (lead?.mark === state.lead?.mark && lead?.endsMs === state.lead?.endsMs) return;
      set({ lead });
      // Any tab may send what this one writes.
      void change(store, ['notes'], async ({ notes }) => {
        await notes.put({ key: 'lead-mark', value: lead?.mark ?? '' });
      }).catch(() => undefined);
    },
    isProven,
    send,
    answerTo: (id) => answers.get(id) ?? null,
    envelope: (seenAt) => change(store, ['notes'], ({ notes }) => stamp(notes, null, seenAt)),
    setClock,
    close: () => {
      closed = true;
      cancel();
      unhear();
      listeners.clear();
    },
  };
}

/** The first entries that go into one batch. */
function fill(rows: readonly Waiting[]): readonly Waiting[] {
  const batch: Waiting[] = [];
  let length = 0;
  for (const row of rows) {
    length += JSON.stringify(row.entry).length;
    if (batch.length > 0 && (batch.length >= BATCH.entries || length > BATCH.length)) break;
    batch.push(row);
  }
  return batch;
}
