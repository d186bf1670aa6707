import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { DevicePerson, HeldEntry, JobPack } from '@/core/job';
import type { PinKept } from './pin';

/** A job as it is on this device. */
export interface PackHere {
  readonly id: string;
  readonly shop: string;
  readonly pack: JobPack;
  readonly startsAt: string | null;
  /** When the server was heard of it last. */
  readonly takenAt: string;
}

/** A picture on this device: one that no server has yet, or one that is kept here to be seen without a network. */
export interface PhotoHere {
  readonly id: string;
  readonly shop: string;
  readonly bytes: ArrayBuffer;
  readonly takenAt: string;
  /** Code of why the server did not take it; null: it has not been asked, or did not answer. */
  readonly notTaken: string | null;
  /** The server has it. */
  readonly sent?: true;
}

/** Whether a picture still has to be sent. */
export const isWaiting = (p: PhotoHere): boolean => p.sent !== true;

interface Stores extends DBSchema {
  photos: { key: string; value: PhotoHere };
  packs: { key: string; value: PackHere };
  notes: { key: string; value: { readonly key: string; readonly value: unknown } };
}

/** What a device has of its shop, to be read without a network. */
export interface BayStore {
  readonly me: () => Promise<DevicePerson | null>;
  readonly setMe: (me: DevicePerson) => Promise<void>;
  /** Who is signed in here, as it was heard last. */
  readonly signedIn: () => Promise<DevicePerson | null>;
  readonly setSignedIn: (person: DevicePerson) => Promise<void>;
  /** PINs of people at this device, by user id. */
  readonly pins: () => Promise<Readonly<Record<string, PinKept>>>;
  readonly setPin: (user: string, pin: PinKept | null) => Promise<void>;
  /** Everybody who may work here, as it was heard last. */
  readonly people: () => Promise<readonly DevicePerson[]>;
  readonly setPeople: (people: readonly DevicePerson[]) => Promise<void>;
  readonly packs: (shop: string) => Promise<readonly PackHere[]>;
  readonly put: (row: PackHere) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
  readonly photos: (shop: string) => Promise<readonly PhotoHere[]>;
  readonly photo: (id: string) => Promise<PhotoHere | null>;
  /** Entries that the server holds back, as it was heard last. */
  readonly held: () => Promise<readonly HeldEntry[]>;
  readonly setHeld: (held: readonly HeldEntry[]) => Promise<void>;
  /** On the disk before it is answered. */
  readonly putPhoto: (photo: PhotoHere) => Promise<void>;
  readonly removePhoto: (id: string) => Promise<void>;
  /** Forgets the jobs and who was here; pictures that wait stay until they are sent. */
  readonly clear: () => Promise<void>;
  readonly close: () => void;
}

const NAME = 'yonder-bay';
const VERSION = 1;

/** Opens what this device has taken along. */
export async function openBayStore(name = NAME): Promise<BayStore> {
  const db: IDBPDatabase<Stores> = await openDB<Stores>(name, VERSION, {
    upgrade(d) {
      d.createObjectStore('packs', { keyPath: 'id' });
      d.createObjectStore('photos', { keyPath: 'id' });
      d.createObjectStore('notes', { keyPath: 'key' });
    },
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  });
  return {
    me: async () => ((await db.get('notes', 'me'))?.value as DevicePerson | undefined) ?? null,
    setMe: async (me) => {
      await db.put('notes', { key: 'me', value: me });
    },
    signedIn: async () => ((await db.get('notes', 'signed-in'))?.value as DevicePerson | undefined) ?? null,
    setSignedIn: async (person) => {
      await db.put('notes', { key: 'signed-in', value: person });
    },
    pins: async () => ((await db.get('notes', 'pins'))?.value as Readonly<Record<string, PinKept>>) ?? {},
    setPin: async (user, pin) => {
      const tx = db.transaction('notes', 'readwrite');
      const known = ((await tx.store.get('pins'))?.value ?? {}) as Readonly<Record<string, PinKept>>;
      const { [user]: _gone, ...others } = known;
      await tx.store.put({ key: 'pins', value: pin ? { ...others, [user]: pin } : others });
      await tx.done;
    },
    people: async () => ((await db.get('notes', 'people'))?.value as readonly DevicePerson[]) ?? [],
    setPeople: async (people) => {
      await db.put('notes', { key: 'people', value: people });
    },
    packs: async (shop) => (await db.getAll('packs')).filter((p) => p.shop === shop),
    put: async (row) => {
      await db.put('packs', row);
    },
    remove: (id) => db.delete('packs', id),
    photos: async (shop) => (await db.getAll('photos')).filter((p) => p.shop === shop),
    photo: async (id) => (await db.get('photos', id)) ?? null,
    held: async () => ((await db.get('notes', 'held'))?.value as readonly HeldEntry[]) ?? [],
    setHeld: async (held) => {
      await db.put('notes', { key: 'held', value: held });
    },
    putPhoto: async (photo) => {
      const tx = db.transaction('photos', 'readwrite', { durability: 'strict' });
      await tx.store.put(photo);
      await tx.done;
    },
    removePhoto: (id) => db.delete('photos', id),
    clear: async () => {
      await db.clear('packs');
      for (const p of await db.getAll('photos')) if (!isWaiting(p)) await db.delete('photos', p.id);
      await db.clear('notes');
    },
    close: () => db.close(),
  };
}
