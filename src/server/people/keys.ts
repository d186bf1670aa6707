import { randomBytes, randomUUID } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import * as yup from 'yup';
import { type Actor, mayNow } from '../access';
import { audit } from '../audit';
import type { Database } from '../db/connection';
import { KEY_OPENS, shop, shopKey, user } from '../db/schema';
import { keyHashOf } from '../keyHash';

/** *Setting*: keys of one shop that are good at a time. */
const MOST_KEYS = 20;

/** A key of another program, as a lead sees it: never the key itself. */
export interface ShopKey {
  readonly id: string;
  readonly name: string;
  readonly opens: (typeof KEY_OPENS)[number];
  readonly madeBy: string;
  readonly madeAt: string;
  /** When it was used last, to the hour; null: never. */
  readonly usedAt: string | null;
}

/** What a lead does about keys and the calendar's address. */
export const keysForm = yup.lazy((sent: unknown) => {
  const act = yup
    .string()
    .strict()
    .oneOf(['make', 'revoke', 'calendar'] as const, 'not-one-of')
    .required('missing');
  switch ((sent as { act?: unknown } | null)?.act) {
    case 'make':
      return yup.object({
        act,
        name: yup.string().strict().trim('not-trimmed').max(60, 'too-long').required('missing'),
        opens: yup.string().strict().oneOf(KEY_OPENS, 'not-one-of').required('missing'),
      });
    case 'revoke':
      return yup.object({ act, key: yup.string().strict().max(60, 'too-long').required('missing') });
    default:
      return yup.object({ act });
  }
});
export type KeysInput =
  | { readonly act: 'make'; readonly name: string; readonly opens: ShopKey['opens'] }
  | { readonly act: 'revoke'; readonly key: string }
  | { readonly act: 'calendar' };

/** `key`: shown this once and kept nowhere. */
export type KeysOutcome =
  { readonly key?: string } | { readonly code: 'lead-only' | 'too-many-keys' | 'no-such-key' };

/** Keys of a shop that are good, the newest first. */
export async function keysOf(db: Database, shopId: string): Promise<readonly ShopKey[]> {
  const rows = await db
    .select({ key: shopKey, by: user.name })
    .from(shopKey)
    .innerJoin(user, eq(user.id, shopKey.madeBy))
    .where(and(eq(shopKey.shopId, shopId), isNull(shopKey.revokedAt)))
    .orderBy(desc(shopKey.madeAt));
  return rows.map(({ key, by }) => ({
    id: key.id,
    name: key.name,
    opens: key.opens,
    madeBy: by,
    madeAt: key.madeAt.toISOString(),
    usedAt: key.usedAt?.toISOString() ?? null,
  }));
}

/** Makes or revokes a key, or exchanges the calendar's address, and writes it down. */
export async function changeKeys(
  db: Database,
  actor: Actor,
  input: KeysInput,
  now: Date,
): Promise<KeysOutcome> {
  if (!mayNow(actor, 'manage-shop')) return { code: 'lead-only' };
  const { shopId, userId } = actor;
  return db.transaction(async (tx): Promise<KeysOutcome> => {
    await tx.select({ id: shop.id }).from(shop).where(eq(shop.id, shopId)).for('update');
    const line = (did: string, subject: string, after?: object) =>
      audit(tx, shopId, userId, [{ about: 'keys', did, subject, after }]);
    switch (input.act) {
      case 'make': {
        const good = await tx.$count(shopKey, and(eq(shopKey.shopId, shopId), isNull(shopKey.revokedAt)));
        if (good >= MOST_KEYS) return { code: 'too-many-keys' };
        const key = `yb_${randomBytes(32).toString('base64url')}`;
        const { name, opens } = input;
        const id = randomUUID();
        await tx.insert(shopKey).values({ shopId, id, name, opens, keyHash: keyHashOf(key), madeBy: userId });
        await line('key-made', name, { opens });
        return { key };
      }
      case 'revoke': {
        const [gone] = await tx
          .update(shopKey)
          .set({ revokedAt: now })
          .where(and(eq(shopKey.shopId, shopId), eq(shopKey.id, input.key), isNull(shopKey.revokedAt)))
          .returning({ name: shopKey.name });
        if (!gone) return { code: 'no-such-key' };
        await line('key-revoked', gone.name);
        return {};
      }
      case 'calendar':
        await tx
          .update(shop)
          .set({ calendarToken: randomBytes(24).toString('hex') })
          .where(eq(shop.id, shopId));
        await line('calendar-exchanged', '');
        return {};
    }
  });
}
