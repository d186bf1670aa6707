import { matchesWords, standardWords } from '@/core/shelf';
import type { Database } from '../db/connection';
import { shelfRows } from './loadShelf';

/** A vehicle line by what people call it. */
export interface ShelfLine {
  readonly id: string;
  readonly name: string;
  readonly lightVehicle: boolean;
  /** Kind of body, in the standard term. */
  readonly body: string;
}

/** Every vehicle line of the shop. */
export async function shelfLines(db: Database, shopId: string): Promise<readonly ShelfLine[]> {
  const rows = await shelfRows(db, shopId, 'family');
  return rows.map(({ body: f }) => ({
    id: f.id,
    name: `${f.maker} ${f.name}`,
    lightVehicle: f.lightVehicle,
    body: f.bodyStyle,
  }));
}

/** Ids of the lines whose maker, name or kind of body a text names. */
export async function linesNamed(db: Database, shopId: string, text: string): Promise<readonly string[]> {
  if (standardWords(text).length === 0) return [];
  const lines = await shelfLines(db, shopId);
  return lines.filter((l) => matchesWords(`${l.name} ${l.body}`, text)).map((l) => l.id);
}
