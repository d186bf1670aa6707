import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt, isNull } from 'drizzle-orm';
import type { DevicePerson } from '@/core/job';
import type { Actor } from '../access';
import { isSecure } from '../auth/auth';
import type { Database } from '../db/connection';
import { device, deviceGrant, member, shop, user } from '../db/schema';
import { sameSecret } from '../sameSecret';

const COOKIE = 'yonder.device';
/** *Setting*: how long a person's entries are taken from a device without a sign-in of theirs there. */
const GRANT_MS = 14 * 24 * 3_600_000;
/** A cookie ends after its last use by far later than any grant. */
const COOKIE_S = 400 * 24 * 3600;

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** The device that a request comes from; null: none of this shop's. */
export async function deviceOf(db: Database, shopId: string, cookies: string | null): Promise<string | null> {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value = ''] = part.trim().split('=');
    if (name !== COOKIE) continue;
    const [id = '', secret = ''] = value.split('.');
    if (!/^[0-9a-f]{32}$/.test(id) || secret === '') continue;
    const [row] = await db
      .select({ secretHash: device.secretHash })
      .from(device)
      .where(and(eq(device.shopId, shopId), eq(device.id, id)));
    if (row && sameSecret(row.secretHash, hashOf(secret))) return id;
  }
  return null;
}

/** The device of a request, made where there is none; `cookie`: what the browser has to keep then. */
export async function deviceFor(
  db: Database,
  shopId: string,
  cookies: string | null,
): Promise<{ readonly id: string; readonly cookie: string | null }> {
  const known = await deviceOf(db, shopId, cookies);
  if (known) return { id: known, cookie: null };
  const [id, secret] = [randomBytes(16).toString('hex'), randomBytes(24).toString('base64url')];
  await db.insert(device).values({ shopId, id, secretHash: hashOf(secret) });
  const attributes = [`Max-Age=${COOKIE_S}`, 'Path=/', 'HttpOnly', 'SameSite=Lax'];
  return {
    id,
    cookie: [`${COOKIE}=${id}.${secret}`, ...attributes, ...(isSecure() ? ['Secure'] : [])].join('; '),
  };
}

/** Lets a person work on a device for a while, anew where they did already. */
export async function grant(
  db: Database,
  shopId: string,
  deviceId: string,
  userId: string,
  now: Date,
): Promise<void> {
  const endsAt = new Date(now.getTime() + GRANT_MS);
  await db
    .insert(deviceGrant)
    .values({ shopId, deviceId, userId, endsAt })
    .onConflictDoUpdate({
      target: [deviceGrant.shopId, deviceGrant.deviceId, deviceGrant.userId],
      set: { endsAt, endedAt: null, endedBy: null },
    });
}

/** Ends a person's work on a device; what they wrote and is not sent waits there for their sign-in. */
export async function endGrant(
  db: Database,
  shopId: string,
  deviceId: string,
  userId: string,
  by: string,
  now: Date,
): Promise<void> {
  await db
    .update(deviceGrant)
    .set({ endedAt: now, endedBy: by })
    .where(
      and(
        eq(deviceGrant.shopId, shopId),
        eq(deviceGrant.deviceId, deviceId),
        eq(deviceGrant.userId, userId),
        isNull(deviceGrant.endedAt),
      ),
    );
}

/** Who may work on a device now, as the actors that their entries are taken from; by user id. */
export async function actorsOn(
  db: Database,
  actor: Pick<Actor, 'shopId' | 'shopName' | 'zone'>,
  deviceId: string,
  now: Date,
): Promise<ReadonlyMap<string, Actor>> {
  const { shopId, shopName, zone } = actor;
  const rows = await db
    .select({
      userId: deviceGrant.userId,
      name: user.name,
      role: member.role,
      locale: member.locale,
      shopLocale: shop.locale,
    })
    .from(deviceGrant)
    .innerJoin(user, eq(user.id, deviceGrant.userId))
    .innerJoin(member, and(eq(member.userId, deviceGrant.userId), eq(member.shopId, deviceGrant.shopId)))
    .innerJoin(shop, eq(shop.id, deviceGrant.shopId))
    .where(
      and(
        eq(deviceGrant.shopId, shopId),
        eq(deviceGrant.deviceId, deviceId),
        isNull(deviceGrant.endedAt),
        gt(deviceGrant.endsAt, now),
        // Who left the shop, or has a temporary password still, works nowhere.
        isNull(member.endedAt),
        eq(member.mustChange, false),
      ),
    )
    .orderBy(user.name);
  return new Map(
    rows.map(({ locale, shopLocale, ...r }) => [
      r.userId,
      { ...r, shopId, shopName, zone, locale: locale ?? shopLocale },
    ]),
  );
}

/** A person as a device knows them. */
export const devicePerson = (a: Actor): DevicePerson => ({
  user: a.userId,
  name: a.name,
  shop: a.shopId,
  shopName: a.shopName,
  role: a.role,
  locale: a.locale,
  zone: a.zone,
});
