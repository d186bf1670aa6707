import { createHash } from 'node:crypto';
import { and, asc, eq, lt, sql } from 'drizzle-orm';
import { type Actor, may } from '../access';
import { MAX_BODY } from '../body';
import type { Database } from '../db/connection';
import { photoPiece } from '../db/schema';
import { hasPhoto, type PhotoOutcome, savePhoto } from './photos';

/** *Settings*: pieces of one shop that wait at the most, bytes; how long one waits for the next. */
const WAITING_MAX = 400 * 1024 * 1024;
const WAITS_MS = 7 * 24 * 3_600_000;

/** How far a picture has come: bytes from its beginning without a gap; `whole`: it is kept. */
export interface PiecesHere {
  readonly have: number;
  readonly whole: boolean;
}

/** How far a picture has come, so that a device goes on from there. */
export async function piecesOf(db: Database, shopId: string, id: string): Promise<PiecesHere> {
  if (await hasPhoto(db, shopId, id)) return { have: 0, whole: true };
  const rows = await db
    .select({ at: photoPiece.at, length: sql<number>`octet_length(${photoPiece.bytes})` })
    .from(photoPiece)
    .where(and(eq(photoPiece.shopId, shopId), eq(photoPiece.id, id)))
    .orderBy(asc(photoPiece.at));
  let have = 0;
  for (const r of rows) if (r.at <= have) have = Math.max(have, r.at + Number(r.length));
  return { have, whole: false };
}

/**
 * How far a picture has come; one that is all there and was never taken, for the process ended in between, is taken now.
 * A device that asks is told that it is whole, and has nothing left to send.
 */
export async function piecesNow(db: Database, actor: Actor, id: string): Promise<PiecesHere> {
  const here = await piecesOf(db, actor.shopId, id);
  if (here.whole || here.have === 0 || !may(actor.role, 'record-arrival')) return here;
  const bytes = await joined(db, actor.shopId, id, here.have);
  // By its name alone: nothing else says how long it is to be.
  if (createHash('sha256').update(bytes).digest('hex') !== id) return here;
  const outcome = await finish(db, actor, id, bytes);
  return outcome.kind === 'kept' ? { have: here.have, whole: true } : here;
}

/** Takes a picture whose pieces are all there. While too many are decoded they stay; what is none never becomes one. */
async function finish(db: Database, actor: Actor, id: string, bytes: Buffer): Promise<PhotoOutcome> {
  const outcome = await savePhoto(db, actor, id, bytes);
  if (outcome.kind === 'refused' && outcome.code === 'busy') return outcome;
  await db.delete(photoPiece).where(and(eq(photoPiece.shopId, actor.shopId), eq(photoPiece.id, id)));
  return outcome;
}

/**
 * Takes one piece of a picture. The last one that was missing makes it whole: it is decoded then, and kept like one that
 * came at once. The same piece sent twice is one.
 * @param id SHA-256 of the whole; @param at bytes before the piece; @param of bytes of the whole
 */
export async function takePiece(
  db: Database,
  actor: Actor,
  id: string,
  at: number,
  of: number,
  bytes: Buffer,
  now: Date,
): Promise<PiecesHere | Extract<PhotoOutcome, { kind: 'refused' }>> {
  const { shopId } = actor;
  const refuse = (code: Extract<PhotoOutcome, { kind: 'refused' }>['code']) =>
    ({ kind: 'refused', code }) as const;
  if (!may(actor.role, 'record-arrival')) return refuse('not-allowed');
  if (!/^[0-9a-f]{64}$/.test(id)) return refuse('hash-differs');
  if (of > MAX_BODY.photo) return refuse('too-large');
  const fits =
    Number.isInteger(at) && Number.isInteger(of) && at >= 0 && bytes.length > 0 && at + bytes.length <= of;
  if (!fits) return refuse('hash-differs');
  if (await hasPhoto(db, shopId, id)) return { have: of, whole: true };
  await db
    .delete(photoPiece)
    .where(and(eq(photoPiece.shopId, shopId), lt(photoPiece.madeAt, new Date(now.getTime() - WAITS_MS))));
  const [waiting] = await db
    .select({ bytes: sql<string>`coalesce(sum(octet_length(${photoPiece.bytes})), 0)` })
    .from(photoPiece)
    .where(eq(photoPiece.shopId, shopId));
  if (Number(waiting?.bytes ?? 0) + bytes.length > WAITING_MAX) return refuse('busy');
  await db.insert(photoPiece).values({ shopId, id, at, bytes, madeAt: now }).onConflictDoNothing();
  const here = await piecesOf(db, shopId, id);
  if (here.whole || here.have < of) return here;
  const outcome = await finish(db, actor, id, await joined(db, shopId, id, of));
  return outcome.kind === 'kept' ? { have: of, whole: true } : outcome;
}

async function joined(db: Database, shopId: string, id: string, of: number): Promise<Buffer> {
  const rows = await db
    .select({ at: photoPiece.at, bytes: photoPiece.bytes })
    .from(photoPiece)
    .where(and(eq(photoPiece.shopId, shopId), eq(photoPiece.id, id)))
    .orderBy(asc(photoPiece.at));
  const whole = Buffer.alloc(of);
  for (const r of rows) r.bytes.copy(whole, r.at, 0, Math.max(0, Math.min(r.bytes.length, of - r.at)));
  return whole;
}
