'use server';
import * as yup from 'yup';
import { type AnyObjectSchema, ValidationError } from 'yup';
import type { ActOutcome, JobActs } from '@/features/job/acts';
import type { Actor } from '@/server/access';
import { database } from '@/server/db/connection';
import type { EventOutcome } from '@/server/jobs/appendEvents';
import { chooseLamp, chooseLampForm } from '@/server/jobs/fit';
import { lockRelease, lockReleaseForm } from '@/server/jobs/lockRelease';
import { identityForm, saveIdentity } from '@/server/jobs/vehicles';
import { ENVELOPE } from '@/server/jobs/eventForm';
import { newEvent } from '@/server/jobs/openJob';
import { pageActor } from '@/server/page';
import { takeFromStock } from '@/server/jobs/takeFromStock';

const takeForm = yup
  .object({
    ...ENVELOPE,
    job: yup.string().required(),
    swap: yup.string().required(),
    part: yup.string().required(),
    quantity: yup.number().integer().min(1).max(9999).required(),
  })
  .required();

async function perform<T>(
  schema: AnyObjectSchema,
  sent: unknown,
  work: (actor: Actor, input: T) => Promise<EventOutcome>,
): Promise<ActOutcome> {
  const actor = await pageActor();
  let input: T;
  try {
    input = (await schema.validate(sent)) as T;
  } catch (error) {
    if (error instanceof ValidationError) return { ok: false, code: 'malformed' };
    throw error;
  }
  const { outcome, code } = await work(actor, input);
  return outcome === 'kept' || outcome === 'known' ? { ok: true } : { ok: false, code: code ?? outcome };
}

export async function chooseLampAct(sent: Parameters<JobActs['chooseLamp']>[0]): Promise<ActOutcome> {
  return perform<Parameters<typeof chooseLamp>[2]>(chooseLampForm, sent, (actor, input) =>
    chooseLamp(database(), actor, input, new Date()),
  );
}

export async function takeFromStockAct(sent: Parameters<JobActs['takeFromStock']>[0]): Promise<ActOutcome> {
  return perform<yup.InferType<typeof takeForm>>(takeForm, sent, (actor, input) => {
    const { job, swap, part, quantity, ...head } = input;
    const event = newEvent(actor, job, head, 'part-moved', { swap, part, move: 'received', quantity });
    return takeFromStock(
      database(),
      actor,
      { ...event, id: head.id } as Parameters<typeof takeFromStock>[2],
      new Date(),
    );
  });
}

export async function lockReleaseAct(sent: Parameters<JobActs['lockRelease']>[0]): Promise<ActOutcome> {
  return perform<Parameters<typeof lockRelease>[2]>(lockReleaseForm, sent, (actor, input) =>
    lockRelease(database(), actor, input, new Date()),
  );
}

export async function saveIdentityAct(
  sent: Parameters<JobActs['saveIdentity']>[0],
): ReturnType<JobActs['saveIdentity']> {
  const actor = await pageActor();
  if (!identityForm.isValidSync(sent)) return { ok: false, code: 'malformed' };
  const outcome = await saveIdentity(database(), actor, identityForm.cast(sent));
  if (outcome.kind === 'saved') return { ok: true };
  if (outcome.kind === 'stale')
    return { ok: false, code: 'stale', present: { vin: outcome.present.vin, plate: outcome.present.plate } };
  return { ok: false, code: outcome.code };
}
