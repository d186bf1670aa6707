import { LRUCache } from 'lru-cache';
import { weakMapMemoize } from 'reselect';

/** *Setting*: for the same rows, values that are kept; the least used go first. */
const KEPT = 100;

/**
 * Work that is done once for the same rows and values: rows count by their identity, values by their text. What was worked
 * out is kept for as long as the rows are, for the values that were asked last.
 * @template R rows, and lists of rows, by name
 * @param work depends on its arguments and on nothing else; the values are plain data
 */
export function derived<R extends object, V, T>(work: (rows: R, values: V) => T): (rows: R, values: V) => T {
  const ofRows = weakMapMemoize(
    (..._rows: readonly unknown[]) => new LRUCache<string, { readonly value: T }>({ max: KEPT }),
  );
  return (rows, values) => {
    const list: readonly unknown[] = Object.values<unknown>(rows as Readonly<Record<string, unknown>>).flat();
    const kept = ofRows(...list);
    const text = JSON.stringify(values);
    const known = kept.get(text);
    if (known) return known.value;
    const value = work(rows, values);
    kept.set(text, { value });
    return value;
  };
}
