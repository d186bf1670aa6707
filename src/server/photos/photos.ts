import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { type Actor, may } from '../access';
import type { Database, Transaction } from '../db/connection';
import { photo } from '../db/schema';
import { MAX_BODY } from '../body';
import { decodePhoto } from './decode';

export type PhotoOutcome =
  | { readonly kind: 'kept'; readonly id: string }
  | {
      readonly kind: 'refused';
      readonly code: 'not-allowed' | 'too-large' | 'no-picture' | 'hash-differs' | 'busy';
    };

/** The status that a refusal is answered with. */
export const PHOTO_STATUS = {
  'not-allowed': 403,
  'too-large': 413,
  'no-picture': 422,
  'hash-differs': 422,
  busy: 503,
} as const;

/**
 * Keeps a picture: turned upright, made smaller, encoded anew as JPEG without any of the metadata it came with. The
 * same picture sent twice is one.
 * @param id SHA-256 of the bytes as the device made it, hex
 */
export async function savePhoto(db: Database, actor: Actor, id: string, sent: Buffer): Promise<PhotoOutcome> {
  const refuse = (code: Extract<PhotoOutcome, { kind: 'refused' }>['code']) =>
    ({ kind: 'refused', code }) as const;
  if (!may(actor.role, 'record-arrival')) return refuse('not-allowed');
  if (sent.length > MAX_BODY.photo) return refuse('too-large');
  if (createHash('sha256').update(sent).digest('hex') !== id) return refuse('hash-differs');
  if (await hasPhoto(db, actor.shopId, id)) return { kind: 'kept', id };
  const made = await decodePhoto(sent, actor.userId);
  if (made === 'no-picture' || made === 'busy') return refuse(made);
  await db
    .insert(photo)
    .values({
      shopId: actor.shopId,
      id,
      widthPx: made.widthPx,
      heightPx: made.heightPx,
      bytes: made.jpeg,
      madeBy: actor.userId,
    })
    .onConflictDoNothing();
  return { kind: 'kept', id };
}

export async function hasPhoto(db: Database | Transaction, shopId: string, id: string): Promise<boolean> {
  const rows = await db
    .select({ id: photo.id })
    .from(photo)
    .where(and(eq(photo.shopId, shopId), eq(photo.id, id)));
  return rows.length > 0;
}

/** The JPEG of a picture of the shop; null where there is none. */
export async function loadPhoto(db: Database, shopId: string, id: string): Promise<Buffer | null> {
  const [row] = await db
    .select({ bytes: photo.bytes })
    .from(photo)
    .where(and(eq(photo.shopId, shopId), eq(photo.id, id)));
  return row?.bytes ?? null;
}
