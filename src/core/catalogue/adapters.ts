import { type AdapterIndex, indexAdapters, type ShelfAdapter } from '../harness';
import type { Part } from './types';

/** The adapters among the parts of a shelf, ready for searching. @param stock how many lie here, by part */
export function shelfAdapters(
  parts: readonly Part[],
  stock: Readonly<Record<string, number>> = {},
): AdapterIndex {
  return indexAdapters(
    parts.flatMap((p): ShelfAdapter[] =>
      p.adapter
        ? [{ part: p.id, adapter: p.adapter, priceMinor: p.price.minor, stock: stock[p.id] ?? 0 }]
        : [],
    ),
  );
}
