import { randomBytes } from 'node:crypto';
import type { Readable } from 'node:stream';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool } from 'pg';
import { audit } from '../audit';
import { givePassword, temporaryPassword, usernameOf } from '../auth/passwords';
import type { Transaction } from '../db/connection';
import * as schema from '../db/schema';
import { useKey } from '../firstDay/setupLink';
import { bringIn, BundleRefused } from './readBundle';

export type FromBundleOutcome =
  /** `password`: a temporary one of the lead, shown this once. */
  | { readonly kind: 'opened'; readonly shop: string; readonly password: string }
  | { readonly code: 'key-not-good' | 'no-such-person-in-bundle' | BundleRefused['code'] };

class NoSuchLead extends Error {}

/**
 * Opens an empty installation with a whole shop from its bundle, by the key of its one link. Passwords are in no
 * bundle: the lead that is named gets a temporary one, and gives the others theirs.
 */
export async function openFromBundle(
  pool: Pool,
  input: { readonly key: string; readonly lead: string },
  source: Readable,
  now: Date,
): Promise<FromBundleOutcome> {
  try {
    const opened = await bringIn(
      pool,
      source,
      (client) => useKey(drizzle(client, { schema }) as unknown as Transaction, input.key, now),
      async (client, head) => {
        const tx = drizzle(client, { schema }) as unknown as Transaction;
        const found = await client.query<{ id: string }>(
          `select u.id from "user" u join member m on m.user_id = u.id and m.shop_id = $1
           where u.username = $2 and m.role = 'lead' and m.ended_at is null`,
          [head.shop.id, usernameOf(input.lead)],
        );
        const by = found.rows[0]?.id;
        if (by === undefined) throw new NoSuchLead();
        const password = temporaryPassword();
        await givePassword(tx, by, password);
        await client.query('update member set must_change = true where user_id = $1', [by]);
        // Whoever knew the calendar's address of before is not told of what happens here.
        const token = randomBytes(24).toString('hex');
        await client.query('update shop set calendar_token = $2 where id = $1', [head.shop.id, token]);
        await audit(tx, head.shop.id, by, [
          { about: 'shop', did: 'shop-brought-in', subject: head.shop.id, after: { madeAt: head.madeAt } },
        ]);
        return { kind: 'opened' as const, shop: head.shop.id, password };
      },
    );
    return opened ?? { code: 'key-not-good' };
  } catch (error) {
    if (error instanceof BundleRefused) return { code: error.code };
    if (error instanceof NoSuchLead) return { code: 'no-such-person-in-bundle' };
    throw error;
  }
}
