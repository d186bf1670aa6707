import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { type Actor, mayNow } from '../access';
import { audit, type Change } from '../audit';
import type { Database, Transaction } from '../db/connection';
import { bay, booking, shop } from '../db/schema';
import type { ShopInput } from '../firstDay/shopForm';

/** A shop's settings as they stand; null: there is no such shop. */
export async function settingsOf(db: Database | Transaction, shopId: string): Promise<ShopInput | null> {
  const [row] = await db.select().from(shop).where(eq(shop.id, shopId));
  if (!row) return null;
  const bays = await baysOf(db, shopId);
  const {
    name,
    zone,
    locale,
    hourCurrency,
    hourMinor,
    taxBp,
    openMin,
    closeMin,
    market,
    sheetHead,
    sheetFoot,
  } = row;
  return {
    name,
    zone,
    locale: locale as ShopInput['locale'],
    currency: hourCurrency,
    hourMinor,
    taxBp,
    openMin,
    closeMin,
    market: market as ShopInput['market'],
    sheetHead,
    sheetFoot,
    bays: bays.map((b) => b.name),
  };
}

const baysOf = (db: Database | Transaction, shopId: string) =>
  db.select().from(bay).where(eq(bay.shopId, shopId)).orderBy(asc(bay.ordinal));

export type SettingsOutcome = { readonly kind: 'saved' } | { readonly code: 'lead-only' | 'bay-in-use' };

/** Saves a shop's settings, and writes down what was changed from what to what. A bay with bookings stays. */
export async function saveSettings(db: Database, actor: Actor, input: ShopInput): Promise<SettingsOutcome> {
  if (!mayNow(actor, 'manage-shop')) return { code: 'lead-only' };
  return db.transaction(async (tx): Promise<SettingsOutcome> => {
    await tx.select({ id: shop.id }).from(shop).where(eq(shop.id, actor.shopId)).for('update');
    const before = await settingsOf(tx, actor.shopId);
    if (!before) throw new Error('The shop is gone');
    if (!(await setBays(tx, actor.shopId, input.bays))) return { code: 'bay-in-use' };
    const { bays: _, currency, ...fields } = input;
    await tx
      .update(shop)
      .set({ ...fields, hourCurrency: currency })
      .where(eq(shop.id, actor.shopId));
    const changes = (Object.keys(input) as (keyof ShopInput)[]).flatMap((k): Change[] =>
      JSON.stringify(before[k]) === JSON.stringify(input[k])
        ? []
        : [{ about: 'settings', did: 'setting-changed', subject: k, before: before[k], after: input[k] }],
    );
    await audit(tx, actor.shopId, actor.userId, changes);
    return { kind: 'saved' };
  });
}

/** Bays by their names in this order: one that keeps its name stays, others are renamed in their order. */
async function setBays(tx: Transaction, shopId: string, names: readonly string[]): Promise<boolean> {
  const present = await baysOf(tx, shopId);
  const kept = new Map(
    names.flatMap((n) => present.filter((b) => b.name === n).map((b) => [n, b.id] as const)),
  );
  const free = present.filter((b) => ![...kept.values()].includes(b.id));
  const spare = free.slice(names.filter((n) => !kept.has(n)).length);
  for (const b of spare) {
    const used = await tx
      .select({ id: booking.id })
      .from(booking)
      .where(and(eq(booking.shopId, shopId), eq(booking.bayId, b.id)))
      .limit(1);
    if (used.length > 0) return false;
    await tx.delete(bay).where(and(eq(bay.shopId, shopId), eq(bay.id, b.id)));
  }
  for (const [ordinal, name] of names.entries()) {
    const id = kept.get(name) ?? free.shift()?.id;
    if (id === undefined) await tx.insert(bay).values({ shopId, id: uuidv7(), name, ordinal });
    else
      await tx
        .update(bay)
        .set({ name, ordinal })
        .where(and(eq(bay.shopId, shopId), eq(bay.id, id)));
  }
  return true;
}
