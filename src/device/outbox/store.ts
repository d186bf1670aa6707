import Dexie, { type EntityTable } from 'dexie';
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
  /** Code of why the server did not take it; null: it has not been asked, or did not answer. */
  readonly notTaken: string | null;
}

interface Note {
  readonly key: string;
  readonly value: string | number;
}

/** What this device keeps of its own. */
export type DeviceStore = Dexie & {
  waiting: EntityTable<Waiting, 'place'>;
  notes: EntityTable<Note, 'key'>;
};

/**
 * Opens the device's store. Durability is strict: a write that was answered is on the disk, not in a cache of the
 * operating system.
 */
export function openStore(
  name = 'yonder-bolt',
  options: ConstructorParameters<typeof Dexie>[1] = {},
): DeviceStore {
  const store = new Dexie(name, { chromeTransactionDurability: 'strict', ...options }) as DeviceStore;
  store.version(1).stores({ waiting: '++place, &id, [shop+user]', notes: '&key' });
  return store;
}

/** A note of the store, or what is made where there is none. */
export async function noteOf<V extends string | number>(
  store: DeviceStore,
  key: string,
  make: () => V,
): Promise<V> {
  const found = await store.notes.get(key);
  if (found) return found.value as V;
  const value = make();
  await store.notes.put({ key, value });
  return value;
}
