import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { headers } from 'next/headers';
import { cache } from 'react';
import type { Actor } from '../access';
import { type Database, database } from '../db/connection';
import { prepared } from '../db/prepared';
import { noteAway } from '../faults';
import { member, session, sessionShop, shop, user } from '../db/schema';
import { deviceOf, isShared } from '../devices/devices';
import { auth, secretOf } from './auth';
import { leadProof, proofEndsMs, proofMark } from './leadProof';
import { sessionToken } from './sessionCookie';

const DAY_MS = 86_400_000;

/** The signed-in person and the shop of the session; null when nobody is signed in or belongs to no shop. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const head = await headers();
  const word = head.get('x-yonder-warm');
  if (word !== null) return warmActor(word);
  const cookies = head.get('cookie');
  const token = sessionToken(cookies, secretOf());
  if (token === null) return null;
  const now = new Date();
  const rows = await rowsOf(token);
  const at = rows.find((r) => r.chosen !== null) ?? rows[0];
  if (!at || at.expiresAt <= now) return null;
  // The library lengthens a session once a day, by itself.
  if (now.getTime() - at.updatedAt.getTime() > DAY_MS) await auth().api.getSession({ headers: head });
  const { userId, name, shopId, shopName, zone, role, mustChange } = at;
  const proof = role === 'lead' ? await proofHere(cookies, token, shopId, userId) : null;
  return {
    userId,
    name,
    shopId,
    shopName,
    zone,
    role,
    mustChange,
    locale: at.locale ?? at.shopLocale,
    proven: proof !== null,
    ...(proof ? { proof } : {}),
    sessionToken: token,
  };
});

/** A session with its person in each of their shops, in one question: every request asks it. */
const sessionRows = prepared((db: Database) =>
  db
    .select({
      userId: user.id,
      name: user.name,
      expiresAt: session.expiresAt,
      updatedAt: session.updatedAt,
      shopId: shop.id,
      shopName: shop.name,
      zone: shop.zone,
      shopLocale: shop.locale,
      role: member.role,
      mustChange: member.mustChange,
      locale: member.locale,
      chosen: sessionShop.shopId,
    })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .innerJoin(member, and(eq(member.userId, user.id), isNull(member.endedAt)))
    .innerJoin(shop, eq(shop.id, member.shopId))
    .leftJoin(sessionShop, and(eq(sessionShop.sessionId, session.id), eq(sessionShop.shopId, shop.id)))
    .where(eq(session.token, sql.placeholder('token')))
    .orderBy(asc(shop.id))
    .prepare(''),
);

/** @throws what the database says, which is noted */
async function rowsOf(token: string) {
  try {
    return await sessionRows(database()).execute({ token });
  } catch (error) {
    noteAway(error);
    throw error;
  }
}

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
