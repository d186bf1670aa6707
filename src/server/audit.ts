import { desc, eq } from 'drizzle-orm';
import type { Database, Transaction } from './db/connection';
import { auditLine } from './db/schema';

/** A change of a shop besides its jobs. `before` and `after` never hold a password or a key. */
export interface Change {
  readonly about: 'shop' | 'people' | 'settings';
  /** What was done, as a code that the screen words: `person-added`, `setting-changed`. */
  readonly did: string;
  /** Whom or what it is about: a user id, the name of a setting. */
  readonly subject: string;
  readonly before?: unknown;
  readonly after?: unknown;
}

/** Writes down who changed what, in the transaction that changes it. @param by user id */
export async function audit(
  tx: Database | Transaction,
  shopId: string,
  by: string,
  changes: readonly Change[],
): Promise<void> {
  if (changes.length === 0) return;
  await tx
    .insert(auditLine)
    .values(changes.map(({ before = null, after = null, ...c }) => ({ shopId, by, ...c, before, after })));
}

const SHOWN = 200;

/** The newest changes of a shop, newest first. */
export const auditOf = (db: Database, shopId: string) =>
  db.select().from(auditLine).where(eq(auditLine.shopId, shopId)).orderBy(desc(auditLine.seq)).limit(SHOWN);
