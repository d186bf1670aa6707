import { sql } from 'drizzle-orm';
import { rowWords, type ShelfKind, type ShelfKinds } from '@/core/shelf';
import type { Transaction } from '../db/connection';
import { catalogue, catalogueHead, catalogueRow } from '../db/schema';
import { OWN_CATALOGUE } from './loadShelf';

/** A new revision to be written. */
export interface FreshRow {
  readonly kind: ShelfKind;
  readonly id: string;
  readonly rev: number;
  readonly body: ShelfKinds[ShelfKind];
}

const BATCH = 500;

/** One writer of a shop's shelf at a time, until the transaction ends. */
export async function lockShelf(tx: Transaction, shopId: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`shelf:${shopId}`}))`);
}

/** Writes revisions and makes them the ones on the shelf. The caller holds the shelf's lock. */
export async function writeRows(
  tx: Transaction,
  shopId: string,
  by: string,
  fresh: readonly FreshRow[],
): Promise<void> {
  if (fresh.length === 0) return;
  await tx.insert(catalogue).values({ shopId, id: OWN_CATALOGUE }).onConflictDoNothing();
  for (let i = 0; i < fresh.length; i += BATCH) {
    const rows = fresh.slice(i, i + BATCH).map((r) => ({ ...r, shopId, catalogueId: OWN_CATALOGUE }));
    await tx
      .insert(catalogueRow)
      .values(rows.map((r) => ({ ...r, madeBy: by, words: rowWords(r.kind, r.body) })));
    await tx
      .insert(catalogueHead)
      .values(rows.map(({ body: _, ...head }) => head))
      .onConflictDoUpdate({
        target: [catalogueHead.shopId, catalogueHead.catalogueId, catalogueHead.kind, catalogueHead.id],
        set: { rev: sql`excluded.rev`, off: false },
      });
  }
}
