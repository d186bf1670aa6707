import { type RowOf, rowOf } from '@/core/kernel/ids';
import { and, arrayContains, eq, inArray, type SQL } from 'drizzle-orm';
import {
  EMPTY_SHELF,
  type Shelf,
  type ShelfKind,
  type ShelfKinds,
  SHELF_KINDS,
  SHELF_LISTS,
} from '@/core/catalogue';
import type { Database, Transaction } from '../db/connection';
import { catalogueHead, catalogueRow } from '../db/schema';

/** The one catalogue that each shop has for now. */
export const OWN_CATALOGUE = 'own';

/** A catalogue row with the revision it was read at. */
export interface Revised<K extends ShelfKind> {
  readonly rev: number;
  readonly body: ShelfKinds[K];
}

export const headJoin = and(
  eq(catalogueHead.shopId, catalogueRow.shopId),
  eq(catalogueHead.catalogueId, catalogueRow.catalogueId),
  eq(catalogueHead.kind, catalogueRow.kind),
  eq(catalogueHead.id, catalogueRow.id),
  eq(catalogueHead.rev, catalogueRow.rev),
);

/** Rows of one kind that are on the shop's shelf now, in the order of their ids. */
export async function shelfRows<K extends ShelfKind>(
  db: Database | Transaction,
  shopId: string,
  kind: K,
  only?: SQL,
): Promise<readonly Revised<K>[]> {
  const rows = await db
    .select({ rev: catalogueRow.rev, body: catalogueRow.body })
    .from(catalogueRow)
    .innerJoin(catalogueHead, headJoin)
    .where(
      and(
        eq(catalogueRow.shopId, shopId),
        eq(catalogueRow.catalogueId, OWN_CATALOGUE),
        eq(catalogueRow.kind, kind),
        eq(catalogueHead.off, false),
        only,
      ),
    )
    .orderBy(catalogueRow.id);
  return rows as unknown as readonly Revised<K>[];
}

/** Rows on the shelf by id. */
export function shelfRowsById<K extends ShelfKind>(
  db: Database | Transaction,
  shopId: string,
  kind: K,
  ids: readonly string[],
) {
  return ids.length === 0
    ? Promise.resolve([])
    : shelfRows(db, shopId, kind, inArray(catalogueRow.id, [...ids]));
}

/** Applications that name a family. */
export function applicationsFor(db: Database | Transaction, shopId: string, family: string) {
  return shelfRows(db, shopId, 'application', arrayContains(catalogueHead.families, [family]));
}

/** Step sheets of a family. */
export function sheetsOfFamily(db: Database | Transaction, shopId: string, family: string) {
  return shelfRows(db, shopId, 'step-sheet', arrayContains(catalogueHead.families, [family]));
}

/** Particular revisions, on the shelf or not. */
export async function pinnedRows<K extends ShelfKind>(
  db: Database | Transaction,
  shopId: string,
  kind: K,
  refs: readonly { id: string; rev: number }[],
): Promise<readonly Revised<K>[]> {
  if (refs.length === 0) return [];
  const rows = await db
    .select({ rev: catalogueRow.rev, body: catalogueRow.body })
    .from(catalogueRow)
    .where(
      and(
        eq(catalogueRow.shopId, shopId),
        eq(catalogueRow.catalogueId, OWN_CATALOGUE),
        eq(catalogueRow.kind, kind),
        inArray(catalogueRow.id, [...new Set(refs.map((r) => r.id))]),
        inArray(catalogueRow.rev, [...new Set(refs.map((r) => r.rev))]),
      ),
    );
  return rows as unknown as readonly Revised<K>[];
}

/** Newest revision of rows, by `kind/id`. */
export async function headRevisions(
  db: Database | Transaction,
  shopId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<RowOf, number>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ kind: catalogueHead.kind, id: catalogueHead.id, rev: catalogueHead.rev })
    .from(catalogueHead)
    .where(
      and(
        eq(catalogueHead.shopId, shopId),
        eq(catalogueHead.catalogueId, OWN_CATALOGUE),
        inArray(catalogueHead.id, [...ids]),
      ),
    );
  return new Map(rows.map((r) => [rowOf(r.kind, r.id), r.rev]));
}

/** The whole shelf, or all but some kinds; for the importer, the lint and the export. */
export async function loadShelf(
  db: Database | Transaction,
  shopId: string,
  without: readonly ShelfKind[] = [],
): Promise<Shelf> {
  const shelf: Record<string, unknown> = {};
  for (const kind of SHELF_KINDS.filter((k) => !without.includes(k)))
    shelf[SHELF_LISTS[kind]] = (await shelfRows(db, shopId, kind)).map((r) => r.body);
  return { ...EMPTY_SHELF, ...shelf };
}
