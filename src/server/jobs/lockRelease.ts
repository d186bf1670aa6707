import { and, desc, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import * as yup from 'yup';
import {
  type AnyEvent,
  BY_PROGRAM,
  EVENT_VERSION,
  releaseCheck,
  releaseDocument,
  type ReleaseDocument,
} from '@/core/job';
import { type Actor, may } from '../access';
import type { Database } from '../db/connection';
import { job, releaseDocument as documents } from '../db/schema';
import { appendIn, type EventOutcome } from './appendEvents';
import { ENVELOPE } from './eventForm';
import { loadJob } from './loadJob';

export const lockReleaseForm = yup.object({ ...ENVELOPE, job: yup.string().required() }).required();
export type LockReleaseInput = yup.InferType<typeof lockReleaseForm>;

/** Locks a job that is ready: freezes the document and writes the event, both or neither. */
export async function lockRelease(
  db: Database,
  actor: Actor,
  input: LockReleaseInput,
  now: Date,
): Promise<EventOutcome> {
  if (!may(actor.role, 'lock-release')) return { id: input.id, outcome: 'refused', code: 'lead-only' };
  return db.transaction(async (tx) => {
    // Held before reading, so that nothing slips in between what is frozen and the lock.
    await tx
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.shopId, actor.shopId), eq(job.id, input.job)))
      .for('update');
    const loaded = await loadJob(tx, actor.shopId, input.job);
    if (!loaded) return { id: input.id, outcome: 'refused', code: 'no-such-job' };
    const { reading } = loaded;
    if (reading.record.standing.some((e) => e.id === input.id && e.type === 'release-locked'))
      return { id: input.id, outcome: 'known' };
    const check = releaseCheck(reading);
    if (!check.ready) return { id: input.id, outcome: 'refused', code: 'release-not-ready' };
    const document = uuidv7();
    const event = {
      id: input.id,
      job: input.job,
      type: 'release-locked',
      v: EVENT_VERSION,
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
      shop: { name: actor.shopName, zone: actor.zone },
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
    const [outcome] = await appendIn(tx, actor, input.job, [event], now);
    if (outcome?.outcome !== 'kept')
      throw new Error(`Lock event not kept: ${outcome?.code ?? outcome?.outcome}`);
    return outcome;
  });
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
