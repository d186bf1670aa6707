import type { DevicePerson, HeldEntry, JobPack, LeadMark, TakenList } from '@/core/job';
import { type BayStore, isWaiting, type PackHere, type PhotoHere } from './bayStore';
import { openPhotos } from './photosHere';
import { isPin, keptPin, pinFits } from './pin';

/** What a device at the vehicle knows. */
export interface BayState {
  readonly kind: 'opening' | 'ready';
  /** Who is at the vehicle; null: nobody has used this device for a shop yet. */
  readonly me: DevicePerson | null;
  /** Who is signed in here, as it was heard last; null: it never was. */
  readonly signedIn: DevicePerson | null;
  /** Their password was given here a short while ago, and they are a lead. */
  readonly lead: LeadMark | null;
  /** Everybody whose entries are taken from this device. */
  readonly people: readonly DevicePerson[];
  /** Of them who has a PIN here. */
  readonly pins: ReadonlySet<string>;
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
  /** Of them those that the server would not have, each with the code of why. */
  readonly photosRefused: readonly { readonly id: string; readonly takenAt: string; readonly code: string }[];
  /** The browser has promised to keep what is here; false: it may clear it when room gets short. null: not asked yet. */
  readonly lasting: boolean | null;
  /** Entries that the server holds back of who works here, as it was heard last. */
  readonly held: readonly HeldEntry[];
}

/** The jobs that a device takes along, read from its own store first. */
export interface Bay {
  readonly state: () => BayState;
  readonly subscribe: (listen: () => void) => () => void;
  /** Asks the server what to take along, and fetches what is older here. */
  readonly refresh: () => Promise<void>;
  /**
   * Somebody else is at the vehicle, also without a network. Who has no PIN here chooses one by it.
   * @returns false: another PIN, or none that could be one
   */
  readonly switchTo: (user: string, pin: string) => Promise<boolean>;
  /** Lets another person work here, by name and password. @returns code of what stands in the way; null: nothing */
  readonly join: (username: string, password: string, pin: string) => Promise<string | null>;
  /** Ends somebody's work here. @returns code of what stands in the way; null: nothing */
  readonly end: (user: string) => Promise<string | null>;
  /** Keeps a job as it is here now, and one that was opened besides. */
  readonly keep: (pack: JobPack) => Promise<void>;
  /** Keeps a picture on the disk of this device and sends it when it can be. @returns false: there is no room for it */
  readonly keepPhoto: (id: string, bytes: ArrayBuffer) => Promise<boolean>;
  /** Sends what waits of the pictures, also what was refused before. */
  readonly sendPhotos: () => Promise<void>;
  /** A picture as it is on this device, whether it is sent or not; null: it is not here. */
  readonly photo: (id: string) => Promise<Blob | null>;
  readonly close: () => void;
}

/** The world around it. */
export interface BayPort {
  readonly store: BayStore;
  readonly fetch: typeof globalThis.fetch;
  readonly now: () => string;
  /** Jobs of which entries wait to be sent: they stay here, whatever the list says. */
  readonly waiting: () => ReadonlySet<string>;
  /** Asks the browser to keep what is here. @returns whether it will; null: it does not say */
  readonly stay: () => Promise<boolean | null>;
}

const SILENT_MS = 15_000;

/** Opens what is here, at once and without the server. */
export async function openBay(port: BayPort): Promise<Bay> {
  const { store } = port;
  const listeners = new Set<() => void>();
  const me = await store.me();
  /** This start has told the server that the device is worked on. */
  let claimed = false;
  let state: BayState = {
    kind: 'ready',
    me,
    signedIn: await store.signedIn(),
    lead: null,
    people: me ? await store.people() : [],
    pins: new Set(Object.keys(await store.pins())),
    jobs: me ? inOrder(await store.packs(me.shop)) : [],
    signedOut: false,
    silent: false,
    asking: false,
    heardAt: null,
    full: false,
    ...waitingOf(me ? await store.photos(me.shop) : []),
    lasting: null,
    held: me ? await store.held() : [],
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
    await people(list);
    set({ lead: list.lead ?? null });
    const here = new Map((await store.packs(list.me.shop)).map((p) => [p.id, p]));
    const listed = new Set(list.jobs.map((j) => j.id));
    const waits = port.waiting();
    for (const [id] of here) if (!listed.has(id) && !waits.has(id)) await store.remove(id);
    const show = async () => set({ jobs: inOrder(await store.packs(list.me.shop)) });
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
    await store.setHeld(list.held ?? []);
    set({ heardAt: list.now, held: list.held ?? [] });
    await show();
    await photosHere.take(list.me.shop, await store.packs(list.me.shop));
  };

  const send = async (path: string, body: object) => {
    try {
      const answer = await port.fetch(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
        signal: AbortSignal.timeout(SILENT_MS),
      });
      const said = (await answer.json().catch(() => ({}))) as { code?: string };
      return answer.ok ? { said, code: null } : { said, code: said.code ?? `status-${answer.status}` };
    } catch {
      return { said: {}, code: 'no-answer' };
    }
  };

  /** Who is here: whoever was at the vehicle stays, as long as they may work here. */
  const people = async (list: Pick<TakenList, 'me' | 'people'>) => {
    const all = list.people.some((p) => p.user === list.me.user) ? list.people : [list.me, ...list.people];
    const who = all.find((p) => p.user === state.me?.user && p.shop === state.me.shop) ?? list.me;
    await store.setPeople(all);
    await store.setMe(who);
    await store.setSignedIn(list.me);
    set({ me: who, people: all, signedIn: list.me });
  };
  const claim = async (me: DevicePerson) => {
    if (claimed) return;
    claimed = true;
    const { said, code } = await send('/api/device', {});
    if (code === null && 'people' in said)
      await people({ me, people: said.people as readonly DevicePerson[] });
    else claimed = false;
  };
  const setPin = async (user: string, pin: string) => {
    await store.setPin(user, await keptPin(pin));
    set({ pins: new Set(Object.keys(await store.pins())) });
  };

  const photosHere = openPhotos(store, port.fetch, port.now);
  const countPhotos = async (shop: string) => set(waitingOf(await store.photos(shop)));
  let sending: Promise<void> = Promise.resolve();
  // One after another: what is kept while others are sent goes in the next turn.
  const sendPhotos = (again = false) =>
    (sending = sending.then(async () => {
      if (state.me) await photosHere.send(state.me.shop, again, countPhotos);
    }));

  void port.stay().then((lasting) => set({ lasting }));

  let asking: Promise<void> | null = null;
  const refresh: Bay['refresh'] = () =>
    (asking ??= (async () => {
      set({ asking: true });
      try {
        const { status, body } = await get<TakenList>('/api/bay');
        set({ silent: status === 0 || status >= 500, signedOut: status === 401 });
        if (body) await take(body);
        if (body) await claim(body.me);
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
    switchTo: async (user, pin) => {
      const who = state.people.find((p) => p.user === user);
      if (!who || !isPin(pin)) return false;
      const kept = (await store.pins())[user];
      if (kept && !(await pinFits(pin, kept))) return false;
      if (!kept) await setPin(user, pin);
      await store.setMe(who);
      set({ me: who });
      return true;
    },
    join: async (username, password, pin) => {
      if (!isPin(pin)) return 'pin-malformed';
      // The device has to be known there before anybody joins it.
      if (state.signedIn) await claim(state.signedIn);
      const { said, code } = await send('/api/device/people', { username, password });
      if (code !== null) return code;
      if ('joined' in said && typeof said.joined === 'string') await setPin(said.joined, pin);
      await refresh();
      return null;
    },
    end: async (user) => {
      const { code } = await send('/api/device/end', { user });
      if (code !== null) return code;
      await store.setPin(user, null);
      const left = state.people.filter((p) => p.user !== user);
      await store.setPeople(left);
      const who = state.me?.user === user ? (left[0] ?? null) : state.me;
      if (who) await store.setMe(who);
      set({ people: left, me: who ?? state.me, pins: new Set(Object.keys(await store.pins())) });
      return null;
    },
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
      await countPhotos(person.shop);
      void sendPhotos();
      return true;
    },
    sendPhotos: () => sendPhotos(true),
    photo: photosHere.picture,
    close: () => {
      listeners.clear();
      store.close();
    },
  };
}

const waitingOf = (photos: readonly PhotoHere[]): Pick<BayState, 'photos' | 'photosRefused'> => {
  const waiting = photos.filter(isWaiting);
  return {
    photos: waiting.length,
    photosRefused: waiting.flatMap(({ id, takenAt, notTaken }) =>
      notTaken === null ? [] : [{ id, takenAt, code: notTaken }],
    ),
  };
};

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
