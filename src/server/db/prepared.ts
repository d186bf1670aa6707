import type { Database } from './connection';

/**
 * A question that is asked so often that its text is made but once for each database. It is given no name: a pooler between
 * us and the database may hand every question to another connection.
 * @param build ends with `.prepare('')`
 */
export function prepared<Q>(build: (db: Database) => Q): (db: Database) => Q {
  const made = new WeakMap<Database, { readonly question: Q }>();
  return (db) => {
    const known = made.get(db) ?? { question: build(db) };
    made.set(db, known);
    return known.question;
  };
}
