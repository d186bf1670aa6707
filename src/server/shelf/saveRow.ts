import { rowOf } from '@/core/kernel/ids';
import {
  EMPTY_SHELF,
  faultsOfChange,
  type ShelfFault,
  type ShelfKind,
  type ShelfKinds,
  SHELF_LISTS,
} from '@/core/catalogue';
import { mergeShelf, rowFaults } from '@/formats/shelf';
import { type Actor, mayNow } from '../access';
import { audit } from '../audit';
import type { Database } from '../db/connection';
import { sameJson } from '../sameJson';
import { headRevisions, loadShelf, shelfRowsById } from './loadShelf';
import { lockShelf, writeRows } from './writeRows';

export type SaveRowOutcome =
  | { readonly kind: 'saved'; readonly rev: number }
  | { readonly kind: 'faults'; readonly faults: readonly ShelfFault[] }
  /** Somebody saved it meanwhile: nothing is lost, both are shown. */
  | { readonly kind: 'stale'; readonly rev: number; readonly present: ShelfKinds[ShelfKind] | null }
  | { readonly kind: 'refused'; readonly code: string };

/**
 * Saves one row of the shelf as its next revision.
 * @param seenRev the revision that was edited; 0 for a new row
 */
export async function saveRow(
  db: Database,
  actor: Actor,
  kind: ShelfKind,
  body: unknown,
  seenRev: number,
): Promise<SaveRowOutcome> {
  if (!mayNow(actor, 'import-shelf')) return { kind: 'refused', code: 'lead-only' };
  const shaped = rowFaults(kind, body);
  if (shaped.length > 0) return { kind: 'faults', faults: shaped };
  const row = body as ShelfKinds[ShelfKind];
  return db.transaction(async (tx) => {
    await lockShelf(tx, actor.shopId);
    const rev = (await headRevisions(tx, actor.shopId, [row.id])).get(rowOf(kind, row.id)) ?? 0;
    const [present] = await shelfRowsById(tx, actor.shopId, kind, [row.id]);
    if (rev !== seenRev) return { kind: 'stale' as const, rev, present: present?.body ?? null };
    if (present && sameJson(present.body, row)) return { kind: 'saved' as const, rev };
    const shelf = await loadShelf(tx, actor.shopId, kind === 'application' ? ['application'] : []);
    const list = SHELF_LISTS[kind];
    const merged = mergeShelf(shelf, { ...EMPTY_SHELF, [list]: [row] });
    const faults = faultsOfChange(merged, shelf).map((f) =>
      f.path.startsWith(`/${list}/0/`)
        ? { ...f, path: f.path.slice(`/${list}/0`.length) }
        : { ...f, path: `(shelf)${f.path}` },
    );
    if (faults.length > 0) return { kind: 'faults' as const, faults };
    await writeRows(tx, actor.shopId, actor.userId, [{ kind, id: row.id, rev: rev + 1, body: row }]);
    await audit(tx, actor.shopId, actor.userId, [
      { about: 'shelf', did: 'row-saved', subject: rowOf(kind, row.id), before: rev || null, after: rev + 1 },
    ]);
    return { kind: 'saved' as const, rev: rev + 1 };
  });
}
