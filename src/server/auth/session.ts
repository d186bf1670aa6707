import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { headers } from 'next/headers';
import { cache } from 'react';
import type { Actor } from '../access';
import { database } from '../db/connection';
import { noteAway } from '../faults';
import { member, sessionShop, shop } from '../db/schema';
import { deviceOf, isShared } from '../devices/devices';
import { auth, secretOf } from './auth';
import { leadProof, proofEndsMs, proofMark } from './leadProof';

/** The signed-in person and the shop of the session; null when nobody is signed in or belongs to no shop. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const head = await headers();
  const word = head.get('x-yonder-warm');
  if (word !== null) return warmActor(word);
  const found = await sessionOf(head);
  if (!found) return null;
  const db = database();
  const shops = await db
    .select({
      shopId: shop.id,
      shopName: shop.name,
      zone: shop.zone,
      shopLocale: shop.locale,
      role: member.role,
      mustChange: member.mustChange,
      locale: member.locale,
      chosen: sessionShop.shopId,
    })
    .from(member)
    .innerJoin(shop, eq(shop.id, member.shopId))
    .leftJoin(sessionShop, and(eq(sessionShop.sessionId, found.session.id), eq(sessionShop.shopId, shop.id)))
    .where(and(eq(member.userId, found.user.id), isNull(member.endedAt)))
    .orderBy(asc(shop.id));
  const at = shops.find((s) => s.chosen !== null) ?? shops[0];
  if (!at) return null;
  const { shopId, shopName, zone, role, mustChange } = at;
  const cookies = head.get('cookie');
  const proof =
    role === 'lead' ? await proofHere(cookies, found.session.token, at.shopId, found.user.id) : null;
  return {
    userId: found.user.id,
    name: found.user.name,
    shopId,
    shopName,
    zone,
    role,
    mustChange,
    locale: at.locale ?? at.shopLocale,
    proven: proof !== null,
    ...(proof ? { proof } : {}),
    sessionToken: found.session.token,
  };
});

/** The proof that a lead's request brings; on a device that others have come to meanwhile it lasts no longer than there. */
async function proofHere(
  cookies: string | null,
  token: string,
  shopId: string,
  userId: string,
): Promise<Actor['proof'] | null> {
  const now = new Date();
  const given = leadProof(cookies, token, secretOf(), now.getTime());
  if (!given) return null;
  const device = given.shared ? null : await deviceOf(database(), shopId, cookies);
  const shared =
    given.shared || (device !== null && (await isShared(database(), shopId, device, userId, now)));
  const proof = { ...given, shared };
  const endsMs = proofEndsMs(proof);
  return now.getTime() < endsMs ? { ...proof, mark: proofMark(token, proof, secretOf()), endsMs } : null;
}

/** The session that a request brings; where the library breaks, what its database says of it. @throws what is the matter */
async function sessionOf(
  head: Headers,
): Promise<Awaited<ReturnType<ReturnType<typeof auth>['api']['getSession']>>> {
  try {
    return await auth().api.getSession({ headers: head });
  } catch (error) {
    // The library keeps to itself why: a database that is away says so.
    await database()
      .execute(sql`select 1`)
      .catch((away: unknown) => {
        noteAway(away);
        throw away;
      });
    throw error;
  }
}

/** Known to this process alone, and only until it listens: it opens its own pages once, so that the first who comes does not wait. */
const WARM = Symbol.for('yonder-bolt.warm');

async function warmActor(word: string): Promise<Actor | null> {
  const token = (globalThis as { [WARM]?: string })[WARM];
  const [given, at] = word.split('.');
  if (token === undefined || given !== token) return null;
  const [row] = await database().select().from(shop).orderBy(asc(shop.id)).offset(Number(at)).limit(1);
  if (!row) return null;
  return {
    userId: 'warm',
    name: '',
    shopId: row.id,
    shopName: row.name,
    zone: row.zone,
    role: 'counter',
    locale: row.locale,
    proven: false,
  };
}
