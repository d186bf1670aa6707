import { LRUCache } from 'lru-cache';

/** The framework loads a module once for its pages and once for its routes: what is kept is kept in one place for both. */
const HELD = Symbol.for('yonder-bolt.kept');
type Caches = WeakMap<object, LRUCache<string, object>>;
const held = globalThis as { [HELD]?: Map<string, Caches> };

/**
 * A memory of this process, one for each database, so that two shops' servers in one process (tests) share nothing.
 * @param name of what is kept, one for each
 * @param max entries that are kept, the least used goes first
 */
export function kept<V extends object>(name: string, max: number): (db: object) => LRUCache<string, V> {
  held[HELD] ??= new Map();
  const caches = held[HELD].get(name) ?? (new WeakMap() as Caches);
  held[HELD].set(name, caches);
  return (db) => {
    const cache = caches.get(db) ?? new LRUCache<string, object>({ max });
    caches.set(db, cache);
    return cache as unknown as LRUCache<string, V>;
  };
}
