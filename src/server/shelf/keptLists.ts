import { and, eq } from 'drizzle-orm';
import type { ConnectorHalf } from '@/core/harness';
import type { Profile } from '@/core/catalogue';
import type { FactKey } from '@/core/vehicle';
import type { Database, Transaction } from '../db/connection';
import { catalogue } from '../db/schema';
import { kept } from '../kept';
import { OWN_CATALOGUE, type Revised, shelfRows } from './loadShelf';

/** The lists of a shelf that every job is read with. */
export interface ShelfLists {
  /** Count of the shelf’s changes when they were read. */
  readonly version: number;
  readonly factKeys: readonly FactKey[];
  readonly profiles: readonly Profile[];
  readonly parts: readonly Revised<'part'>[];
  readonly connectors: readonly ConnectorHalf[];
}

/** Shelves whose lists are kept in memory. */
const listsOf = kept<ShelfLists>('shelf-lists', 50);

/**
 * The lists of a shop’s shelf as it stands: read anew only when the shelf has changed since.
 */
export async function shelfLists(db: Database | Transaction, shopId: string): Promise<ShelfLists> {
  const [row] = await db
    .select({ version: catalogue.version })
    .from(catalogue)
    .where(and(eq(catalogue.shopId, shopId), eq(catalogue.id, OWN_CATALOGUE)));
  const version = row?.version ?? 0;
  const lists = listsOf(db);
  const known = lists.get(shopId);
  if (known?.version === version) return known;
  const bodies = <T>(rows: readonly { readonly body: T }[]) => rows.map((r) => r.body);
  const read: ShelfLists = {
    version,
    factKeys: bodies(await shelfRows(db, shopId, 'fact-key')),
    profiles: bodies(await shelfRows(db, shopId, 'profile')),
    parts: await shelfRows(db, shopId, 'part'),
    connectors: bodies(await shelfRows(db, shopId, 'connector')),
  };
  lists.set(shopId, read);
  return read;
}
