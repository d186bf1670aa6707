import { LRUCache } from 'lru-cache';

/**
 * A memory of this process, one for each database, so that two shops' servers in one process (tests) share nothing.
 * @param max entries that are kept, the least used goes first
 */
export function kept<V extends object>(max: number): (db: object) => LRUCache<string, V> {
  const caches = new WeakMap<object, LRUCache<string, V>>();
  return (db) => {
    const cache = caches.get(db) ?? new LRUCache<string, V>({ max });
    caches.set(db, cache);
    return cache;
  };
}
