import { checkShelf } from './checkShelf';
import type { ShelfFault } from './fault';
import type { Shelf } from './types';

/**
 * The faults that a change brings to a shelf. What was wrong before the change stays what it was: a shelf that was
 * taken by rules of before goes on taking rows.
 * @param merged the shelf with the change
 * @param present the shelf without it
 */
export function faultsOfChange(merged: Shelf, present: Shelf): readonly ShelfFault[] {
  const faults = checkShelf(merged);
  if (faults.length === 0) return faults;
  const before = new Set(checkShelf(present).map((f) => nameOf(f, present)));
  return faults.filter((f) => !before.has(nameOf(f, merged)));
}

/** A fault by the row that it is in, wherever that row stands. */
function nameOf(fault: ShelfFault, shelf: Shelf): string {
  const [, list = '', index = '', ...rest] = fault.path.split('/');
  const rows = shelf[list as keyof Shelf] as readonly { readonly id: string }[] | undefined;
  return [list, rows?.[Number(index)]?.id ?? index, ...rest, fault.reason.code].join('/');
}
