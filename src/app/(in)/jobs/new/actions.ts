'use server';
import { ValidationError } from 'yup';
import type { OpenJobAct } from '@/features/newJob/NewJobForm';
import { database } from '@/server/db/connection';
import { openJob, openJobForm, type OpenJobOutcome } from '@/server/jobs/openJob';
import { findVehicles } from '@/server/jobs/vehicles';
import { pageActor } from '@/server/page';
import { shelfRowsById } from '@/server/shelf/loadShelf';

/** Opens a job from the counter's form; faults come back by field. */
export async function openJobAct(sent: Parameters<OpenJobAct>[0]): Promise<OpenJobOutcome> {
  const actor = await pageActor();
  const year = String(sent.toldYear ?? '').trim();
  try {
    const input = await openJobForm.validate(
      { ...sent, toldYear: year === '' ? null : Number(year) },
      { abortEarly: false },
    );
    return await openJob(database(), actor, input, new Date());
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return {
      kind: 'faults',
      faults: (error.inner.length ? error.inner : [error]).map((e) => ({
        path: e.path ?? '',
        message: e.path === 'toldYear' ? 'year' : e.message,
      })),
    };
  }
}

/** Vehicles that were here before. */
export async function findKnownVehicles(text: string) {
  const actor = await pageActor();
  const found = await findVehicles(database(), actor.shopId, String(text).slice(0, 60));
  const families = await shelfRowsById(database(), actor.shopId, 'family', [
    ...new Set(found.map((v) => v.family)),
  ]);
  return found.map((v) => {
    const family = families.find((f) => f.body.id === v.family)?.body;
    return {
      id: v.id,
      name: family ? `${family.maker} ${family.name}` : v.family,
      identity: [v.plate, v.fleet, v.serial, v.vin].filter(Boolean).join(' · '),
    };
  });
}
