import { type DBSchema, type IDBPDatabase, type IDBPObjectStore, openDB } from 'idb';
import type { AnyEvent } from '@/core/job';

/** An entry on this device that no server has answered for. It leaves by *kept*, *known* or *held*, and by nothing else. */
export interface Waiting {
  /** Order of writing on this device. */
  readonly place: number;
  readonly id: string;
  readonly shop: string;
  readonly user: string;
  /** The author's name, to be called by while somebody else is signed in. */
  readonly name: string;
  readonly entry: AnyEvent;
  readonly writtenAt: string;
  /** Who was signed in when it was written, by id; absent: written by the program of before. */
  readonly under?: string;
  /** The mark of a lead's password that was fresh then; absent: none was. */
  readonly mark?: string;
  /** Code of why the server did not take it; null: it has not been asked, or did not answer. */
  readonly notTaken: string | null;
}

interface Note {
  readonly key: string;
  readonly value: string | number;
}

interface Stores extends DBSchema {
  waiting: { key: number; value: Waiting; indexes: { id: string; '[shop+user]': [string, string] } };
  notes: { key: string; value: Note };
}

/** What this device keeps of its own. */
export type DeviceStore = IDBPDatabase<Stores>;

/** The notes within a change. */
export type Notes = IDBPObjectStore<Stores, ['waiting', 'notes'] | ['notes'], 'notes', 'readwrite'>;

/** Ten: devices of before counted in tens, and open as they are. */
const VERSION = 10;

/** Opens the device's store. */
export const openStore = (name = 'yonder-bolt'): Promise<DeviceStore> =>
  openDB<Stores>(name, VERSION, {
    upgrade(db) {
      const waiting = db.createObjectStore('waiting', { keyPath: 'place', autoIncrement: true });
      waiting.createIndex('id', 'id', { unique: true });
      waiting.createIndex('[shop+user]', ['shop', 'user']);
      db.createObjectStore('notes', { keyPath: 'key' });
    },
    // A newer page waits for this one to let go; what is written here from then on is said not to be written.
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  });

/**
 * A change of the store, whole or not at all. Durability is strict: what was answered is on the disk, not in a cache of
 * the operating system.
 * @param work may wait for the store and for nothing else, or the change is closed under it
 */
export async function change<N extends ('waiting' | 'notes')[], R>(
  store: DeviceStore,
  names: N,
  work: (at: {
    [K in N[number]]: IDBPObjectStore<Stores, N, K, 'readwrite'>;
  }) => Promise<R>,
): Promise<R> {
  const tx = store.transaction(names, 'readwrite', { durability: 'strict' });
  const at = Object.fromEntries(names.map((n) => [n, tx.objectStore(n)]));
  try {
    const result = await work(at as unknown as Parameters<typeof work>[0]);
    await tx.done;
    return result;
  } catch (fault) {
    // Where the store closed it by itself there is nothing left to close.
    await Promise.resolve()
      .then(() => tx.abort())
      .catch(() => undefined);
    await tx.done.catch(() => undefined);
    throw fault;
  }
}

/** A note, or what is made where there is none. */
export async function noteOf<V extends string | number>(
  notes: Notes,
  key: string,
  make: () => V,
): Promise<V> {
  const found = await notes.get(key);
  if (found) return found.value as V;
  const value = make();
  await notes.put({ key, value });
  return value;
}
