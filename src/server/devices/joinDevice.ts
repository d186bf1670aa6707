import { and, eq, isNull } from 'drizzle-orm';
import { verifyPassword } from 'better-auth/crypto';
import * as yup from 'yup';
import type { Actor } from '../access';
import { usernameOf } from '../auth/passwords';
import { clearFailures, takeTry } from '../auth/signInLimit';
import type { Database } from '../db/connection';
import { account, member, user } from '../db/schema';
import { deviceOf, grant } from './devices';

export const joinForm = yup
  .object({
    username: yup.string().trim().required('field-missing').max(120, 'too-long'),
    password: yup.string().required('field-missing').max(200, 'too-long'),
  })
  .required();
export type JoinInput = yup.InferType<typeof joinForm>;

/** Compared with where nobody has that name, so that both take as long. */
const NOBODYS = 'a'.repeat(32) + ':' + 'b'.repeat(128);

/**
 * Lets another person of the shop work on this device, by their own name and password: nobody is signed out for it. The
 * tries count with those of the sign-in.
 */
export async function joinDevice(
  db: Database,
  actor: Actor,
  cookies: string | null,
  { username, password }: JoinInput,
  now: Date,
): Promise<{ readonly code: string } | { readonly joined: string }> {
  const deviceId = await deviceOf(db, actor.shopId, cookies);
  if (!deviceId) return { code: 'no-device' };
  const name = usernameOf(username);
  if (!(await takeTry(db, name, { address: `device/${deviceId}` }))) return { code: 'sign-in-blocked' };
  const [row] = await db
    .select({ id: user.id, hash: account.password, mustChange: member.mustChange })
    .from(user)
    .innerJoin(account, eq(account.userId, user.id))
    .innerJoin(
      member,
      and(eq(member.userId, user.id), eq(member.shopId, actor.shopId), isNull(member.endedAt)),
    )
    .where(eq(user.username, name));
  const right = await verifyPassword({ hash: row?.hash ?? NOBODYS, password }).catch(() => false);
  if (!row?.hash || !right) return { code: 'sign-in-wrong' };
  await clearFailures(db, name);
  if (row.mustChange) return { code: 'password-must-change' };
  await grant(db, actor.shopId, deviceId, row.id, now);
  return { joined: row.id };
}
