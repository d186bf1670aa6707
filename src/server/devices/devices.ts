import { createHash, randomBytes } from 'node:crypto';
import { and, eq, gt, isNull, ne } from 'drizzle-orm';
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

/** What a device's cookie says; null: there is none that could be one. */
function deviceCookie(cookies: string | null): { readonly id: string; readonly secret: string } | null {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value = ''] = part.trim().split('=');
    if (name !== COOKIE) continue;
    const [id = '', secret = ''] = value.split('.');
    if (/^[0-9a-f]{32}$/.test(id) && secret !== '') return { id, secret };
  }
  return null;
}

/** The device that a request comes from; null: none of this shop's. */
export async function deviceOf(db: Database, shopId: string, cookies: string | null): Promise<string | null> {
  const found = deviceCookie(cookies);
  if (!found) return null;
  const [row] = await db
    .select({ secretHash: device.secretHash })
    .from(device)
    .where(and(eq(device.shopId, shopId), eq(device.id, found.id)));
  return row && sameSecret(row.secretHash, hashOf(found.secret)) ? found.id : null;
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
      { ...r, shopId, shopName, zone, locale: locale ?? shopLocale, proven: false },
    ]),
  );
}

/** Somebody of a shop, who works there or did. */
export interface Member extends Actor {
  readonly ended: boolean;
}

/** Who an entry from somewhere can be of. */
export interface PeopleHere {
  /** Who may work on the device now, whoever is signed in there. */
  readonly here: ReadonlyMap<string, Actor>;
  /** Everybody of the shop, of before as well. */
  readonly members: ReadonlyMap<string, Member>;
}

/** The people of a shop, and which of them may work on a device. @param deviceId null: on none */
export async function peopleHere(
  db: Database,
  actor: Pick<Actor, 'shopId' | 'shopName' | 'zone'>,
  deviceId: string | null,
  now: Date,
): Promise<PeopleHere> {
  const { shopId, shopName, zone } = actor;
  const rows = await db
    .select({ userId: member.userId, name: user.name, role: member.role, endedAt: member.endedAt })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .where(eq(member.shopId, shopId));
  const common = { shopId, shopName, zone, locale: 'en-GB', proven: false };
  return {
    here: deviceId === null ? new Map() : await actorsOn(db, actor, deviceId, now),
    members: new Map(
      rows.map(({ endedAt, ...r }) => [r.userId, { ...common, ...r, ended: endedAt !== null }]),
    ),
  };
}

/** Whether others than this person work on a device: what only a lead may do asks for the password again soon there. */
export async function isShared(
  db: Database,
  shopId: string,
  deviceId: string,
  userId: string,
  now: Date,
): Promise<boolean> {
  const rows = await db
    .select({ userId: deviceGrant.userId })
    .from(deviceGrant)
    .where(
      and(
        eq(deviceGrant.shopId, shopId),
        eq(deviceGrant.deviceId, deviceId),
        ne(deviceGrant.userId, userId),
        isNull(deviceGrant.endedAt),
        gt(deviceGrant.endsAt, now),
      ),
    )
    .limit(1);
  return rows.length > 0;
}

/** The same of the device that a request comes from, of whichever shop: at a sign-in none is known yet. */
export async function isSharedBy(
  db: Database,
  cookies: string | null,
  userId: string,
  now: Date,
): Promise<boolean> {
  const found = deviceCookie(cookies);
  if (!found) return false;
  const rows = await db
    .select({ shopId: device.shopId, secretHash: device.secretHash })
    .from(device)
    .where(eq(device.id, found.id));
  for (const row of rows)
    if (
      sameSecret(row.secretHash, hashOf(found.secret)) &&
      (await isShared(db, row.shopId, found.id, userId, now))
    )
      return true;
  return false;
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
