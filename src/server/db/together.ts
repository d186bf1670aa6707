import { PgTransaction } from 'drizzle-orm/pg-core';
import type { Database, Transaction } from './connection';

type Asked = Readonly<Record<string, () => Promise<unknown>>>;
type Answers<A extends Asked> = { readonly [K in keyof A]: Awaited<ReturnType<A[K]>> };

/**
 * Asks questions that do not hang on one another: at once, each on a connection of the pool; in a transaction one after
 * the other, since that has a single one.
 */
export async function together<A extends Asked>(db: Database | Transaction, asked: A): Promise<Answers<A>> {
  const names = Object.keys(asked) as (keyof A & string)[];
  const ask = (name: keyof A & string) => (asked[name] as () => Promise<unknown>)();
  if (!(db instanceof PgTransaction)) {
    const answers = await Promise.all(names.map(ask));
    return Object.fromEntries(names.map((n, i) => [n, answers[i]])) as Answers<A>;
  }
  const answers: [string, unknown][] = [];
  for (const name of names) answers.push([name, await ask(name)]);
  return Object.fromEntries(answers) as Answers<A>;
}
