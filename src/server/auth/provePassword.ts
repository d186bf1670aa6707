import { verifyPassword } from 'better-auth/crypto';
import { and, eq, isNull } from 'drizzle-orm';
import type { Role } from '../access';
import type { Database } from '../db/connection';
import { account, member, user } from '../db/schema';
import { usernameOf } from './passwords';
import { clearGuesses, takeGuess } from './signInLimit';

/** Compared with where nobody has that name, so that both take as long. */
const NOBODYS = 'a'.repeat(32) + ':' + 'b'.repeat(128);

export type Proved =
  | { readonly userId: string; readonly name: string; readonly role: Role }
  | { readonly code: 'sign-in-blocked' | 'sign-in-wrong' | 'password-must-change' };

/**
 * Compares the password of somebody of the shop while another is signed in. Wrong ones are counted against who is signed in.
 * @param by who is signed in
 */
export async function provePassword(
  db: Database,
  by: { readonly userId: string; readonly shopId: string },
  username: string,
  password: string,
): Promise<Proved> {
  if (!(await takeGuess(db, by.userId))) return { code: 'sign-in-blocked' };
  const [row] = await db
    .select({
      userId: user.id,
      name: user.name,
      role: member.role,
      hash: account.password,
      mustChange: member.mustChange,
    })
    .from(user)
    .innerJoin(account, eq(account.userId, user.id))
    .innerJoin(member, and(eq(member.userId, user.id), eq(member.shopId, by.shopId), isNull(member.endedAt)))
    .where(eq(user.username, usernameOf(username)));
  const right = await verifyPassword({ hash: row?.hash ?? NOBODYS, password }).catch(() => false);
  if (!row?.hash || !right) return { code: 'sign-in-wrong' };
  await clearGuesses(db, by.userId);
  return row.mustChange
    ? { code: 'password-must-change' }
    : { userId: row.userId, name: row.name, role: row.role };
}
