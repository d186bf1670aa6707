import { and, count, eq } from 'drizzle-orm';
import type { Database } from '../db/connection';
import { catalogueHead } from '../db/schema';
import { OWN_CATALOGUE } from './loadShelf';

/** How many rows of each kind stand on the shelf. */
export async function shelfCounts(db: Database, shopId: string): Promise<Readonly<Record<string, number>>> {
  const rows = await db
    .select({ kind: catalogueHead.kind, rows: count() })
    .from(catalogueHead)
    .where(
      and(
        eq(catalogueHead.shopId, shopId),
        eq(catalogueHead.catalogueId, OWN_CATALOGUE),
        eq(catalogueHead.off, false),
      ),
    )
    .groupBy(catalogueHead.kind);
  return Object.fromEntries(rows.map((r) => [r.kind, r.rows]));
}
