import type { DevicePerson, JobPack, TakenList } from '@/core/job';
import type { BayStore, PackHere } from './bayStore';

/** What a device at the vehicle knows. */
export interface BayState {
  readonly kind: 'opening' | 'ready';
  /** null: nobody has used this device for a shop yet. */
  readonly me: DevicePerson | null;
  readonly jobs: readonly PackHere[];
  /** The server said that nobody is signed in here. */
  readonly signedOut: boolean;
  /** The server does not answer. */
  readonly silent: boolean;
  readonly asking: boolean;
  /** When the list was heard last; null: not since this start. */
  readonly heardAt: string | null;
  /** The store of the browser would not take a job; what is here stands. */
  readonly full: boolean;
  /** Pictures that wait to be sent. */
  readonly photos: number;
}

/** The jobs that a device takes along, read from its own store first. */
export interface Bay {
  readonly state: () => BayState;
  readonly subscribe: (listen: () => void) => () => void;
  /** Asks the server what to take along, and fetches what is older here. */
  readonly refresh: () => Promise<void>;
  /** Keeps a job as it is here now, and one that was opened besides. */
  readonly keep: (pack: JobPack) => Promise<void>;
  /** Keeps a picture on the disk of this device and sends it when it can be. @returns false: there is no room for it */
  readonly keepPhoto: (id: string, bytes: ArrayBuffer) => Promise<boolean>;
  readonly close: () => void;
}

/** The world around it. */
export interface BayPort {
  readonly store: BayStore;
  readonly fetch: typeof globalThis.fetch;
  readonly now: () => string;
  /** Jobs of which entries wait to be sent: they stay here, whatever the list says. */
  readonly waiting: () => ReadonlySet<string>;
}

const SILENT_MS = 15_000;

/** Opens what is here, at once and without the server. */
export async function openBay(port: BayPort): Promise<Bay> {
  const { store } = port;
  const listeners = new Set<() => void>();
  const me = await store.me();
  let state: BayState = {
    kind: 'ready',
    me,
    jobs: me ? inOrder(await store.packs(me.shop)) : [],
    signedOut: false,
    silent: false,
    asking: false,
    heardAt: null,
    full: false,
    photos: me ? (await store.photos(me.shop)).length : 0,
  };
  const set = (part: Partial<BayState>) => {
    state = { ...state, ...part };
    for (const l of listeners) l();
  };
  const get = async <T>(path: string): Promise<{ readonly status: number; readonly body: T | null }> => {
    try {
      const answer = await port.fetch(path, { signal: AbortSignal.timeout(SILENT_MS), redirect: 'error' });
      return { status: answer.status, body: answer.ok ? ((await answer.json()) as T) : null };
    } catch {
      return { status: 0, body: null };
    }
  };
  const putRow = async (row: PackHere): Promise<boolean> => {
    try {
      await store.put(row);
      return true;
    } catch {
      // No room: said before anything is lost, for nothing here is taken away for it.
      set({ full: true });
      return false;
    }
  };

  const take = async (list: TakenList) => {
    await store.setMe(list.me);
    const here = new Map((await store.packs(list.me.shop)).map((p) => [p.id, p]));
    const listed = new Set(list.jobs.map((j) => j.id));
    const waits = port.waiting();
    for (const [id] of here) if (!listed.has(id) && !waits.has(id)) await store.remove(id);
    const show = async () => set({ me: list.me, jobs: inOrder(await store.packs(list.me.shop)) });
    await show();
    for (const j of list.jobs) {
      const known = here.get(j.id);
      const fresh =
        known &&
        known.pack.cursor >= j.cursor &&
        known.pack.shelf === j.shelf &&
        known.pack.vehicle.version === j.vehicle;
      if (fresh) {
        await putRow({ ...known, startsAt: j.startsAt, takenAt: list.now });
        continue;
      }
      const { body } = await get<JobPack>(`/api/jobs/${j.id}/pack`);
      if (!body) continue;
      await putRow({ id: j.id, shop: list.me.shop, pack: body, startsAt: j.startsAt, takenAt: list.now });
      await show();
    }
    set({ heardAt: list.now });
    await show();
  };

  /** One after another, each under its hash: sent twice it is there once. */
  const sendPhotos = async () => {
    const { me: person } = state;
    if (!person) return;
    for (const p of await store.photos(person.shop)) {
      if (p.notTaken !== null) continue;
      let status = 0;
      let code = '';
      try {
        const answer = await port.fetch(`/api/photos?id=${p.id}`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: p.bytes,
        });
        status = answer.status;
        if (!answer.ok) code = ((await answer.json().catch(() => ({}))) as { code?: string }).code ?? '';
      } catch {
        break;
      }
      if (status >= 500 || status === 401 || status === 429) break;
      if (status >= 400) await store.putPhoto({ ...p, notTaken: code || `status-${status}` });
      else await store.removePhoto(p.id);
      set({ photos: (await store.photos(person.shop)).length });
    }
  };

  let asking: Promise<void> | null = null;
  const refresh: Bay['refresh'] = () =>
    (asking ??= (async () => {
      set({ asking: true });
      try {
        const { status, body } = await get<TakenList>('/api/bay');
        set({ silent: status === 0 || status >= 500, signedOut: status === 401 });
        if (body) await take(body);
        if (body) await sendPhotos();
      } finally {
        asking = null;
        set({ asking: false });
      }
    })());

  return {
    state: () => state,
    subscribe: (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    refresh,
    keep: async (pack) => {
      const { me: person } = state;
      if (!person) return;
      const known = state.jobs.find((j) => j.id === pack.id);
      const row: PackHere = {
        id: pack.id,
        shop: person.shop,
        pack,
        startsAt: known?.startsAt ?? null,
        takenAt: known?.takenAt ?? port.now(),
      };
      if (await putRow(row)) set({ jobs: inOrder([...state.jobs.filter((j) => j.id !== pack.id), row]) });
    },
    keepPhoto: async (id, bytes) => {
      const { me: person } = state;
      if (!person) return false;
      try {
        await store.putPhoto({ id, shop: person.shop, bytes, takenAt: port.now(), notTaken: null });
      } catch {
        set({ full: true });
        return false;
      }
      set({ photos: (await store.photos(person.shop)).length });
      void sendPhotos();
      return true;
    },
    close: () => {
      listeners.clear();
      store.close();
    },
  };
}

/** Booked ones first, in their time; then the newest. */
const inOrder = (jobs: readonly PackHere[]): readonly PackHere[] =>
  [...jobs].sort((a, b) => {
    if (a.startsAt !== b.startsAt) {
      if (a.startsAt === null) return 1;
      if (b.startsAt === null) return -1;
      return a.startsAt < b.startsAt ? -1 : 1;
    }
    return b.pack.number - a.pack.number;
  });
