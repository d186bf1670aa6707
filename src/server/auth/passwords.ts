import { randomInt } from 'node:crypto';
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

/** Signs that nobody takes for another when they are read out. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';
/** A password that is read out once, and changed at the first sign-in. */
export const temporaryPassword = (): string =>
  Array.from({ length: 3 }, () =>
    Array.from({ length: 4 }, () => SIGNS[randomInt(SIGNS.length)]).join(''),
  ).join('-');

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
  await givePassword(tx, id, person.password);
  return id;
}

/** Gives somebody who has none yet a password. */
export async function givePassword(
  tx: Database | Transaction,
  userId: string,
  password: string,
): Promise<void> {
  await tx.insert(account).values({
    id: uuidv7(),
    accountId: userId,
    providerId: CREDENTIAL,
    userId,
    password: await hashPassword(password),
  });
}

/** Sets a person's password and ends every session that was begun with the old one. */
export async function setPassword(
  tx: Database | Transaction,
  userId: string,
  password: string,
): Promise<void> {
  const changed = await tx
    .update(account)
    .set({ password: await hashPassword(password), updatedAt: new Date() })
    .where(and(eq(account.userId, userId), eq(account.providerId, CREDENTIAL)))
    .returning({ id: account.id });
  // Who came with a bundle has none.
  if (changed.length === 0) await givePassword(tx, userId, password);
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
