import { and, eq, sql } from 'drizzle-orm';
import { type Family, matchesWords, standardWords } from '@/core/catalogue';
import type { Database } from '../db/connection';
import { catalogueHead, catalogueRow } from '../db/schema';
import { headJoin, OWN_CATALOGUE } from './loadShelf';

/** A vehicle line by what people call it. */
export interface ShelfLine {
  readonly id: string;
  readonly name: string;
  readonly lightVehicle: boolean;
  /** Kind of body, in the standard term. */
  readonly body: string;
}

/** One field of a line: the whole of it, with places, plugs and circuits, stays in the database. */
const field = <T>(name: keyof Family & string) => sql<T>`${catalogueRow.body} -> ${name}`;

/** Every vehicle line of the shop, in the order of their ids. */
export async function shelfLines(db: Database, shopId: string): Promise<readonly ShelfLine[]> {
  const rows = await db
    .select({
      id: catalogueRow.id,
      maker: field<string>('maker'),
      name: field<string>('name'),
      lightVehicle: field<boolean>('lightVehicle'),
      body: field<string>('bodyStyle'),
    })
    .from(catalogueRow)
    .innerJoin(catalogueHead, headJoin)
    .where(
      and(
        eq(catalogueRow.shopId, shopId),
        eq(catalogueRow.catalogueId, OWN_CATALOGUE),
        eq(catalogueRow.kind, 'family'),
        eq(catalogueHead.off, false),
      ),
    )
    .orderBy(catalogueRow.id);
  return rows.map(({ maker, name, ...line }) => ({ ...line, name: `${maker} ${name}` }));
}

/** Ids of the lines whose maker, name or kind of body a text names. */
export async function linesNamed(db: Database, shopId: string, text: string): Promise<readonly string[]> {
  if (standardWords(text).length === 0) return [];
  const lines = await shelfLines(db, shopId);
  return lines.filter((l) => matchesWords(`${l.name} ${l.body}`, text)).map((l) => l.id);
}
