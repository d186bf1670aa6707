import { sql } from 'drizzle-orm';
import { rowWords, type ShelfKind, type ShelfKinds } from '@/core/catalogue';
import type { Database, Transaction } from '../db/connection';
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
  await tx
    .insert(catalogue)
    .values({ shopId, id: OWN_CATALOGUE, version: 1 })
    .onConflictDoUpdate({
      target: [catalogue.shopId, catalogue.id],
      set: { version: sql`${catalogue.version} + 1` },
    });
  for (let i = 0; i < fresh.length; i += BATCH) {
    // One parameter a batch: thousands of them cost more than the rows.
    const batch = JSON.stringify(
      fresh
        .slice(i, i + BATCH)
        .map((r) => ({ ...r, words: rowWords(r.kind, r.body), families: familiesOf(r.body) })),
    );
    const rows = sql`jsonb_to_recordset(${batch}::jsonb) as r(kind text, id text, rev int, body jsonb, words text, families jsonb)`;
    await tx.execute(sql`
      insert into ${catalogueRow} (shop_id, catalogue_id, kind, id, rev, body, made_by, words)
      select ${shopId}, ${OWN_CATALOGUE}, r.kind, r.id, r.rev, r.body, ${by}, r.words from ${rows}`);
    await tx.execute(sql`
      insert into ${catalogueHead} (shop_id, catalogue_id, kind, id, rev, families, words)
      select ${shopId}, ${OWN_CATALOGUE}, r.kind, r.id, r.rev, array(select jsonb_array_elements_text(r.families)), r.words from ${rows}
      on conflict (shop_id, catalogue_id, kind, id)
      do update set rev = excluded.rev, off = false, families = excluded.families, words = excluded.words`);
  }
}

const familiesOf = (body: FreshRow['body']): readonly string[] => ('families' in body ? body.families : []);

/** Rows from which the database is told to look at its tables anew. */
const MANY = 1000;

/** After many rows at once the planner's picture of the shelf is an old one, and its plans are slow: it looks again. */
export async function afterLoad(db: Database, rows: number): Promise<void> {
  if (rows < MANY) return;
  await db.execute(sql`analyze ${catalogueRow}`);
  await db.execute(sql`analyze ${catalogueHead}`);
}
