import { weakMapMemoize } from 'reselect';

/**
 * Work that is done once for the same rows and values: rows count by their identity, values by their text. What was worked
 * out is kept for as long as the rows are.
 * @template R rows, and lists of rows, by name
 * @param work depends on its arguments and on nothing else; the values are plain data
 */
export function derived<R extends object, V, T>(work: (rows: R, values: V) => T): (rows: R, values: V) => T {
  const cell = weakMapMemoize((..._by: readonly unknown[]): { made?: { readonly value: T } } => ({}));
  return (rows, values) => {
    const list: readonly unknown[] = Object.values<unknown>(rows as Readonly<Record<string, unknown>>).flat();
    const kept = cell(...list, JSON.stringify(values));
    kept.made ??= { value: work(rows, values) };
    return kept.made.value;
  };
}
