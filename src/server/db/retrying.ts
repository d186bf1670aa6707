import type { Database, Transaction } from './connection';

/** Another transaction wrote the same key at the same time; a deadlock; a serialization failure (SQLSTATE). */
const AGAIN = new Set(['23505', '40P01', '40001']);
const TRIES = 3;

const stateOf = (error: unknown): unknown => {
  const e = error as { code?: unknown; cause?: { code?: unknown } } | null;
  return e?.cause?.code ?? e?.code;
};

/** Runs a transaction, and again where another one crossed it: the second time what the other wrote is seen. */
export async function retrying<T>(db: Database, work: (tx: Transaction) => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried += 1)
    try {
      return await db.transaction(work);
    } catch (error) {
      if (tried >= TRIES || !AGAIN.has(String(stateOf(error)))) throw error;
    }
}
