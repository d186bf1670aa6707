import { and, eq, inArray, isNull } from 'drizzle-orm';
import * as yup from 'yup';
import { ENVELOPE, hybridNow, may } from '@/core/job';
import type { Actor } from '../access';
import { type Proved, provePassword } from '../auth/provePassword';
import type { Database } from '../db/connection';
import { retrying } from '../db/retrying';
import { heldEntry, user } from '../db/schema';
import { appendIn } from './appendEvents';
import { newEvent } from './openJob';

/** *Setting*: held entries that one password lets in at a time. */
const MOST = 200;

export const confirmForm = yup
  .object({
    device: ENVELOPE.device,
    /** Whose password it is; absent: of who is signed in. */
    username: yup.string().strict().trim().max(120, 'too-long').optional(),
    password: yup.string().strict().max(200, 'too-long').required('missing'),
    /** What is let in by it; none: the password is given again for what comes next. */
    digests: yup
      .array(
        yup
          .string()
          .strict()
          .matches(/^[0-9a-f]{64}$/, 'malformed')
          .required('missing'),
      )
      .max(MOST, 'too-many')
      .required('missing'),
  })
  .required();
export type ConfirmInput = yup.InferType<typeof confirmForm>;

export type Confirmed =
  | { readonly code: Extract<Proved, { code: string }>['code'] | 'lead-only' }
  /** `own`: it was the password of who is signed in. `letIn`: how many entries came in by it. */
  | { readonly by: string; readonly own: boolean; readonly letIn: number };

/**
 * A lead gives their password, at a device where somebody else may be signed in, and lets held entries in by it: those
 * whose digests were shown to them, and no others. Nothing stays open by another's password.
 */
export async function confirmHeld(
  db: Database,
  actor: Actor,
  input: ConfirmInput,
  now: Date,
): Promise<Confirmed> {
  const username = input.username || (await usernameOfPerson(db, actor.userId));
  const proved = await provePassword(db, actor, username, input.password);
  if ('code' in proved) return proved;
  const own = proved.userId === actor.userId;
  if (input.digests.length === 0) return { by: proved.userId, own, letIn: 0 };
  if (!may(proved.role, 'admit-entry')) return { code: 'lead-only' };
  const lead: Actor = { ...actor, ...proved, proven: true };
  return { by: proved.userId, own, letIn: await letInHeld(db, lead, input, now) };
}

/**
 * A lead lets held entries in, each in its job, with an entry that says so.
 * @param lead whose password was given just now, or in this session a short while ago
 * @returns how many of them are let in, now or before
 */
export async function letInHeld(
  db: Database,
  lead: Actor,
  { device, digests }: Pick<ConfirmInput, 'device' | 'digests'>,
  now: Date,
): Promise<number> {
  const rows = await db
    .select({
      digest: heldEntry.digest,
      job: heldEntry.jobId,
      entry: heldEntry.entryId,
      author: heldEntry.userId,
    })
    .from(heldEntry)
    .where(
      and(
        eq(heldEntry.shopId, lead.shopId),
        inArray(heldEntry.digest, [...digests]),
        isNull(heldEntry.settled),
      ),
    );
  let count = 0;
  for (const job of new Set(rows.flatMap((r) => (r.job === null ? [] : [r.job])))) {
    const of = rows.filter((r) => r.job === job && r.entry !== null);
    count += await retrying(db, async (tx) => {
      const words = of.map(({ digest, entry, author }, i) =>
        newEvent(
          lead,
          job,
          { id: '', at: hybridNow(now.getTime() + i, null), device, deviceSeq: 0 },
          'entry-admitted',
          { entry: entry ?? '', digest, author },
        ),
      );
      await appendIn(
        tx,
        lead,
        job,
        words.map((event) => ({ event, raw: JSON.stringify(event) })),
        now,
      );
      const settled = await tx
        .select({ digest: heldEntry.digest })
        .from(heldEntry)
        .where(
          and(
            eq(heldEntry.shopId, lead.shopId),
            inArray(
              heldEntry.digest,
              of.map((o) => o.digest),
            ),
            eq(heldEntry.settled, 'admitted'),
          ),
        );
      return settled.length;
    });
  }
  return count;
}

async function usernameOfPerson(db: Database, userId: string): Promise<string> {
  const [row] = await db.select({ username: user.username }).from(user).where(eq(user.id, userId));
  return row?.username ?? '';
}
