import { hashPassword } from 'better-auth/crypto';
import { and, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Database, Transaction } from '../db/connection';
import { account, session, user } from '../db/schema';

/** *Setting*: signs of a password at the least; the most is the library's. */
export const PASSWORD_MIN = 10;
const PASSWORD_MAX = 128;
/** The library's name for sign-in by user name and password. */
const CREDENTIAL = 'credential';

/** What is wrong with a password; null: nothing. */
export const passwordFault = (password: string): 'password-short' | 'password-long' | null =>
  password.length < PASSWORD_MIN ? 'password-short' : password.length > PASSWORD_MAX ? 'password-long' : null;

/** A user name as it is kept. */
export const usernameOf = (typed: string): string => typed.trim().toLowerCase();
/** What a user name can be. */
export const USERNAME = /^[a-z0-9][a-z0-9._-]{1,29}$/;

/** Makes a person's sign-in. @returns the user id */
export async function makeSignIn(
  tx: Database | Transaction,
  person: { readonly username: string; readonly name: string; readonly password: string },
): Promise<string> {
  const id = uuidv7();
  const username = usernameOf(person.username);
  await tx.insert(user).values({
    id,
    name: person.name,
    // The library wants an address; nobody writes to it, and `.invalid` can never be delivered (RFC 2606).
    email: `${username}@people.invalid`,
    username,
    displayUsername: person.username.trim(),
  });
  await tx.insert(account).values({
    id: uuidv7(),
    accountId: id,
    providerId: CREDENTIAL,
    userId: id,
    password: await hashPassword(person.password),
  });
  return id;
}

/** Sets a person's password and ends every session that was begun with the old one. */
export async function setPassword(
  tx: Database | Transaction,
  userId: string,
  password: string,
): Promise<void> {
  await tx
    .update(account)
    .set({ password: await hashPassword(password), updatedAt: new Date() })
    .where(and(eq(account.userId, userId), eq(account.providerId, CREDENTIAL)));
  await tx.delete(session).where(eq(session.userId, userId));
}

/** The hash of a person's password; null: the person has none. */
export async function passwordHash(db: Database | Transaction, userId: string): Promise<string | null> {
  const [row] = await db
    .select({ password: account.password })
    .from(account)
    .where(and(eq(account.userId, userId), eq(account.providerId, CREDENTIAL)));
  return row?.password ?? null;
}
