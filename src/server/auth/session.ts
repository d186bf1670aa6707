import { and, asc, eq, isNull } from 'drizzle-orm';
import { headers } from 'next/headers';
import { cache } from 'react';
import type { Actor } from '../access';
import { database } from '../db/connection';
import { member, sessionShop, shop } from '../db/schema';
import { auth } from './auth';

/** The signed-in person and the shop of the session; null when nobody is signed in or belongs to no shop. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const head = await headers();
  const found = await auth().api.getSession({ headers: head });
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
  return {
    userId: found.user.id,
    name: found.user.name,
    shopId,
    shopName,
    zone,
    role,
    mustChange,
    locale: at.locale ?? at.shopLocale,
  };
});
