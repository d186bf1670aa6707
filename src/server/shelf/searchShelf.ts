import { and, eq, sql } from 'drizzle-orm';
import { type ShelfKind, type ShelfKinds, standardWords } from '@/core/catalogue';
import type { Database } from '../db/connection';
import { catalogueHead, catalogueRow, user } from '../db/schema';
import { OWN_CATALOGUE } from './loadShelf';

export interface FoundRow<K extends ShelfKind> {
  readonly id: string;
  readonly rev: number;
  readonly madeAt: string;
  /** Name of who made this revision; empty: an import before there were people. */
  readonly madeBy: string;
  readonly body: ShelfKinds[K];
}

/** The columns of a found row. */
const FOUND = {
  id: catalogueRow.id,
  rev: catalogueRow.rev,
  madeAt: catalogueRow.madeAt,
  madeBy: user.name,
  body: catalogueRow.body,
};

const asFound = <T extends { madeAt: Date; madeBy: string | null }>(row: T) => ({
  ...row,
  madeAt: row.madeAt.toISOString(),
  madeBy: row.madeBy ?? '',
});

/** Words of a query as PostgreSQL wants them: all of them, the last one begun only. */
function tsQuery(query: string): string | null {
  const words = standardWords(query).map((w) => w.replace(/[^\p{L}\p{N}]/gu, ''));
  const named = words.filter((w) => w !== '');
  return named.length === 0 ? null : named.map((w, i) => (i === named.length - 1 ? `${w}:*` : w)).join(' & ');
}

/** Rows whose words hold all of a text's, in standard terms, the last one begun only; null: the text has no words. */
export function wordsFound(text: string) {
  const words = tsQuery(text);
  return words === null
    ? null
    : sql`to_tsvector('simple', ${catalogueHead.words}) @@ to_tsquery('simple', ${words})`;
}

/** Up to so many that are found they are sorted, beyond they are met on the way. */
const FEW = 10_000;

/**
 * A page of the shelf's rows of a kind, by words of the trade: `hood` finds what the record calls bonnet.
 * @returns rows in the order of their ids, and how many there are in all
 */
export async function searchShelf<K extends ShelfKind>(
  db: Database,
  shopId: string,
  kind: K,
  query: string,
  page: { readonly from: number; readonly size: number },
): Promise<{ readonly rows: readonly FoundRow<K>[]; readonly total: number }> {
  const words = wordsFound(query);
  const where = and(
    eq(catalogueHead.shopId, shopId),
    eq(catalogueHead.catalogueId, OWN_CATALOGUE),
    eq(catalogueHead.kind, kind),
    eq(catalogueHead.off, false),
    words ?? undefined,
  );
  // Counted and paged over the heads alone; only the rows of the page are fetched.
  const [counted] = await db
    .select({ total: sql<number>`count(*)::int` })
    .from(catalogueHead)
    .where(where);
  const total = counted?.total ?? 0;
  if (total <= page.from) return { rows: [], total };
  const heads = db
    .select({ id: catalogueHead.id, rev: catalogueHead.rev })
    .from(catalogueHead)
    .where(where)
    // Of few that are found all are sorted: walking the whole shelf in its order to come upon them takes far longer.
    .orderBy(total > FEW ? catalogueHead.id : sql`${catalogueHead.id} || ''`)
    .limit(page.size)
    .offset(page.from)
    .as('page');
  const rows = await db
    .select(FOUND)
    .from(heads)
    .innerJoin(
      catalogueRow,
      and(
        eq(catalogueRow.shopId, shopId),
        eq(catalogueRow.catalogueId, OWN_CATALOGUE),
        eq(catalogueRow.kind, kind),
        eq(catalogueRow.id, heads.id),
        eq(catalogueRow.rev, heads.rev),
      ),
    )
    .leftJoin(user, eq(user.id, catalogueRow.madeBy))
    .orderBy(catalogueRow.id);
  return {
    total,
    rows: rows.map((r) => ({ ...asFound(r), body: r.body as ShelfKinds[K] })),
  };
}

/** Every revision of one row, newest first, with who made it. */
export async function rowHistory(
  db: Database,
  shopId: string,
  kind: ShelfKind,
  id: string,
): Promise<readonly FoundRow<ShelfKind>[]> {
  const rows = await db
    .select(FOUND)
    .from(catalogueRow)
    .leftJoin(user, eq(user.id, catalogueRow.madeBy))
    .where(
      and(
        eq(catalogueRow.shopId, shopId),
        eq(catalogueRow.catalogueId, OWN_CATALOGUE),
        eq(catalogueRow.kind, kind),
        eq(catalogueRow.id, id),
      ),
    )
    .orderBy(sql`${catalogueRow.rev} desc`);
  return rows.map(asFound);
}
