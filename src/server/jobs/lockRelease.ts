import { and, desc, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import * as yup from 'yup';
import {
  type AnyEvent,
  BY_PROGRAM,
  ENVELOPE,
  EVENT_KINDS,
  releaseCheck,
  releaseDocument,
  type ReleaseDocument,
} from '@/core/job';
import { type Actor, whyNotNow } from '../access';
import type { Database, Transaction } from '../db/connection';
import { job, releaseDocument as documents, shop } from '../db/schema';
import { appendIn } from './appendEvents';
import { keepLearnt } from './learnt';
import { once } from '../once';
import { loadJob } from './loadJob';

export const lockReleaseForm = yup.object(ENVELOPE).required();
export type LockReleaseInput = yup.InferType<typeof lockReleaseForm> & { readonly job: string };

export interface LockOutcome {
  readonly outcome: 'kept' | 'refused';
  /** Why it was refused: a code of the message catalogue. */
  readonly code?: string;
}
const refuse = (code: string): LockOutcome => ({ outcome: 'refused', code });

/**
 * Locks a job that is ready: freezes the document and writes the entry, both or neither. The request has an id: sent
 * again it answers as before.
 */
export async function lockRelease(
  db: Database,
  actor: Actor,
  input: LockReleaseInput,
  now: Date,
): Promise<LockOutcome> {
  const barred = whyNotNow(actor, 'lock-release');
  if (barred !== null) return refuse(barred);
  return once(db, actor, input.id, 'lock', async (tx) => {
    const answer = await lockIn(tx, actor, input, now);
    return { answer, final: answer.outcome === 'kept' };
  });
}

async function lockIn(
  tx: Transaction,
  actor: Actor,
  input: LockReleaseInput,
  now: Date,
): Promise<LockOutcome> {
  // Held before reading, so that nothing slips in between what is frozen and the lock.
  await tx
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.shopId, actor.shopId), eq(job.id, input.job)))
    .for('update');
  const loaded = await loadJob(tx, actor.shopId, input.job);
  if (!loaded) return refuse('no-such-job');
  const { reading } = loaded;
  if (reading.record.standing.some((e) => e.id === input.id && e.type === 'release-locked'))
    return { outcome: 'kept' };
  const check = releaseCheck(reading);
  if (!check.ready) return refuse('release-not-ready');
  const document = uuidv7();
  const event = {
    id: input.id,
    job: input.job,
    type: 'release-locked',
    v: EVENT_KINDS['release-locked'].v,
    at: input.at,
    device: input.device,
    deviceSeq: input.deviceSeq,
    user: actor.userId,
    body: { revision: check.nextRevision, document },
  } as AnyEvent;
  const body = releaseDocument({
    reading,
    vehicle: loaded.vehicle,
    family: loaded.family,
    shop: await sheetShop(tx, actor),
    jobNumber: loaded.number,
    lamp: loaded.pinnedLamp,
    part: loaded.pinnedPart,
    nameOf: (id) =>
      id === BY_PROGRAM ? '' : id === actor.userId ? actor.name : (loaded.names.get(id) ?? ''),
    lockedBy: actor.userId,
    lockedAt: input.at,
  });
  await tx
    .insert(documents)
    .values({ shopId: actor.shopId, id: document, jobId: input.job, revision: check.nextRevision, body });
  const [outcome] = await appendIn(tx, actor, input.job, [{ event, raw: JSON.stringify(event) }], now);
  if (outcome?.outcome !== 'kept')
    throw new Error(`Lock entry not kept: ${outcome?.code ?? outcome?.outcome}`);
  await keepLearnt(tx, actor.shopId, input.job, reading, now);
  return { outcome: 'kept' };
}

/** The shop as its sheets name it. */
async function sheetShop(tx: Transaction, actor: Actor): Promise<ReleaseDocument['shop']> {
  const [row] = await tx
    .select({ head: shop.sheetHead, foot: shop.sheetFoot })
    .from(shop)
    .where(eq(shop.id, actor.shopId));
  return {
    name: actor.shopName,
    zone: actor.zone,
    ...(row?.head ? { head: row.head } : {}),
    ...(row?.foot ? { foot: row.foot } : {}),
  };
}

/** A frozen document by job and revision; the newest where no revision is named. */
export async function loadRelease(
  db: Database,
  shopId: string,
  jobId: string,
  revision?: number,
): Promise<ReleaseDocument | null> {
  const [row] = await db
    .select({ body: documents.body })
    .from(documents)
    .where(
      and(
        eq(documents.shopId, shopId),
        eq(documents.jobId, jobId),
        ...(revision ? [eq(documents.revision, revision)] : []),
      ),
    )
    .orderBy(desc(documents.revision))
    .limit(1);
  return row?.body ?? null;
}
