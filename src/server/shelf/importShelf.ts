import { rowOf } from '@/core/kernel/ids';
import { type ShelfFault, type ShelfKind, SHELF_KINDS, SHELF_LISTS } from '@/core/catalogue';
import { mergeShelf, readShelfFile } from '@/formats/shelf';
import { audit } from '../audit';
import type { Database } from '../db/connection';
import { sameJson } from '../sameJson';
import { headRevisions, loadShelf } from './loadShelf';
import { afterLoad, lockShelf, writeRows } from './writeRows';

export type ImportOutcome =
  | {
      readonly kind: 'imported';
      readonly added: number;
      readonly revised: number;
      readonly unchanged: number;
    }
  | { readonly kind: 'faults'; readonly faults: readonly ShelfFault[] };

/**
 * Imports a shelf file, all or nothing: one fault anywhere and the shelf stays as it was. Rows that say nothing new
 * make no revision, so importing a file twice changes nothing.
 * @param by who does it, for the rows' history
 */
export async function importShelf(
  db: Database,
  shopId: string,
  by: string,
  text: string,
): Promise<ImportOutcome> {
  const outcome = await db.transaction(async (tx): Promise<ImportOutcome> => {
    await lockShelf(tx, shopId);
    const present = await loadShelf(tx, shopId);
    const reading = readShelfFile(text, present);
    if (reading.kind === 'faults') return reading;
    const before = new Map(
      SHELF_KINDS.flatMap((k) => present[SHELF_LISTS[k]].map((r) => [rowOf(k, r.id), r] as const)),
    );
    const merged = mergeShelf(present, reading.rows);
    const heads = await headRevisions(
      tx,
      shopId,
      SHELF_KINDS.flatMap((k) => reading.rows[SHELF_LISTS[k]].map((r) => r.id)),
    );
    const fresh = SHELF_KINDS.flatMap((kind) =>
      merged[SHELF_LISTS[kind]].slice(0, reading.rows[SHELF_LISTS[kind]].length).flatMap((body) => {
        const old = before.get(rowOf(kind, body.id));
        if (old && sameJson(old, body)) return [];
        return [
          { kind: kind as ShelfKind, id: body.id, rev: (heads.get(rowOf(kind, body.id)) ?? 0) + 1, body },
        ];
      }),
    );
    await writeRows(tx, shopId, by, fresh);
    const total = SHELF_KINDS.reduce((n, k) => n + reading.rows[SHELF_LISTS[k]].length, 0);
    const added = fresh.filter((r) => r.rev === 1).length;
    if (fresh.length > 0)
      await audit(tx, shopId, by, [
        {
          about: 'shelf',
          did: 'shelf-imported',
          subject: '',
          after: { added, revised: fresh.length - added },
        },
      ]);
    return {
      kind: 'imported' as const,
      added,
      revised: fresh.length - added,
      unchanged: total - fresh.length,
    };
  });
  if (outcome.kind === 'imported') await afterLoad(db, outcome.added + outcome.revised);
  return outcome;
}
