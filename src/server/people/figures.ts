import { eq } from 'drizzle-orm';
import * as yup from 'yup';
import {
  changedFigures,
  FIGURE_NAMES,
  FIGURE_RULES,
  type Figures,
  figuresOf,
  MAX_FUSE_A,
  WIRE_SIZES,
} from '@/core/electric/formulas';
import { type Actor, mayNow } from '../access';
import { audit, type Change } from '../audit';
import type { Database, Transaction } from '../db/connection';
import { shop } from '../db/schema';

const within = (min: number, max: number) =>
  yup.number().strict().min(min, 'out-of-range').max(max, 'out-of-range').required('missing');

/** Every figure of the computations, as a lead sets it. */
export const figuresForm = yup.object({
  ...Object.fromEntries(FIGURE_NAMES.map((n) => [n, within(FIGURE_RULES[n].min, FIGURE_RULES[n].max)])),
  maxFuseA: yup
    .object(Object.fromEntries(WIRE_SIZES.map((w) => [w, within(MAX_FUSE_A.min, MAX_FUSE_A.max)])))
    .required('missing'),
}) as unknown as yup.Schema<Figures>;

/** A shop's figures: the usual ones with what it changed. */
export async function shopFigures(db: Database | Transaction, shopId: string): Promise<Figures> {
  const [row] = await db.select({ figures: shop.figures }).from(shop).where(eq(shop.id, shopId));
  return figuresOf(row?.figures ?? {});
}

/** Saves a shop's figures, and writes down each that was changed. */
export async function saveFigures(
  db: Database,
  actor: Actor,
  input: Figures,
): Promise<{ readonly kind: 'saved' } | { readonly code: 'lead-only' }> {
  if (!mayNow(actor, 'manage-shop')) return { code: 'lead-only' };
  return db.transaction(async (tx) => {
    await tx.select({ id: shop.id }).from(shop).where(eq(shop.id, actor.shopId)).for('update');
    const before = await shopFigures(tx, actor.shopId);
    await tx
      .update(shop)
      .set({ figures: changedFigures(input) })
      .where(eq(shop.id, actor.shopId));
    const line = (subject: string, was: number, is: number): Change[] =>
      was === is ? [] : [{ about: 'settings', did: 'figure-changed', subject, before: was, after: is }];
    await audit(tx, actor.shopId, actor.userId, [
      ...FIGURE_NAMES.flatMap((n) => line(n, before[n], input[n])),
      ...WIRE_SIZES.flatMap((w) => line(`maxFuseA ${w}`, before.maxFuseA[w], input.maxFuseA[w])),
    ]);
    return { kind: 'saved' as const };
  });
}
