import { verifyPassword } from 'better-auth/crypto';
import { eq } from 'drizzle-orm';
import * as yup from 'yup';
import type { Actor } from '../access';
import { audit } from '../audit';
import { newPassword } from '../auth/newPassword';
import { passwordHash, setPassword } from '../auth/passwords';
import { clearGuesses, takeGuess } from '../auth/signInLimit';
import type { Database } from '../db/connection';
import { member, session } from '../db/schema';

const password = yup.string().strict().max(200, 'too-long').required('missing');

/** What a person does about their own sign-in: a new password, or every session ended. */
export const ownForm = yup.lazy((sent: unknown) =>
  (sent as { act?: unknown } | null)?.act === 'sessions'
    ? yup.object({ act: yup.string().strict().oneOf(['sessions']).required('missing') })
    : yup.object({
        act: yup.string().strict().oneOf(['password'], 'not-one-of').required('missing'),
        old: password,
        new: newPassword,
      }),
);
export type OwnInput =
  { readonly act: 'sessions' } | { readonly act: 'password'; readonly old: string; readonly new: string };

export type OwnOutcome =
  { readonly kind: 'done' } | { readonly code: 'old-password-wrong' | 'same-password' | 'sign-in-blocked' };

/** Changes one's own password or ends one's own sessions, this one too. Guesses of the old password are counted. */
export async function changeOwn(db: Database, actor: Actor, input: OwnInput): Promise<OwnOutcome> {
  const line = (tx: Parameters<typeof audit>[0], did: string) =>
    audit(tx, actor.shopId, actor.userId, [{ about: 'people', did, subject: actor.userId }]);
  if (input.act === 'sessions') {
    await db.transaction(async (tx) => {
      await tx.delete(session).where(eq(session.userId, actor.userId));
      await line(tx, 'sessions-ended');
    });
    return { kind: 'done' };
  }
  if (!(await takeGuess(db, actor.userId))) return { code: 'sign-in-blocked' };
  const hash = await passwordHash(db, actor.userId);
  if (!hash || !(await verifyPassword({ hash, password: input.old }))) {
    return { code: 'old-password-wrong' };
  }
  await clearGuesses(db, actor.userId);
  if (input.old === input.new) return { code: 'same-password' };
  await db.transaction(async (tx) => {
    await setPassword(tx, actor.userId, input.new);
    await tx.update(member).set({ mustChange: false }).where(eq(member.userId, actor.userId));
    await line(tx, 'password-changed');
  });
  return { kind: 'done' };
}
